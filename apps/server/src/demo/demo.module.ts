import { Module } from '@nestjs/common';
import { AccountsModule } from '../domains/accounts/accounts.module.ts';
import { LivePagesModule } from '../domains/live-pages/live-pages.module.ts';
import { OwnDomainsModule } from '../domains/own-domains/own-domains.module.ts';
import { ClockController } from './clock.controller.ts';
import { DemoTime } from './demo-time.ts';

/** The demo's clock, which can be moved forward to watch follow-up happen. */
@Module({
  imports: [AccountsModule, LivePagesModule, OwnDomainsModule],
  controllers: [ClockController],
  providers: [DemoTime],
})
export class DemoModule {}
