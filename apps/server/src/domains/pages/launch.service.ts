import { clients, type ClientRow } from '../../records/clients/table.ts';
import { Injectable } from '@nestjs/common';
import type { Around, PageLaunch } from '@plumgate/contract';
import { localDay, type ClientId, type FunnelId } from '@plumgate/core/basics';
import { brandInStyle } from '@plumgate/core/brand';
import { nextOf } from '@plumgate/core/funnels';
import type { CalendarContent } from '@plumgate/core/booking';
import { launchCheck, tracesOf, type LaunchCheck } from '@plumgate/core/launch';
import { formsOn, textsIn, type Draft } from '@plumgate/core/page';
import { and, eq, gte, isNull, ne } from 'drizzle-orm';
import { calendars } from '../../records/booking/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { sequences } from '../../records/followup/table.ts';
import { forms } from '../../records/forms/table.ts';
import { domains } from '../../records/own-domains/table.ts';
import { adBudgets, adSpend } from '../../records/results/spend.table.ts';
import { tags } from '../../records/tags/table.ts';
import { voucherPools } from '../../records/vouchers/table.ts';
import { files } from '../../records/pictures/table.ts';
import { eventOnPage, shownEvent, takesBookings } from '@plumgate/core/booking';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { funnels } from '../../records/funnels/table.ts';
import { pages } from '../../records/pages/table.ts';

/** Who spent money on ads within so many days is taken to go on (common practice, no source). */
const daysOfAds = 60;

/** What a launch check knows of a client. */
export interface Known {
  client: ClientRow;
  around: Around;
}

/** Gathers what core's launch check asks for. */
@Injectable()
export class LaunchService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
    private readonly forms: FormService,
  ) {}

  /** All that is the same for every page of a client. */
  async known(clientId: ClientId, db: Queries): Promise<Known> {
    return {
      client: await this.clients.row(clientId, db),
      around: await this.around(clientId, db),
    };
  }

  /** What stands between a step and publishing, given the forms on it. */
  check(
    page: PageRow,
    steps: PageRow[],
    forms: Draft['forms'],
    { client, around }: Known,
    style: string,
  ): LaunchCheck {
    const index = steps.findIndex(({ id }) => id === page.id);
    return launchCheck({
      draft: { page: page.draft, forms },
      client,
      brand: brandInStyle(client.brand, style),
      now: this.clock.now(),
      next: nextOf(steps, index),
      isLast: index === steps.length - 1,
      around,
      here: { funnelId: page.funnelId, pageId: page.id },
      // The database holds an address for one page only.
      addressTakenBy: null,
      onPhone: null,
    });
  }

  async ofFunnel(funnelId: FunnelId): Promise<PageLaunch[]> {
    const { db } = this.database;
    const steps = await stepsOf(db, funnelId);
    if (!steps[0]) return [];
    const { clientId } = steps[0];
    const known = await this.known(clientId, db);
    const [funnel] = await db.select().from(funnels).where(eq(funnels.id, funnelId));
    return Promise.all(
      steps.map(async (page) => {
        const forms = await this.forms.some(db, clientId, formsOn(page.draft));
        return {
          pageId: page.id,
          name: page.name,
          ...this.check(page, steps, forms, known, funnel!.style),
        };
      }),
    );
  }

  /** What the client has that its pages may be bound to. */
  async around(clientId: ClientId, db: Queries = this.database.db): Promise<Around> {
    const own = await db
      .select({ id: pages.id, live: pages.liveRevision, offline: pages.offline })
      .from(pages)
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt)));
    const times = await db
      .select({ id: calendars.id, content: calendars.content, facts: clients.facts })
      .from(calendars)
      .innerJoin(clients, eq(clients.id, calendars.clientId))
      .where(and(eq(calendars.clientId, clientId), isNull(calendars.removedAt)));
    const now = this.clock.now();
    const kept = await db.select({ id: files.id }).from(files).where(eq(files.clientId, clientId));
    const pools = await db
      .select({ content: voucherPools.content })
      .from(voucherPools)
      .where(and(eq(voucherPools.clientId, clientId), isNull(voucherPools.removedAt)));
    const asked = await db
      .select({ id: forms.id })
      .from(forms)
      .where(and(eq(forms.clientId, clientId), isNull(forms.removedAt)));
    return {
      pages: own.map(({ id, live, offline }) => ({ id, live: live !== null && !offline })),
      calendars: times.map(({ id, content, facts }) => {
        const event = shownEvent(content, now);
        return {
          id,
          open: takesBookings(content, now),
          notifies: content.notify.length > 0,
          event: event && {
            start: event.start.toString(),
            zone: event.facts.zone,
            fields: eventOnPage(event, facts, facts.locale),
          },
        };
      }),
      files: kept.map(({ id }) => id),
      vouchers: pools.map(({ content: { key, name } }) => ({ key, name })),
      forms: asked.map(({ id }) => id),
      ...(await this.otherClients(clientId, times, db)),
      ...(await this.counting(clientId, db)),
    };
  }

  /** Whether the client pays for ads or means to, and which of its pages carry a tag that counts visits. */
  private async counting(clientId: ClientId, db: Queries): Promise<Pick<Around, 'ads' | 'tags'>> {
    const rows = await db
      .select({ content: tags.content })
      .from(tags)
      .where(eq(tags.clientId, clientId));
    const since = this.clock.now().subtract({ hours: 24 * daysOfAds });
    const spent = and(eq(adSpend.clientId, clientId), gte(adSpend.day, localDay(since, 'UTC')));
    return {
      ads:
        (await db.$count(adBudgets, eq(adBudgets.clientId, clientId))) > 0 ||
        (await db.$count(adSpend, spent)) > 0,
      tags: rows.flatMap(({ content: { on, runs, place } }) =>
        on && runs.kind === 'always' ? [place] : [],
      ),
    };
  }

  /** The agency's other clients, and where this one's calendars and sequences still name them after a copy. */
  private async otherClients(
    clientId: ClientId,
    times: { content: CalendarContent }[],
    db: Queries,
  ): Promise<Pick<Around, 'others' | 'copied'>> {
    const own = await this.clients.row(clientId, db);
    const rows = await db
      .select({ id: clients.id, name: clients.name, facts: clients.facts, host: domains.host })
      .from(clients)
      .leftJoin(domains, eq(domains.clientId, clients.id))
      .where(ne(clients.id, clientId));
    const byId = new Map<ClientId, Around['others'][number]>();
    for (const { id, name, facts, host } of rows) {
      const hosts = [...(byId.get(id)?.hosts ?? []), ...(host ? [host] : [])];
      byId.set(id, { name, phone: facts.phone, email: facts.email, hosts });
    }
    const others = [...byId.values()];
    const messages = await db
      .select({ content: sequences.content })
      .from(sequences)
      .where(and(eq(sequences.clientId, clientId), isNull(sequences.removedAt)));
    const copiedIn =
      (kind: 'calendar' | 'sequence') =>
      ({ content }: { content: { name: string } }) =>
        tracesOf(textsIn(content).join('\n'), own, others).map(({ client }) => ({
          client,
          kind,
          name: content.name,
        }));
    return {
      others,
      copied: [...times.flatMap(copiedIn('calendar')), ...messages.flatMap(copiedIn('sequence'))],
    };
  }
}
