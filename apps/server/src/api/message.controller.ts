import { Controller, Inject } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { SystemClock } from '../platform/clock.ts';
import { notFound } from '../platform/http/app-problem.ts';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { SiteAddress } from '../platform/site-address.ts';
import type { GatewayStandIn } from '../platform/texts/gateway-stand-in.ts';
import { TEXT_STAND_IN } from '../platform/texts/stand-in-token.ts';
import type { SmtpStandIn } from '../platform/mail/smtp-stand-in.ts';
import type { MailIn } from '../platform/mail/mail-in.ts';
import { MAIL_IN, MAIL_STAND_IN } from '../platform/mail/token.ts';
import { sendAnswer } from '../platform/mail/written-answer.ts';
import { sendReport } from '../platform/mail/written-report.ts';
import { ReplyAddresses } from '../domains/messages/reply-addresses.ts';
import { MessageLog } from '../domains/messages/message-log.ts';
import { ConsentService } from '../domains/messages/consent.service.ts';
import { WrittenMessages } from '../domains/messages/written-messages.ts';
import { EmailChecks } from '../domains/messages/email-checks.ts';
import { PostRoomService } from '../domains/messages/post-room.service.ts';
import { hookPaths } from '../platform/http/hook-paths.ts';

@Controller()
export class MessageController {
  constructor(
    private readonly room: PostRoomService,
    private readonly log: MessageLog,
    private readonly consent: ConsentService,
    private readonly written: WrittenMessages,
    private readonly checks: EmailChecks,
    private readonly address: SiteAddress,
    private readonly replies: ReplyAddresses,
    @Inject(TEXT_STAND_IN) private readonly gateway: GatewayStandIn | null,
    @Inject(MAIL_STAND_IN) private readonly mail: SmtpStandIn | null,
    @Inject(MAIL_IN) private readonly mailIn: MailIn | null,
  ) {}

  @Bind(api.listMessages)
  list(
    @Input() { params, query }: InputOf<typeof api.listMessages>,
  ): Promise<Answer<typeof api.listMessages>> {
    return this.log.list(params.clientId, query);
  }

  @Bind(api.listPostRoom)
  listRoom(
    @Input() { params, query }: InputOf<typeof api.listPostRoom>,
  ): Promise<Answer<typeof api.listPostRoom>> {
    return this.room.list(params.clientId, query);
  }

  @Bind(api.writeToPerson)
  async write(
    @Input() { params, body }: InputOf<typeof api.writeToPerson>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.writeToPerson>> {
    await this.written.send(who, params.personId, body);
    return {};
  }

  @Bind(api.checkEmail)
  check(
    @Input() { params, body }: InputOf<typeof api.checkEmail>,
  ): Promise<Answer<typeof api.checkEmail>> {
    return this.checks.check(params.clientId, body);
  }

  @Bind(api.sendTestEmail)
  sendTest(
    @Input() { params, body }: InputOf<typeof api.sendTestEmail>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.sendTestEmail>> {
    return this.checks.sendTest(who, params.clientId, body);
  }

  @Bind(api.getMessage)
  get(
    @Input() { params }: InputOf<typeof api.getMessage>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.getMessage>> {
    return this.log.get(who, params.messageId);
  }

  @Bind(api.resumeNotices)
  async resume(
    @Input() { params, body }: InputOf<typeof api.resumeNotices>,
  ): Promise<Answer<typeof api.resumeNotices>> {
    await this.consent.resumeNotices(params.clientId, body.address);
    return {};
  }

  @Bind(api.replyToMessage)
  async reply(
    @Input() { params, body }: InputOf<typeof api.replyToMessage>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.replyToMessage>> {
    if (!this.gateway || !this.mail || !this.mailIn) throw notFound();
    const reply = await this.room.writeReply(who, params.messageId, body);
    if ('email' in reply) {
      // What the team answers to a notice goes to the lead, and so past the program.
      if (this.mailIn.takes(reply.email.to)) await sendAnswer(reply.email, this.mailIn.url);
    } else {
      // The signature's time is checked against the machine's clock, not against the demo's.
      const at = new Date(new SystemClock().now().epochMilliseconds);
      await this.gateway.reply(reply.text, `${this.address.own()}${hookPaths.texts}`, at);
    }
    return {};
  }

  @Bind(api.reportMessage)
  async report(
    @Input() { params, body }: InputOf<typeof api.reportMessage>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.reportMessage>> {
    const { messageId } = params;
    const to = this.replies.reportsOf(messageId);
    if (!this.mail || !this.mailIn || !to) throw notFound();
    const { to: recipient } = await this.log.get(who, messageId);
    const { as } = body;
    await sendReport({ as, to, recipient, messageId: `${messageId}@plumgate` }, this.mailIn.url);
    return {};
  }
}
