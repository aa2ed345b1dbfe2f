import { Controller, StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { ExportService, type Zipped } from '../domains/formats/export.service.ts';
import { PersonData } from '../domains/formats/person-data.service.ts';
import { ImportService } from '../domains/formats/import.service.ts';

@Controller()
export class FormatController {
  constructor(
    private readonly out: ExportService,
    private readonly into: ImportService,
    private readonly personData: PersonData,
  ) {}

  @Bind(api.exportFunnel)
  funnel(@Input() { params }: InputOf<typeof api.exportFunnel>): Promise<StreamableFile> {
    return this.out.funnel(params.funnelId).then(asFile);
  }

  @Bind(api.exportPage)
  page(@Input() { params, query }: InputOf<typeof api.exportPage>): Promise<StreamableFile> {
    const { pageId } = params;
    return (query.as === 'html' ? this.out.html(pageId) : this.out.page(pageId)).then(asFile);
  }

  @Bind(api.exportTemplate)
  template(@Input() { params }: InputOf<typeof api.exportTemplate>): Promise<StreamableFile> {
    return this.out.template(params.templateId).then(asFile);
  }

  @Bind(api.exportPerson)
  person(
    @Input() { params }: InputOf<typeof api.exportPerson>,
    @Caller() who: CurrentUser,
  ): Promise<StreamableFile> {
    return this.personData.zip(who, params.personId).then(asFile);
  }

  @Bind(api.importBundle)
  take(
    @Input() { params, body }: InputOf<typeof api.importBundle>,
  ): Promise<Answer<typeof api.importBundle>> {
    return this.into.take(params.clientId, body as unknown as Buffer);
  }
}

const asFile = ({ name, zip }: Zipped): StreamableFile =>
  new StreamableFile(zip, {
    type: 'application/zip',
    disposition: `attachment; filename="${name}"`,
  });
