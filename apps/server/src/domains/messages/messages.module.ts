import { Module, type Provider } from '@nestjs/common';
import { CONFIG, type Config } from '../../platform/config.ts';
import { Database } from '../../platform/database/database.ts';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { SmtpStandIn } from '../../platform/mail/smtp-stand-in.ts';
import { MAIL_STAND_IN } from '../../platform/mail/token.ts';
import { hookPaths } from '../../platform/http/hook-paths.ts';
import { secret } from '../../platform/settings.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { GatewayStandIn } from '../../platform/texts/gateway-stand-in.ts';
import { TEXT_STAND_IN } from '../../platform/texts/stand-in-token.ts';
import { TextDoor } from '../../platform/texts/text-door.ts';
import { Composer } from './composer.ts';
import { ConsentService } from './consent.service.ts';
import { DeliveryReports } from './delivery-reports.ts';
import { SuppressionService } from './suppression.service.ts';
import { EmailChecks } from './email-checks.ts';
import { MessageLog } from './message-log.ts';
import { MessageTracking } from './message-tracking.ts';
import { Messenger } from './messenger.ts';
import { Outbox } from './outbox.ts';
import { PersonLinks } from './person-links.ts';
import { PostRoomService } from './post-room.service.ts';
import { PeopleModule } from '../people/people.module.ts';
import { VouchersModule } from '../vouchers/vouchers.module.ts';
import { ReplyAddresses } from './reply-addresses.ts';
import { RemovedPeople } from './removed-people.ts';
import { WrittenMessages } from './written-messages.ts';

/** The ways out: to the servers of the configuration, or to the built-in ones, which feed the post room. */
const gateways: Provider[] = [
  {
    provide: TEXT_STAND_IN,
    useFactory: async (
      config: Config,
      database: Database,
      room: PostRoomService,
      address: SiteAddress,
    ) =>
      config.textUrl
        ? null
        : GatewayStandIn.start(
            (text) => room.keepText(text),
            await secret(database.db, 'text-hook-secret'),
            () => `${address.own()}${hookPaths.texts}`,
          ),
    inject: [CONFIG, Database, PostRoomService, SiteAddress],
  },
  {
    provide: TextDoor,
    useFactory: (config: Config, standIn: GatewayStandIn | null) =>
      new TextDoor(config.textUrl ?? standIn!.url),
    inject: [CONFIG, TEXT_STAND_IN],
  },
  {
    provide: MAIL_STAND_IN,
    useFactory: (config: Config, room: PostRoomService) =>
      config.smtpUrl ? null : SmtpStandIn.start((message, to) => room.keep(message, to)),
    inject: [CONFIG, PostRoomService],
  },
  {
    provide: MailDoor,
    useFactory: (config: Config, standIn: SmtpStandIn | null) =>
      new MailDoor(config.smtpUrl ?? standIn!.url, config.mailFrom),
    inject: [CONFIG, MAIL_STAND_IN],
  },
];

@Module({
  imports: [PeopleModule, VouchersModule],
  providers: [
    RemovedPeople,
    SuppressionService,
    Composer,
    ConsentService,
    DeliveryReports,
    EmailChecks,
    MessageLog,
    MessageTracking,
    Messenger,
    Outbox,
    PersonLinks,
    PostRoomService,
    ReplyAddresses,
    WrittenMessages,
    ...gateways,
  ],
  exports: [
    Composer,
    DeliveryReports,
    ConsentService,
    EmailChecks,
    MessageLog,
    MessageTracking,
    Messenger,
    WrittenMessages,
    PersonLinks,
    PostRoomService,
    ReplyAddresses,
    SuppressionService,
    TEXT_STAND_IN,
    MAIL_STAND_IN,
  ],
})
export class MessagesModule {}
