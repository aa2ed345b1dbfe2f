import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { FollowUpLibrary } from '../domains/library/follow-up-library.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { Bin } from '../records/bin/bin.ts';

@Controller()
export class FollowUpController {
  constructor(
    private readonly bin: Bin,
    private readonly library: FollowUpLibrary,
  ) {}

  @Bind(api.listFollowUpTemplates)
  async list(): Promise<Answer<typeof api.listFollowUpTemplates>> {
    return { templates: await this.library.list() };
  }

  @Bind(api.keepFollowUpTemplate)
  async keep(
    @Input() { params, body }: InputOf<typeof api.keepFollowUpTemplate>,
  ): Promise<Answer<typeof api.keepFollowUpTemplate>> {
    return { id: await this.library.keep(params.sequenceId, body.name) };
  }

  @Bind(api.removeFollowUpTemplate)
  async remove(
    @Input() { params }: InputOf<typeof api.removeFollowUpTemplate>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeFollowUpTemplate>> {
    return { binId: await this.bin.remove('follow-up', params.templateId, who) };
  }

  @Bind(api.takeFollowUp)
  take(
    @Input() { params, body }: InputOf<typeof api.takeFollowUp>,
  ): Promise<Answer<typeof api.takeFollowUp>> {
    return this.library.take(params.clientId, body);
  }
}
