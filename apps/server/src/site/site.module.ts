import { Module, type Provider } from '@nestjs/common';
import { ApprovalsModule } from '../domains/approvals/approvals.module.ts';
import { BookingModule } from '../domains/booking/booking.module.ts';
import { ClientsModule } from '../domains/clients/clients.module.ts';
import { InboxModule } from '../domains/inbox/inbox.module.ts';
import { IntakeModule } from '../domains/intake/intake.module.ts';
import { LivePagesModule } from '../domains/live-pages/live-pages.module.ts';
import { MessagesModule } from '../domains/messages/messages.module.ts';
import { PicturesModule } from '../domains/pictures/pictures.module.ts';
import { ResultsModule } from '../domains/results/results.module.ts';
import { TestRunsModule } from '../domains/test-runs/test-runs.module.ts';
import { ApprovalRoutes } from './approval.routes.ts';
import { CalendarFeedRoutes } from './calendar-feed.routes.ts';
import { AssetRoutes } from './asset.routes.ts';
import { ChatRoutes } from './chat.routes.ts';
import { CONFIG, type Config } from '../platform/config.ts';
import { Clock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { KeyRing } from '../platform/key-ring.ts';
import { TagsModule } from '../domains/tags/tags.module.ts';
import { CarryOver } from './carry-over.ts';
import { ReportsModule } from '../domains/reports/reports.module.ts';
import { ReportRoutes } from './report.routes.ts';
import { ConsentRoutes } from './consent.routes.ts';
import { ToldRoutes } from './told.routes.ts';
import { TagReceiverRoutes } from './tag-receiver.routes.ts';
import { KnownVisitors } from './known-visitors.ts';
import { CrawlerRoutes } from './crawler.routes.ts';
import { DirectPages } from './direct-pages.ts';
import { FormRoutes } from './form.routes.ts';
import { HostCheckRoutes } from './host-check.routes.ts';
import { LinkRoutes } from './link.routes.ts';
import { PageRoutes } from './page.routes.ts';
import { PageVisits } from './page-visits.ts';
import { PreferencesRoutes } from './preferences.routes.ts';
import { SiteRoutes } from './site.routes.ts';
import { MessageHookRoutes } from './message-hook.routes.ts';
import { VouchersModule } from '../domains/vouchers/vouchers.module.ts';
import { Visitors } from './visitor.ts';
import { OfferRoutes } from './offer.routes.ts';
import { VoucherRoutes } from './voucher.routes.ts';

const carryOver: Provider = {
  provide: CarryOver,
  useFactory: (database: Database, clock: Clock, config: Config) =>
    new CarryOver(new KeyRing(database, clock, 'carry-over-keys'), clock, config),
  inject: [Database, Clock, CONFIG],
};

/** What visitors' hosts are answered with. */
@Module({
  imports: [
    ApprovalsModule,
    BookingModule,
    ClientsModule,
    InboxModule,
    IntakeModule,
    LivePagesModule,
    MessagesModule,
    PicturesModule,
    ResultsModule,
    ReportsModule,
    TagsModule,
    TestRunsModule,
    VouchersModule,
  ],
  providers: [
    ApprovalRoutes,
    AssetRoutes,
    CalendarFeedRoutes,
    carryOver,
    ChatRoutes,
    ConsentRoutes,
    ReportRoutes,
    CrawlerRoutes,
    DirectPages,
    FormRoutes,
    HostCheckRoutes,
    KnownVisitors,
    LinkRoutes,
    PageRoutes,
    PageVisits,
    PreferencesRoutes,
    SiteRoutes,
    MessageHookRoutes,
    Visitors,
    TagReceiverRoutes,
    ToldRoutes,
    VoucherRoutes,
    OfferRoutes,
  ],
})
export class SiteModule {}
