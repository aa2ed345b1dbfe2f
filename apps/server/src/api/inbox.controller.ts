import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ChatService } from '../domains/inbox/chat.service.ts';
import { ConversationService } from '../domains/inbox/conversation.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';

@Controller()
export class InboxController {
  constructor(
    private readonly conversations: ConversationService,
    private readonly chat: ChatService,
  ) {}

  @Bind(api.listConversations)
  list(
    @Input() { params, query }: InputOf<typeof api.listConversations>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.listConversations>> {
    return this.conversations.list(who, params.clientId, query);
  }

  @Bind(api.countInbox)
  count(
    @Input() { params }: InputOf<typeof api.countInbox>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.countInbox>> {
    return this.conversations.count(who, params.clientId);
  }

  @Bind(api.getConversation)
  get(
    @Input() { params }: InputOf<typeof api.getConversation>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.getConversation>> {
    return this.conversations.get(who, params.personId);
  }

  @Bind(api.changeConversation)
  async change(
    @Input() { params, body }: InputOf<typeof api.changeConversation>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.changeConversation>> {
    await this.conversations.change(who, params.personId, body);
    return {};
  }

  @Bind(api.answerInChat)
  async answerInChat(
    @Input() { params, body }: InputOf<typeof api.answerInChat>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.answerInChat>> {
    await this.chat.answer(who, params.personId, body);
    return {};
  }
}
