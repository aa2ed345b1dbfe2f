import { Module, type Provider } from '@nestjs/common';
import { CONFIG, type Config } from '../../platform/config.ts';
import { IdSource } from '../../platform/id-source.ts';
import { MailIn } from '../../platform/mail/mail-in.ts';
import { messagesAlong, reportIn } from '../../platform/mail/mail-report.ts';
import { receivedEmail } from '../../platform/mail/received-email.ts';
import { MAIL_IN } from '../../platform/mail/token.ts';
import { IntakeModule } from '../intake/intake.module.ts';
import { DeliveryReports } from '../messages/delivery-reports.ts';
import { MessagesModule } from '../messages/messages.module.ts';
import { PeopleModule } from '../people/people.module.ts';
import { ChatService } from './chat.service.ts';
import { ConversationService } from './conversation.service.ts';
import { Receiving } from './receiving.service.ts';
import { Writers } from './writers.ts';

/** The way in for mail, where there is one. */
const mailIn: Provider = {
  provide: MAIL_IN,
  useFactory: (
    { mailIn: at, replyDomain }: Config,
    receiving: Receiving,
    reports: DeliveryReports,
    ids: IdSource,
  ) =>
    at && replyDomain
      ? MailIn.start({ ...at, domain: replyDomain }, async (mail, envelope) => {
          const report = reportIn(mail);
          if (report === undefined)
            return receiving.email(receivedEmail(mail, { ...envelope, id: ids.next<string>() }));
          if (report) await reports.take(report, envelope.to, messagesAlong(mail));
        })
      : null,
  inject: [CONFIG, Receiving, DeliveryReports, IdSource],
};

@Module({
  imports: [IntakeModule, MessagesModule, PeopleModule],
  providers: [ChatService, ConversationService, Receiving, Writers, mailIn],
  exports: [ChatService, ConversationService, Receiving, MAIL_IN],
})
export class InboxModule {}
