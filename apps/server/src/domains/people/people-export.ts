import { Readable } from 'node:stream';
import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import type { Conditions } from '@plumgate/core/conditions';
import { fullName, valueWords } from '@plumgate/core/people';
import { and, asc, desc, eq, type SQL } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { csvOf, csvTime } from '../../platform/http/csv.ts';
import { afterCursor, cursorOf } from '../../platform/http/cursor.ts';
import { users } from '../../records/accounts/table.ts';
import { clients } from '../../records/clients/table.ts';
import { FieldStore, type FieldRow } from '../../records/people/field-store.ts';
import { summary } from '../../records/people/person-summary.ts';
import { people } from '../../records/people/table.ts';
import { PeopleList } from './people-list.service.ts';

/** How many rows are read at once. */
const portion = 500;

/** Gives a client's people as a table for a spreadsheet, with their own fields. */
@Injectable()
export class PeopleExport {
  constructor(
    private readonly database: Database,
    private readonly fields: FieldStore,
    private readonly lists: PeopleList,
  ) {}

  /** The people whom conditions name, newest first, in portions. */
  async csv(clientId: ClientId, conditions: Conditions, search: string): Promise<Readable> {
    const { db } = this.database;
    const [client] = await db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (!client) throw notFound();
    const own = await this.fields.ofClient(db, clientId);
    return Readable.from(
      this.parts(await this.lists.among(clientId, conditions, search), own, client.facts),
    );
  }

  private async *parts(
    among: SQL,
    own: readonly FieldRow[],
    { zone, locale }: { zone: string; locale: string },
  ): AsyncGenerator<string> {
    const head = ['Name', 'Email', 'Phone', 'Tags', 'Assigned to', 'First source', 'Last source'];
    yield csvOf([[...head, 'Submissions', 'Added', 'Last seen', ...own.map(({ name }) => name)]]);
    let after: string | undefined;
    do {
      const rows = await this.database.db
        .select({ ...summary, fields: people.fields })
        .from(people)
        .leftJoin(users, eq(users.id, people.assigneeId))
        .where(and(among, afterCursor(after, people.addedAt, people.id)))
        .orderBy(desc(people.addedAt), asc(people.id))
        .limit(portion);
      yield csvOf(
        rows.map((row) => [
          ...[fullName(row), row.email, row.phone, row.tags.join(', '), row.assigneeName ?? ''],
          ...[row.source, row.lastSource, String(row.submissions)],
          ...[csvTime(row.addedAt, zone), csvTime(row.lastSeenAt, zone)],
          ...own.map(({ key }) => {
            const value = row.fields[key];
            return value === undefined ? '' : valueWords(value, locale);
          }),
        ]),
      );
      const last = rows.at(-1);
      after = rows.length === portion && last ? cursorOf(last.addedAt, last.id) : undefined;
    } while (after);
  }
}
