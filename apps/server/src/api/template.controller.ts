import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { CopyToClientService } from '../domains/pages/copy-to-client.service.ts';
import { Database } from '../platform/database/database.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { TemplateService } from '../domains/templates/template.service.ts';

@Controller()
export class TemplateController {
  constructor(
    private readonly bin: Bin,
    private readonly templates: TemplateService,
    private readonly over: CopyToClientService,
    private readonly database: Database,
  ) {}

  @Bind(api.listTemplates)
  async list(): Promise<Answer<typeof api.listTemplates>> {
    return { templates: await this.templates.list() };
  }

  @Bind(api.keepTemplate)
  async keep(
    @Input() { body }: InputOf<typeof api.keepTemplate>,
  ): Promise<Answer<typeof api.keepTemplate>> {
    return { id: await this.templates.keep(body.kind, body.name, body.content) };
  }

  @Bind(api.removeTemplate)
  async remove(
    @Input() { params }: InputOf<typeof api.removeTemplate>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeTemplate>> {
    return { binId: await this.bin.remove('template', params.templateId, who) };
  }

  @Bind(api.copyToClient)
  bring(
    @Input() { params, body }: InputOf<typeof api.copyToClient>,
  ): Promise<Answer<typeof api.copyToClient>> {
    return this.database.transaction((tx) =>
      this.over.bring(tx, params.clientId, body.parts, body.forms),
    );
  }
}
