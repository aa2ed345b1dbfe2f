import { Module, type DynamicModule, type Provider } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { AccountController } from './accounts/account.controller.ts';
import { AccountService } from './accounts/account.service.ts';
import { KnownDevices } from './accounts/known-devices.ts';
import { SessionService } from './accounts/session.service.ts';
import { SetUpCode } from './accounts/set-up-code.ts';
import { SignInLimits } from './accounts/sign-in-limits.ts';
import { ClientController } from './clients/client.controller.ts';
import { ClientService } from './clients/client.service.ts';
import { ClockController } from './demo/clock.controller.ts';
import { DemoTime } from './demo/demo-time.ts';
import { BookingController } from './booking/booking.controller.ts';
import { BookingService } from './booking/booking.service.ts';
import { CalendarService } from './booking/calendar.service.ts';
import { Causes } from './followup/consequences.ts';
import { BookingRuns } from './followup/booking-runs.ts';
import { RunService } from './followup/run.service.ts';
import { StepWorker } from './followup/step-worker.ts';
import { SequenceController } from './followup/sequence.controller.ts';
import { SequenceService } from './followup/sequence.service.ts';
import { FormController } from './forms/form.controller.ts';
import { FormService } from './forms/form.service.ts';
import { FunnelController } from './funnels/funnel.controller.ts';
import { FunnelService } from './funnels/funnel.service.ts';
import { PathBoardService } from './funnels/path-board.service.ts';
import { StepService } from './funnels/step.service.ts';
import { DomainController } from './domains/domain.controller.ts';
import { DomainService } from './domains/domain.service.ts';
import { StandInRecordService } from './domains/stand-in-record.service.ts';
import { DnsDoor } from './platform/dns/dns-door.ts';
import { DnsStandIn } from './platform/dns/dns-stand-in.ts';
import { DNS_STAND_IN } from './platform/dns/token.ts';
import { ReviewController } from './reviews/review.controller.ts';
import { ReviewService } from './reviews/review.service.ts';
import { ExportService } from './formats/export.service.ts';
import { FormatController } from './formats/format.controller.ts';
import { ImportService } from './formats/import.service.ts';
import { WalkController } from './walk/walk.controller.ts';
import { WalkService } from './walk/walk.service.ts';
import { Walks } from './walk/walks.ts';
import { HealthController } from './health/health.controller.ts';
import { HeldController } from './intake/held.controller.ts';
import { HeldService } from './intake/held.service.ts';
import { IntakeService } from './intake/intake.service.ts';
import { SubmissionLimits } from './intake/submission-limits.ts';
import { MessageController } from './messages/message.controller.ts';
import { ReachService } from './messages/reach.service.ts';
import { PostRoomService } from './messages/post-room.service.ts';
import { PageController } from './pages/page.controller.ts';
import { LaunchService } from './pages/launch.service.ts';
import { PageService } from './pages/page.service.ts';
import { PublishService } from './pages/publish.service.ts';
import { PeopleController } from './people/people.controller.ts';
import { AlsoGivenService } from './people/also-given.service.ts';
import { PeopleService } from './people/people.service.ts';
import { TodayService } from './people/today.service.ts';
import { PersonStore } from './people/person-store.ts';
import { PictureController } from './pictures/picture.controller.ts';
import { FileService } from './pictures/file.service.ts';
import { PictureMaker } from './pictures/picture-maker.ts';
import { PictureService } from './pictures/picture.service.ts';
import { BringOverService } from './pages/bring-over.service.ts';
import { AddressService } from './pages/address.service.ts';
import { LinkedBandService } from './pages/linked-band.service.ts';
import { TemplateController } from './templates/template.controller.ts';
import { TemplateService } from './templates/template.service.ts';
import { PlaceController } from './clients/place.controller.ts';
import { PlaceDoor } from './platform/maps/place-door.ts';
import { PlacesStandIn } from './platform/maps/places-stand-in.ts';
import { PLACES_STAND_IN } from './platform/maps/token.ts';
import { Clock } from './platform/clock.ts';
import { CONFIG, type Config } from './platform/config.ts';
import { Database } from './platform/database/database.ts';
import { Housekeeping } from './platform/housekeeping.ts';
import { Admission } from './platform/http/admission.ts';
import { Limits } from './platform/limits/limits.ts';
import { AnswerInterceptor } from './platform/http/answer.interceptor.ts';
import { EndpointGuard } from './platform/http/endpoint.guard.ts';
import { ProblemFilter } from './platform/http/problem.filter.ts';
import { IdSource } from './platform/id-source.ts';
import { PinoLogger } from './platform/logging.ts';
import { MailDoor } from './platform/mail/mail-door.ts';
import { SmtpStandIn } from './platform/mail/smtp-stand-in.ts';
import { Outbox } from './platform/outbox/outbox.ts';
import { Seal } from './platform/seal.ts';
import { secret } from './platform/settings.ts';
import { GatewayStandIn } from './platform/texts/gateway-stand-in.ts';
import { TEXT_STAND_IN } from './platform/texts/stand-in-token.ts';
import { TextDoor } from './platform/texts/text-door.ts';
import { SiteAddress } from './platform/site-address.ts';
import { Worker } from './platform/worker.ts';
import { ResultsService } from './results/results.service.ts';
import { VisitCounter } from './results/visit-counter.ts';
import { RuleController } from './routing/rule.controller.ts';
import { RuleService } from './routing/rule.service.ts';
import { PersonLinks } from './site/person-links.ts';
import { LivePages } from './site/live-pages.ts';

