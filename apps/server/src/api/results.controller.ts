import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ClientResultsService } from '../domains/results/client-results.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class ResultsController {
  constructor(private readonly results: ClientResultsService) {}

  @Bind(api.getResults)
  get(
    @Input() { params, query: { by, ...period } }: InputOf<typeof api.getResults>,
  ): Promise<Answer<typeof api.getResults>> {
    return this.results.of(params.clientId, period, by);
  }
}
