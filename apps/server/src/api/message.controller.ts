import { Controller, Inject } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { SystemClock } from '../platform/clock.ts';
import { notFound } from '../platform/http/app-problem.ts';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { SiteAddress } from '../platform/site-address.ts';
import type { GatewayStandIn } from '../platform/texts/gateway-stand-in.ts';
import { TEXT_STAND_IN } from '../platform/texts/stand-in-token.ts';
import { ConsentService } from '../domains/messages/consent.service.ts';
import { PostRoomService } from '../domains/messages/post-room.service.ts';
import { textHookPath } from '../platform/texts/text-hook-path.ts';

@Controller()
export class MessageController {
  constructor(
    private readonly room: PostRoomService,
    private readonly consent: ConsentService,
    private readonly address: SiteAddress,
    @Inject(TEXT_STAND_IN) private readonly gateway: GatewayStandIn | null,
  ) {}

  @Bind(api.listMessages)
  list(
    @Ask() { params, query }: Asked<typeof api.listMessages>,
  ): Promise<Answer<typeof api.listMessages>> {
    return this.room.list(params.clientId, query);
  }

  @Bind(api.getMessage)
  get(
    @Ask() { params }: Asked<typeof api.getMessage>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.getMessage>> {
    return this.room.get(who, params.messageId);
  }

  @Bind(api.resumeNotices)
  async resume(
    @Ask() { params, body }: Asked<typeof api.resumeNotices>,
  ): Promise<Answer<typeof api.resumeNotices>> {
    await this.consent.resumeNotices(params.clientId, body.address);
    return {};
  }

  @Bind(api.replyToText)
  async reply(
    @Ask() { params, body }: Asked<typeof api.replyToText>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.replyToText>> {
    if (!this.gateway) throw notFound();
    const text = await this.room.writeReply(who, params.messageId, body.body);
    // The signature's time is checked against the machine's clock, not against the demo's.
    const at = new Date(new SystemClock().now().epochMilliseconds);
    await this.gateway.reply(text, `${this.address.own()}${textHookPath}`, at);
    return {};
  }
}
