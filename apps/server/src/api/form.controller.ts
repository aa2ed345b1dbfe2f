import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Database } from '../platform/database/database.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { FormService } from '../domains/forms/form.service.ts';

@Controller()
export class FormController {
  constructor(
    private readonly bin: Bin,
    private readonly forms: FormService,
    private readonly database: Database,
  ) {}

  @Bind(api.listForms)
  async list(
    @Input() { params }: InputOf<typeof api.listForms>,
  ): Promise<Answer<typeof api.listForms>> {
    const forms = await this.forms.list(params.clientId);
    return {
      forms: forms.map(({ id, definition }) => ({
        id,
        name: definition.name,
        questions: definition.questions.length,
        answers: definition.questions.map(({ key, label }) => ({ key, label })),
      })),
    };
  }

  @Bind(api.listFormsInUse)
  async overview(
    @Input() { params }: InputOf<typeof api.listFormsInUse>,
  ): Promise<Answer<typeof api.listFormsInUse>> {
    return { forms: await this.forms.overview(params.clientId) };
  }

  @Bind(api.copyForm)
  async copy(
    @Input() { params, body }: InputOf<typeof api.copyForm>,
  ): Promise<Answer<typeof api.copyForm>> {
    return { formId: await this.forms.copy(params.formId, body.name) };
  }

  @Bind(api.moveForm)
  async move(
    @Input() { params, body }: InputOf<typeof api.moveForm>,
  ): Promise<Answer<typeof api.moveForm>> {
    await this.forms.moveTo(params.formId, body.folder);
    return {};
  }

  @Bind(api.createForm)
  async create(
    @Input() { params, body }: InputOf<typeof api.createForm>,
  ): Promise<Answer<typeof api.createForm>> {
    const { id, definition } = await this.forms.create(
      this.database.db,
      params.clientId,
      body.name,
    );
    return { formId: id, definition };
  }

  @Bind(api.getForm)
  get(@Input() { params }: InputOf<typeof api.getForm>): Promise<Answer<typeof api.getForm>> {
    return this.forms.get(params.formId);
  }

  @Bind(api.saveForm)
  async save(
    @Input() { params, body }: InputOf<typeof api.saveForm>,
  ): Promise<Answer<typeof api.saveForm>> {
    return { version: await this.forms.save(params.formId, body.version, body.definition) };
  }

  @Bind(api.removeForm)
  async remove(
    @Input() { params }: InputOf<typeof api.removeForm>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeForm>> {
    return { binId: await this.bin.remove('form', params.formId, who) };
  }
}
