import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { SourceService } from '../domains/results/source.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class SourceController {
  constructor(private readonly sources: SourceService) {}

  @Bind(api.listSources)
  list(
    @Input() { params }: InputOf<typeof api.listSources>,
  ): Promise<Answer<typeof api.listSources>> {
    return this.sources.list(params.clientId);
  }

  @Bind(api.nameSources)
  async name(
    @Input() { params, body }: InputOf<typeof api.nameSources>,
  ): Promise<Answer<typeof api.nameSources>> {
    await this.sources.name(params.clientId, body.rules);
    return {};
  }

  @Bind(api.saveCallNumbers)
  async saveCallNumbers(
    @Input() { params, body }: InputOf<typeof api.saveCallNumbers>,
  ): Promise<Answer<typeof api.saveCallNumbers>> {
    await this.sources.giveNumbers(params.clientId, body.numbers);
    return {};
  }

  @Bind(api.previewSources)
  preview(
    @Input() { params, body }: InputOf<typeof api.previewSources>,
  ): Promise<Answer<typeof api.previewSources>> {
    return this.sources.preview(params.clientId, body.rules);
  }
}
