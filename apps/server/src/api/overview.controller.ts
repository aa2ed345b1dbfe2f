import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { OverviewService } from '../domains/today/overview.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';

@Controller()
export class OverviewController {
  constructor(private readonly overview: OverviewService) {}

  @Bind(api.getOverview)
  async get(
    @Caller() who: CurrentUser,
    @Input() { query }: InputOf<typeof api.getOverview>,
  ): Promise<Answer<typeof api.getOverview>> {
    const days = Number(query.days);
    return { days, clients: await this.overview.get(who, days) };
  }
}
