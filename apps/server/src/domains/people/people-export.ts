import { Readable } from 'node:stream';
import { Injectable } from '@nestjs/common';
import type { api, InputOf } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { fullName, typedValue, valueWords, vcardOf } from '@plumgate/core/people';
import { and, asc, desc, eq, type SQL } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
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

/** Who is exported. */
type Exported = InputOf<typeof api.exportPeople>['query'];

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

  /** The people who are meant as a table, newest first, in portions. */
  async csv(clientId: ClientId, meant: Exported): Promise<Readable> {
    const { db } = this.database;
    const { facts } = await this.client(clientId);
    const own = await this.fields.ofClient(db, clientId);
    return Readable.from(this.parts(await this.among(clientId, meant), own, facts));
  }

  /** The same people as contact cards. */
  async contacts(clientId: ClientId, meant: Exported): Promise<Readable> {
    const { facts } = await this.client(clientId);
    const own = await this.fields.ofClient(this.database.db, clientId);
    return Readable.from(this.cards(await this.among(clientId, meant), own, facts));
  }

  private async among(clientId: ClientId, { conditions, search, ids }: Exported): Promise<SQL> {
    const among = await this.lists.among(clientId, conditions, search);
    return ids ? and(among, isAnyOf(people.id, ids))! : among;
  }

  private async client(clientId: ClientId) {
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (!client) throw notFound();
    return client;
  }

  private async *cards(
    among: SQL,
    own: readonly FieldRow[],
    { locale }: { locale: string },
  ): AsyncGenerator<string> {
    for await (const rows of this.portions(among))
      yield rows
        .map((row) =>
          vcardOf({
            ...row,
            notes: own.flatMap(({ key, name }) => {
              const value = row.fields[key];
              return value === undefined ? [] : `${name}: ${valueWords(value, locale)}`;
            }),
          }),
        )
        .join('');
  }

  /** Rows of people, newest first, as many at once as are read in a moment. */
  private async *portions(among: SQL) {
    let after: string | undefined;
    do {
      const rows = await this.database.db
        .select(summary)
        .from(people)
        .leftJoin(users, eq(users.id, people.assigneeId))
        .where(and(among, afterCursor(after, people.addedAt, people.id)))
        .orderBy(desc(people.addedAt), asc(people.id))
        .limit(portion);
      if (rows.length > 0) yield rows;
      const last = rows.at(-1);
      after = rows.length === portion && last ? cursorOf(last.addedAt, last.id) : undefined;
    } while (after);
  }

  private async *parts(
    among: SQL,
    own: readonly FieldRow[],
    { zone, locale, currency }: { zone: string; locale: string; currency: string },
  ): AsyncGenerator<string> {
    const head = ['Name', 'Email', 'Phone', 'Tags', 'Assigned to', 'First source', 'Last source'];
    yield csvOf([
      [
        ...head,
        'Town',
        'Stage',
        'Value',
        'Submissions',
        'Added',
        'Last seen',
        ...own.map(({ name }) => name),
      ],
    ]);
    for await (const rows of this.portions(among))
      yield csvOf(
        rows.map((row) => [
          ...[fullName(row), row.email, row.phone, row.tags.join(', '), row.assigneeName ?? ''],
          ...[row.source, row.lastSource, row.town, row.stageName ?? ''],
          row.value === null ? '' : typedValue({ amount: row.value, currency }),
          ...[String(row.submissions), csvTime(row.addedAt, zone), csvTime(row.lastSeenAt, zone)],
          ...own.map(({ key }) => {
            const value = row.fields[key];
            return value === undefined ? '' : valueWords(value, locale);
          }),
        ]),
      );
  }
}
