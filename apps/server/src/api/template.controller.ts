import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { BringOverService } from '../domains/pages/bring-over.service.ts';
import { Database } from '../platform/database/database.ts';
import { Ask, Bind } from '../platform/http/bind.ts';
import { TemplateService } from '../domains/templates/template.service.ts';

@Controller()
export class TemplateController {
  constructor(
    private readonly templates: TemplateService,
    private readonly over: BringOverService,
    private readonly database: Database,
  ) {}

  @Bind(api.listTemplates)
  async list(): Promise<Answer<typeof api.listTemplates>> {
    return { templates: await this.templates.list() };
  }

  @Bind(api.keepTemplate)
  async keep(
    @Ask() { body }: Asked<typeof api.keepTemplate>,
  ): Promise<Answer<typeof api.keepTemplate>> {
    return { id: await this.templates.keep(body.kind, body.name, body.content) };
  }

  @Bind(api.removeTemplate)
  async remove(
    @Ask() { params }: Asked<typeof api.removeTemplate>,
  ): Promise<Answer<typeof api.removeTemplate>> {
    await this.templates.remove(params.templateId);
    return {};
  }

  @Bind(api.bringOver)
  bring(
    @Ask() { params, body }: Asked<typeof api.bringOver>,
  ): Promise<Answer<typeof api.bringOver>> {
    return this.database.transaction((tx) =>
      this.over.bring(tx, params.clientId, body.parts, body.forms),
    );
  }
}
