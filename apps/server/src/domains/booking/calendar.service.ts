import { Injectable } from '@nestjs/common';
import type { CalendarView, EventChange } from '@plumgate/contract';
import {
  referencesIn,
  type CalendarId,
  type ClientId,
  type Instant,
  type UserId,
} from '@plumgate/core/basics';
import { CalendarContent, confirmationMergeGroups } from '@plumgate/core/booking';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Database, type Queries } from '../../platform/database/database.ts';
import { discardDraft, draftsOf } from '../../records/drafts/draft-store.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { EventChanges } from './event-changes.ts';
import { StaffTimesService } from './staff-times.service.ts';
import { WaitingListService } from './waiting-list.service.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { calendars, type CalendarRow } from '../../records/booking/table.ts';
import { seenBy, seesAll, type Sees } from '../../records/accounts/users-of.ts';

@Injectable()
export class CalendarService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly sites: SiteVersions,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly events: EventChanges,
    private readonly staffTimes: StaffTimesService,
    private readonly waiting: WaitingListService,
  ) {}

  async list(clientId: ClientId, me: UserId): Promise<CalendarView[]> {
    const rows = await this.database.db
      .select()
      .from(calendars)
      .where(and(eq(calendars.clientId, clientId), isNull(calendars.removedAt)))
      .orderBy(sql`${calendars.content}->>'name'`);
    const ids = rows.map(({ id }) => id);
    const drafts = await draftsOf(this.database.db, 'calendar', ids, me);
    return Promise.all(
      rows.map((row) => this.viewOf(row, drafts.get(row.id) ?? null, this.database.db)),
    );
  }

  async get(id: CalendarId, me: UserId): Promise<CalendarView> {
    const row = await this.row(id, seesAll);
    const drafts = await draftsOf(this.database.db, 'calendar', [id], me);
    return this.viewOf(row, drafts.get(id) ?? null, this.database.db);
  }

  async create(clientId: ClientId, content: CalendarContent): Promise<CalendarView> {
    const [row] = await this.database.db
      .insert(calendars)
      .values({ id: this.ids.next<CalendarId>(), clientId, content })
      .returning();
    return this.viewOf(row!, null, this.database.db);
  }

  private async viewOf(
    row: CalendarRow,
    draft: CalendarView['draft'],
    db: Queries,
  ): Promise<CalendarView> {
    return { ...row, draft, staff: await this.staffTimes.namesOf(row, db) };
  }

  /** A calendar that somebody may see; that of a client they don't work for does not exist to them. */
  async row(id: CalendarId, who: Sees, db: Queries = this.database.db): Promise<CalendarRow> {
    const [row] = await db
      .select()
      .from(calendars)
      .where(
        and(eq(calendars.id, id), isNull(calendars.removedAt), seenBy(who, calendars.clientId)),
      );
    if (!row) throw notFound();
    return row;
  }

  /** What saving this would mean for those who are signed up for an event. */
  async previewChange(id: CalendarId, content: CalendarContent, who: Sees): Promise<EventChange> {
    const { db } = this.database;
    const before = await this.row(id, who);
    const { moves, gone, isOther } = await this.events.planMoves(db, before, content);
    const recordings = await this.events.recordingsToSend(db, before, content);
    const count = (starts: readonly Instant[]) => this.events.countOn(db, before.id, starts);
    return {
      moved: isOther
        ? await this.events.countOn(db, before.id, null)
        : await count([...moves.keys()].map((at) => Temporal.Instant.from(at))),
      gone: await Promise.all(
        gone.map(async (at) => ({ start: at.toString(), people: await count([at]) })),
      ),
      recordings: recordings.length,
    };
  }

  /**
   * Changes a calendar when nobody else did since `version`. Bookings that are made stay as they were made; an event takes
   * them along to its new time or place, and sends a recording that is new to those who were signed up.
   */
  async save(
    id: CalendarId,
    me: UserId,
    { version, content }: { version: number; content: CalendarContent },
  ): Promise<CalendarView> {
    const saved = await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const before = await this.row(id, seesAll, tx);
      const named = referencesIn(CalendarContent, content);
      const stored = referencesIn(CalendarContent, before.content);
      await checkReferences(tx, before.clientId, named, 'body.content', stored);
      await checkMergeFields(
        tx,
        before.clientId,
        confirmationMergeGroups(content),
        CalendarContent,
        { document: content, stored: before.content },
        'body.content',
      );
      const [row] = await tx
        .update(calendars)
        .set({ content, version: version + 1 })
        .where(and(eq(calendars.id, id), eq(calendars.version, version)))
        .returning();
      if (!row) throw new AppProblem('changed-elsewhere');
      await discardDraft(tx, 'calendar', id, me);
      await this.sites.changed(tx, row.clientId);
      await this.events.eventChanged(tx, effects, before, row);
      await this.waiting.offerSeats(tx, effects, row);
      await effects.write(tx);
      return this.viewOf(row, null, tx);
    });
    this.worker.wake();
    return saved;
  }
}