/** What the program stands on; a test brings its own. */
export interface Foundations {
  config: Config;
  database: Database;
  clock: Clock;
  ids: IdSource;
  log: PinoLogger;
}

/** Where the built-in mail server is, or null when a real one is configured. */
export const STAND_IN = Symbol('mail stand-in');

const doors: Provider[] = [
  {
    provide: Seal,
    useFactory: async (database: Database) => new Seal(await secret(database.db, 'signing-secret')),
    inject: [Database],
  },
  {
    provide: TEXT_STAND_IN,
    useFactory: async (config: Config, database: Database, room: PostRoomService) =>
      config.textUrl
        ? null
        : GatewayStandIn.start(
            (text) => room.keepText(text),
            await secret(database.db, 'text-hook-secret'),
          ),
    inject: [CONFIG, Database, PostRoomService],
  },
  {
    provide: TextDoor,
    useFactory: (config: Config, standIn: GatewayStandIn | null) =>
      new TextDoor(config.textUrl ?? standIn!.url),
    inject: [CONFIG, TEXT_STAND_IN],
  },
  {
    provide: PLACES_STAND_IN,
    useFactory: (config: Config) => (config.placesUrl ? null : PlacesStandIn.start()),
    inject: [CONFIG],
  },
  {
    provide: PlaceDoor,
    useFactory: (config: Config, standIn: PlacesStandIn | null) =>
      new PlaceDoor(config.placesUrl ?? standIn!.url),
    inject: [CONFIG, PLACES_STAND_IN],
  },
  {
    provide: DNS_STAND_IN,
    useFactory: (config: Config, records: StandInRecordService) =>
      config.dnsServer ? null : DnsStandIn.start((name) => records.under(name)),
    inject: [CONFIG, StandInRecordService],
  },
  {
    provide: DnsDoor,
    useFactory: (config: Config, standIn: DnsStandIn | null) =>
      new DnsDoor(config.dnsServer ?? standIn!.address),
    inject: [CONFIG, DNS_STAND_IN],
  },
  {
    provide: STAND_IN,
    useFactory: (config: Config, room: PostRoomService) =>
      config.smtpUrl ? null : SmtpStandIn.start((message, to) => room.keep(message, to)),
    inject: [CONFIG, PostRoomService],
  },
  {
    provide: MailDoor,
    useFactory: (config: Config, standIn: SmtpStandIn | null) =>
      new MailDoor(config.smtpUrl ?? standIn!.url, config.mailFrom),
    inject: [CONFIG, STAND_IN],
  },
];

@Module({
  controllers: [
    HealthController,
    AccountController,
    ClientController,
    FunnelController,
    WalkController,
    DomainController,
    ReviewController,
    FormatController,
    PageController,
    FormController,
    PictureController,
    TemplateController,
    PlaceController,
    PeopleController,
    HeldController,
    SequenceController,
    RuleController,
    BookingController,
    MessageController,
    ClockController,
  ],
  providers: [
    AccountService,
    SessionService,
    ClientService,
    FunnelService,
    PathBoardService,
    StepService,
    Walks,
    WalkService,
    DomainService,
    ReviewService,
    ExportService,
    ImportService,
    StandInRecordService,
    PageService,
    PublishService,
    LaunchService,
    FormService,
    PictureService,
    PictureMaker,
    FileService,
    LinkedBandService,
    AddressService,
    BringOverService,
    TemplateService,
    IntakeService,
    SubmissionLimits,
    HeldService,
    AlsoGivenService,
    PersonStore,
    PeopleService,
    RuleService,
    Causes,
    RunService,
    BookingRuns,
    StepWorker,
    ReachService,
    CalendarService,
    BookingService,
    TodayService,
    PersonLinks,
    SequenceService,
    PostRoomService,
    ResultsService,
    VisitCounter,
    LivePages,
    SiteAddress,
    Limits,
    Housekeeping,
    Admission,
    SignInLimits,
    KnownDevices,
    SetUpCode,
    Outbox,
    Worker,
    DemoTime,
    ...doors,
    { provide: APP_GUARD, useClass: EndpointGuard },
    { provide: APP_INTERCEPTOR, useClass: AnswerInterceptor },
    { provide: APP_FILTER, useClass: ProblemFilter },
  ],
})
export class AppModule {
  static on(given: Foundations): DynamicModule {
    return {
      module: AppModule,
      providers: [
        { provide: CONFIG, useValue: given.config },
        { provide: Database, useValue: given.database },
        { provide: Clock, useValue: given.clock },
        { provide: IdSource, useValue: given.ids },
        { provide: PinoLogger, useValue: given.log },
      ],
    };
  }
}
