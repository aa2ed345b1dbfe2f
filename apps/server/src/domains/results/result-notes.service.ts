import { Injectable } from '@nestjs/common';
import type { ResultNote } from '@plumgate/contract';
import type { ClientId, ResultNoteId } from '@plumgate/core/basics';
import type { Period } from '@plumgate/core/results';
import { and, between, eq, sql, type SQL } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { pageRevisions, pages } from '../../records/pages/table.ts';
import { resultNotes } from '../../records/results/notes.table.ts';
import { splitTests } from '../../records/split-tests/table.ts';
import { ClientService } from '../clients/client.service.ts';

/** What happened on the days of results: what the program knows of, and what somebody wrote down. */
@Injectable()
export class ResultNotesService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
  ) {}

  /** In the order of their days. */
  async of(clientId: ClientId, { from, to }: Period): Promise<ResultNote[]> {
    const { db } = this.database;
    const { zone } = await this.clients.get(clientId);
    const dayOf = (moment: SQL) => sql<string>`((${moment}) at time zone ${zone})::date::text`;
    const own = await db
      .select()
      .from(resultNotes)
      .where(and(eq(resultNotes.clientId, clientId), between(resultNotes.day, from, to)));
    const { rows } = await db.execute<{ day: string; kind: ResultNote['kind']; what: string }>(sql`
      select * from (
        select distinct ${dayOf(sql`r.published_at`)} as day, 'published' as kind, p.name as what
        from ${pageRevisions} as r join ${pages} as p on p.id = r.page_id
        where r.client_id = ${clientId} and r.test_id is null
        union all
        select ${dayOf(sql`t.started_at`)}, 'test-begun', t.hypothesis from ${splitTests} as t
        where t.client_id = ${clientId} and t.started_at is not null
        union all
        select ${dayOf(sql`t.ended_at`)}, 'test-ended', t.hypothesis from ${splitTests} as t
        where t.client_id = ${clientId} and t.ended_at is not null
      ) as happened where day between ${from} and ${to}
      order by day, kind, what`);
    return [
      ...own.map(({ id, day, words }): ResultNote => ({ noteId: id, kind: 'own', day, words })),
      ...published(rows),
      ...rows
        .filter(({ kind }) => kind !== 'published')
        .map(({ day, kind, what }) => ({ noteId: null, kind, day, words: what })),
    ].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  }

  async add(clientId: ClientId, day: string, words: string): Promise<ResultNoteId> {
    const id = this.ids.next<ResultNoteId>();
    await this.database.db.insert(resultNotes).values({ id, clientId, day, words });
    return id;
  }

  async remove(id: ResultNoteId): Promise<void> {
    const gone = await this.database.db
      .delete(resultNotes)
      .where(eq(resultNotes.id, id))
      .returning({ id: resultNotes.id });
    if (gone.length === 0) throw notFound();
  }
}

/** One note for a day, however many pages were published on it. */
function published(rows: { day: string; kind: string; what: string }[]): ResultNote[] {
  const byDay = new Map<string, string[]>();
  for (const { day, kind, what } of rows)
    if (kind === 'published') byDay.set(day, [...(byDay.get(day) ?? []), what]);
  return [...byDay].map(([day, names]) => ({
    ...{ noteId: null, kind: 'published', day, words: names.join(', ') },
  }));
}
