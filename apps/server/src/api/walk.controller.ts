import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { WalkService } from '../domains/test-runs/walk.service.ts';

@Controller()
export class WalkController {
  constructor(private readonly walks: WalkService) {}

  @Bind(api.startWalk)
  async start(
    @Ask() { params, body }: Asked<typeof api.startWalk>,
  ): Promise<Answer<typeof api.startWalk>> {
    return { walkId: await this.walks.start(params.funnelId, body.which) };
  }

  @Bind(api.getWalk)
  report(@Ask() { params }: Asked<typeof api.getWalk>): Answer<typeof api.getWalk> {
    return this.walks.report(params.walkId);
  }
}
