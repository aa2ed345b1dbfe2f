import { Module } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { AnswerInterceptor } from '../platform/http/answer.interceptor.ts';
import { ProblemFilter } from '../platform/http/problem.filter.ts';
import { AccountsModule } from '../domains/accounts/accounts.module.ts';
import { ApprovalsModule } from '../domains/approvals/approvals.module.ts';
import { BehaviorModule } from '../domains/behavior/behavior.module.ts';
import { BookingModule } from '../domains/booking/booking.module.ts';
import { CallsModule } from '../domains/calls/calls.module.ts';
import { ClientsModule } from '../domains/clients/clients.module.ts';
import { VouchersModule } from '../domains/vouchers/vouchers.module.ts';
import { CampaignsModule } from '../domains/campaigns/campaigns.module.ts';
import { LibraryModule } from '../domains/library/library.module.ts';
import { FollowupModule } from '../domains/followup/followup.module.ts';
import { FormatsModule } from '../domains/formats/formats.module.ts';
import { FormsModule } from '../domains/forms/forms.module.ts';
import { FunnelsModule } from '../domains/funnels/funnels.module.ts';
import { InboxModule } from '../domains/inbox/inbox.module.ts';
import { IntakeModule } from '../domains/intake/intake.module.ts';
import { MessagesModule } from '../domains/messages/messages.module.ts';
import { OwnDomainsModule } from '../domains/own-domains/own-domains.module.ts';
import { PagesModule } from '../domains/pages/pages.module.ts';
import { PathModule } from '../domains/path/path.module.ts';
import { PeopleModule } from '../domains/people/people.module.ts';
import { PicturesModule } from '../domains/pictures/pictures.module.ts';
import { ResultsModule } from '../domains/results/results.module.ts';
import { SplitTestsModule } from '../domains/split-tests/split-tests.module.ts';
import { RoutingModule } from '../domains/routing/routing.module.ts';
import { TemplatesModule } from '../domains/templates/templates.module.ts';
import { TestRunsModule } from '../domains/test-runs/test-runs.module.ts';
import { TodayModule } from '../domains/today/today.module.ts';
import { WebsitesModule } from '../domains/websites/websites.module.ts';
import { AccountController } from './account.controller.ts';
import { Admission } from './admission.ts';
import { OverviewController } from './overview.controller.ts';
import { ResultsController } from './results.controller.ts';
import { WaitingController } from './waiting.controller.ts';
import { EventController } from './event.controller.ts';
import { EventStreams } from './event-streams.ts';
import { BrowserSignIn } from './browser-sign-in.ts';
import { ProfileController } from './profile.controller.ts';
import { StaffController } from './staff.controller.ts';
import { StaffTimesController } from './staff-times.controller.ts';
import { CalendarFeedController } from './calendar-feed.controller.ts';
import { AuditInterceptor } from './audit.interceptor.ts';
import { BinController } from './bin.controller.ts';
import { BookingController } from './booking.controller.ts';
import { VoucherController } from './voucher.controller.ts';
import { CampaignController } from './campaign.controller.ts';
import { ClientController } from './client.controller.ts';
import { DomainController } from './domain.controller.ts';
import { DraftController } from './draft.controller.ts';
import { EndpointGuard } from './endpoint.guard.ts';
import { ListingsModule } from '../domains/listings/listings.module.ts';
import { ListingController } from './listing.controller.ts';
import { TagsModule } from '../domains/tags/tags.module.ts';
import { ReportsModule } from '../domains/reports/reports.module.ts';
import { ReportController } from './report.controller.ts';
import { TagController } from './tag.controller.ts';
import { ConversionController } from './conversion.controller.ts';
import { SplitTestController } from './split-test.controller.ts';
import { SourceController } from './source.controller.ts';
import { FieldController } from './field.controller.ts';
import { FollowUpController } from './follow-up.controller.ts';
import { FormController } from './form.controller.ts';
import { FormatController } from './format.controller.ts';
import { FunnelController } from './funnel.controller.ts';
import { HealthController } from './health.controller.ts';
import { HeldController } from './held.controller.ts';
import { InboxController } from './inbox.controller.ts';
import { JobController } from './job.controller.ts';
import { MessageController } from './message.controller.ts';
import { PageController } from './page.controller.ts';
import { PeopleImportModule } from '../domains/people-import/people-import.module.ts';
import { PeopleChangesModule } from '../domains/people-changes/people-changes.module.ts';
import { PeopleListController } from './people-list.controller.ts';
import { PeopleController } from './people.controller.ts';
import { PictureController } from './picture.controller.ts';
import { PlaceController } from './place.controller.ts';
import { ApprovalController } from './approval.controller.ts';
import { RuleController } from './rule.controller.ts';
import { SenderController } from './sender.controller.ts';
import { SequenceController } from './sequence.controller.ts';
import { SubmissionController } from './submission.controller.ts';
import { TemplateController } from './template.controller.ts';
import { TestRunController } from './test-run.controller.ts';
import { WebsiteController } from './website.controller.ts';

/** What the web app speaks to: a controller a domain, each bound to the contract. */
@Module({
  imports: [
    AccountsModule,
    ApprovalsModule,
    BehaviorModule,
    BookingModule,
    CallsModule,
    ClientsModule,
    CampaignsModule,
    VouchersModule,
    FollowupModule,
    LibraryModule,
    FormatsModule,
    FormsModule,
    FunnelsModule,
    InboxModule,
    IntakeModule,
    MessagesModule,
    OwnDomainsModule,
    PagesModule,
    PathModule,
    PeopleModule,
    PeopleChangesModule,
    PeopleImportModule,
    PicturesModule,
    ResultsModule,
    SplitTestsModule,
    RoutingModule,
    ReportsModule,
    TagsModule,
    ListingsModule,
    TemplatesModule,
    TestRunsModule,
    TodayModule,
    WebsitesModule,
  ],
  controllers: [
    AccountController,
    EventController,
    OverviewController,
    ResultsController,
    SplitTestController,
    ConversionController,
    TagController,
    ListingController,
    ReportController,
    WaitingController,
    ProfileController,
    StaffController,
    StaffTimesController,
    CalendarFeedController,
    BinController,
    BookingController,
    CampaignController,
    VoucherController,
    ClientController,
    DomainController,
    DraftController,
    FieldController,
    SourceController,
    FollowUpController,
    FormController,
    FormatController,
    FunnelController,
    HealthController,
    HeldController,
    InboxController,
    JobController,
    MessageController,
    PageController,
    PeopleController,
    PeopleListController,
    PictureController,
    PlaceController,
    ApprovalController,
    RuleController,
    SenderController,
    SequenceController,
    SubmissionController,
    TemplateController,
    TestRunController,
    WebsiteController,
  ],
  providers: [
    Admission,
    BrowserSignIn,
    EventStreams,
    { provide: APP_GUARD, useClass: EndpointGuard },
    { provide: APP_INTERCEPTOR, useClass: AnswerInterceptor },
    { provide: APP_INTERCEPTOR, useClass: AuditInterceptor },
    { provide: APP_FILTER, useClass: ProblemFilter },
  ],
})
export class ApiModule {}
