import type { ClientRow } from '../../records/clients/table.ts';
import { Injectable } from '@nestjs/common';
import type { Around, PageLaunch } from '@plumgate/contract';
import type { ClientId, FunnelId } from '@plumgate/core/basics';
import { nextOf } from '@plumgate/core/funnels';
import { launchCheck, type LaunchCheck } from '@plumgate/core/launch';
import { formsOn, type Draft } from '@plumgate/core/page';
import { and, eq, isNull } from 'drizzle-orm';
import { calendars } from '../../records/booking/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FormService } from '../forms/form.service.ts';
import { forms } from '../../records/forms/table.ts';
import { files } from '../../records/pictures/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { stepsOf, type PageRow } from '../../records/pages/page-row.ts';
import { pages } from '../../records/pages/table.ts';

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
  check(page: PageRow, steps: PageRow[], forms: Draft['forms'], known: Known): LaunchCheck {
    const { client, around } = known;
    const index = steps.findIndex(({ id }) => id === page.id);
    return launchCheck({
      draft: { page: page.draft, forms },
      client,
      brand: client.brand,
      now: this.clock.now(),
      next: nextOf(steps, index),
      isLast: index === steps.length - 1,
      around,
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
    return Promise.all(
      steps.map(async (page) => {
        const forms = await this.forms.some(db, clientId, formsOn(page.draft));
        return { pageId: page.id, name: page.name, ...this.check(page, steps, forms, known) };
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
      .select({ id: calendars.id, content: calendars.content })
      .from(calendars)
      .where(and(eq(calendars.clientId, clientId), isNull(calendars.removedAt)));
    const kept = await db.select({ id: files.id }).from(files).where(eq(files.clientId, clientId));
    const asked = await db
      .select({ id: forms.id })
      .from(forms)
      .where(and(eq(forms.clientId, clientId), isNull(forms.removedAt)));
    return {
      pages: own.map(({ id, live, offline }) => ({ id, live: live !== null && !offline })),
      calendars: times.map(({ id, content: { rules, notify } }) => ({
        id,
        open: [...rules.hours, ...rules.days.map(({ spans }) => spans)].some(
          (spans) => spans.length > 0,
        ),
        notifies: notify.length > 0,
      })),
      files: kept.map(({ id }) => id),
      forms: asked.map(({ id }) => id),
    };
  }
}
