import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { WaitingService } from '../domains/today/waiting.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';

@Controller()
export class WaitingController {
  constructor(private readonly waiting: WaitingService) {}

  @Bind(api.listWaiting)
  list(@Caller() who: CurrentUser): Promise<Answer<typeof api.listWaiting>> {
    return this.waiting.list(who);
  }

  @Bind(api.letGo)
  letGo(
    @Caller() who: CurrentUser,
    @Input() { params, body }: InputOf<typeof api.letGo>,
  ): Promise<Answer<typeof api.letGo>> {
    return this.waiting.letGo(who, params.clientId, body, body.reason);
  }

  @Bind(api.undoLetGo)
  async undo(
    @Caller() who: CurrentUser,
    @Input() { params, body }: InputOf<typeof api.undoLetGo>,
  ): Promise<Answer<typeof api.undoLetGo>> {
    await this.waiting.undo(who, params.clientId, body.batch);
    return {};
  }

  @Bind(api.getAnswerTimes)
  async answerTimes(
    @Input() { params }: InputOf<typeof api.getAnswerTimes>,
  ): Promise<Answer<typeof api.getAnswerTimes>> {
    return { weeks: await this.waiting.answerTimes(params.clientId) };
  }
}
