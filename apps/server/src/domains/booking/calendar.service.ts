import { Injectable } from '@nestjs/common';
import type { CalendarView } from '@plumgate/contract';
import { referencesIn, type CalendarId, type ClientId, type UserId } from '@plumgate/core/basics';
import { CalendarContent, confirmationMergeGroups } from '@plumgate/core/booking';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Database, type Queries } from '../../platform/database/database.ts';
import { discardDraft, draftsOf } from '../../records/drafts/draft-store.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { calendars, type CalendarRow } from '../../records/booking/table.ts';
import { seenBy, seesAll, type Sees } from '../../records/accounts/users-of.ts';

@Injectable()
export class CalendarService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly sites: SiteVersions,
  ) {}

  async list(clientId: ClientId, me: UserId): Promise<CalendarView[]> {
    const rows = await this.database.db
      .select()
      .from(calendars)
      .where(and(eq(calendars.clientId, clientId), isNull(calendars.removedAt)))
      .orderBy(sql`${calendars.content}->>'name'`);
    const ids = rows.map(({ id }) => id);
    const drafts = await draftsOf(this.database.db, 'calendar', ids, me);
    return rows.map((row) => ({ ...row, draft: drafts.get(row.id) ?? null }));
  }

  async get(id: CalendarId, me: UserId): Promise<CalendarView> {
    const row = await this.row(id, seesAll);
    const drafts = await draftsOf(this.database.db, 'calendar', [id], me);
    return { ...row, draft: drafts.get(id) ?? null };
  }

  async create(clientId: ClientId, content: CalendarContent): Promise<CalendarView> {
    const [row] = await this.database.db
      .insert(calendars)
      .values({ id: this.ids.next<CalendarId>(), clientId, content })
      .returning();
    return { ...row!, draft: null };
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

  /** Changes a calendar when nobody else did since `version`. Bookings that are made stay as they were made. */
  async save(
    id: CalendarId,
    me: UserId,
    { version, content }: { version: number; content: CalendarContent },
  ): Promise<CalendarView> {
    return this.database.transaction(async (tx) => {
      const before = await this.row(id, seesAll, tx);
      const named = referencesIn(CalendarContent, content);
      const stored = referencesIn(CalendarContent, before.content);
      await checkReferences(tx, before.clientId, named, 'body.content', stored);
      await checkMergeFields(
        tx,
        before.clientId,
        confirmationMergeGroups,
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
      return { ...row, draft: null };
    });
  }
}
