import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { FieldService } from '../domains/people/field.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';

@Controller()
export class FieldController {
  constructor(private readonly fields: FieldService) {}

  @Bind(api.listFields)
  async list(
    @Input() { params }: InputOf<typeof api.listFields>,
  ): Promise<Answer<typeof api.listFields>> {
    return { fields: await this.fields.list(params.clientId) };
  }

  @Bind(api.addField)
  async add(
    @Input() { params, body }: InputOf<typeof api.addField>,
  ): Promise<Answer<typeof api.addField>> {
    const { id, key } = await this.fields.add(params.clientId, body);
    return { fieldId: id, key };
  }

  @Bind(api.changeField)
  async change(
    @Input() { params, body }: InputOf<typeof api.changeField>,
  ): Promise<Answer<typeof api.changeField>> {
    await this.fields.change(params.fieldId, body);
    return {};
  }

  @Bind(api.removeField)
  async remove(
    @Input() { params }: InputOf<typeof api.removeField>,
  ): Promise<Answer<typeof api.removeField>> {
    await this.fields.remove(params.fieldId);
    return {};
  }

  @Bind(api.setPersonField)
  async set(
    @Input() { params, body }: InputOf<typeof api.setPersonField>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.setPersonField>> {
    await this.fields.set(who, params.personId, params.key, body.typed);
    return {};
  }
}
