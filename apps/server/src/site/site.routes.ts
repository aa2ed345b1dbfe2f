import { Injectable } from '@nestjs/common';
import type { FastifyInstance } from 'fastify';
import { ApprovalRoutes } from './approval.routes.ts';
import { CalendarFeedRoutes } from './calendar-feed.routes.ts';
import { AssetRoutes } from './asset.routes.ts';
import { ReportRoutes } from './report.routes.ts';
import { ConsentRoutes } from './consent.routes.ts';
import { ToldRoutes } from './told.routes.ts';
import { TagReceiverRoutes } from './tag-receiver.routes.ts';
import { ChatRoutes } from './chat.routes.ts';
import { CrawlerRoutes } from './crawler.routes.ts';
import { FormRoutes } from './form.routes.ts';
import { HostCheckRoutes } from './host-check.routes.ts';
import { LinkRoutes } from './link.routes.ts';
import { OfferRoutes } from './offer.routes.ts';
import { VoucherRoutes } from './voucher.routes.ts';
import { PreferencesRoutes } from './preferences.routes.ts';
import { notHere } from './page-headers.ts';
import { PageRoutes } from './page.routes.ts';
import { takeForms } from './read-form-body.ts';
import { mount, siteOptions } from './site-host.ts';
import { MessageHookRoutes } from './message-hook.routes.ts';

/** Everything that visitors' hosts answer: pages, their forms, and what pages are made of. */
@Injectable()
export class SiteRoutes {
  constructor(
    private readonly assets: AssetRoutes,
    private readonly links: LinkRoutes,
    private readonly preferences: PreferencesRoutes,
    private readonly vouchers: VoucherRoutes,
    private readonly offers: OfferRoutes,
    private readonly chats: ChatRoutes,
    private readonly approvals: ApprovalRoutes,
    private readonly crawlers: CrawlerRoutes,
    private readonly pages: PageRoutes,
    private readonly told: ToldRoutes,
    private readonly forms: FormRoutes,
    private readonly messageHooks: MessageHookRoutes,
    private readonly hostCheck: HostCheckRoutes,
    private readonly calendarFeeds: CalendarFeedRoutes,
    private readonly consent: ConsentRoutes,
    private readonly reports: ReportRoutes,
    private readonly tagReceiver: TagReceiverRoutes,
  ) {}

  async register(app: FastifyInstance): Promise<void> {
    this.assets.register(app);
    await this.messageHooks.register(app);
    this.hostCheck.register(app);
    this.calendarFeeds.register(app);
    await app.register((site) => this.registerSite(site), { prefix: mount });
  }

  private async registerSite(site: FastifyInstance): Promise<void> {
    site.removeAllContentTypeParsers();
    await takeForms(site);
    answerErrors(site);
    this.assets.register(site, '/:client');
    await this.links.register(site);
    this.preferences.register(site);
    this.vouchers.register(site);
    this.offers.register(site);
    this.chats.register(site);
    this.approvals.register(site);
    this.consent.register(site);
    this.reports.register(site);
    await this.tagReceiver.register(site);
    this.crawlers.register(site);
    this.pages.register(site);
    this.told.register(site);
    this.forms.register(site);
    // The web app answers every other address of its own host; on a client's host there is nothing else.
    site.all('/*', siteOptions, (_request, reply) => notHere(reply));
  }
}

function answerErrors(site: FastifyInstance): void {
  site.setErrorHandler((error: Error & { statusCode?: number }, request, reply) => {
    const status = error.statusCode ?? 500;
    if (status >= 500) request.log.error({ err: error }, 'visitor request failed');
    const words =
      status === 413
        ? 'That is more than this form can take.'
        : 'This did not work just now. Please go back and try again.';
    void reply
      .status(status)
      .type('text/html; charset=utf-8')
      .send(`<!doctype html><html lang="en"><title>Sorry</title><p>${words}</p></html>`);
  });
}
