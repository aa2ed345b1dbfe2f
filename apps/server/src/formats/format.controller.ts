import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { ExportService } from './export.service.ts';
import { ImportService } from './import.service.ts';

@Controller()
export class FormatController {
  constructor(
    private readonly out: ExportService,
    private readonly into: ImportService,
  ) {}

  @Bind(api.exportFunnel)
  funnel(
    @Ask() { params }: Asked<typeof api.exportFunnel>,
  ): Promise<Answer<typeof api.exportFunnel>> {
    return this.out.funnel(params.funnelId);
  }

  @Bind(api.exportPage)
  page(
    @Ask() { params, query }: Asked<typeof api.exportPage>,
  ): Promise<Answer<typeof api.exportPage>> {
    return query.as === 'html' ? this.out.html(params.pageId) : this.out.page(params.pageId);
  }

  @Bind(api.exportTemplate)
  template(
    @Ask() { params }: Asked<typeof api.exportTemplate>,
  ): Promise<Answer<typeof api.exportTemplate>> {
    return this.out.template(params.templateId);
  }

  @Bind(api.importBundle)
  take(
    @Ask() { params, body }: Asked<typeof api.importBundle>,
  ): Promise<Answer<typeof api.importBundle>> {
    return this.into.take(params.clientId, body as unknown as Buffer);
  }
}
