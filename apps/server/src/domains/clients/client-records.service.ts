import { Injectable } from '@nestjs/common';
import { referencesIn, type ClientId } from '@plumgate/core/basics';
import { ClientRecords } from '@plumgate/core/clients';
import { and, asc, eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { reviews, services, staff } from '../../records/clients/record-tables.ts';
import { checkReferences } from '../../records/references/check-references.ts';

type RecordTable = PgTable & { id: AnyPgColumn; clientId: AnyPgColumn; position: AnyPgColumn };

const tables = { staff, services, reviews } satisfies Record<keyof ClientRecords, RecordTable>;
const kinds = Object.keys(tables) as (keyof ClientRecords)[];

/** The staff, services and reviews of a client: typed once, offered wherever a page shows them. */
@Injectable()
export class ClientRecordsService {
  constructor(private readonly database: Database) {}

  async get(clientId: ClientId, db: Queries = this.database.db): Promise<ClientRecords> {
    const list = async (table: RecordTable) => {
      const rows = await db
        .select()
        .from(table as PgTable)
        .where(eq(table.clientId, clientId))
        .orderBy(asc(table.position), asc(table.id));
      return rows.map(({ clientId: _client, position: _position, ...record }) => record);
    };
    const [people, offers, words] = [await list(staff), await list(services), await list(reviews)];
    return { staff: people, services: offers, reviews: words } as ClientRecords;
  }

  /**
   * Writes the lists in their order. Of the records that the writer knew, those that are in no list any more are deleted;
   * what somebody else added meanwhile stays, after the others.
   */
  async save(
    clientId: ClientId,
    records: ClientRecords,
    known: readonly string[],
  ): Promise<ClientRecords> {
    return this.database.transaction(async (tx) => {
      const before = await this.get(clientId, tx);
      const stored = referencesIn(ClientRecords, before);
      const named = referencesIn(ClientRecords, records);
      await checkReferences(tx, clientId, named, 'body.records', stored);
      for (const kind of kinds) await write(tx, clientId, tables[kind], records[kind], known);
      return this.get(clientId, tx);
    });
  }
}

async function write(
  tx: Queries,
  clientId: ClientId,
  table: RecordTable,
  records: readonly { id: string }[],
  known: readonly string[],
): Promise<void> {
  const kept = new Set(records.map(({ id }) => id));
  const gone = known.filter((id) => !kept.has(id));
  if (gone.length > 0)
    await tx
      .delete(table as PgTable)
      .where(and(eq(table.clientId, clientId), inArray(table.id, gone)));
  if (records.length === 0) return;
  const changed = Object.fromEntries(
    Object.entries(getTableColumns(table as PgTable))
      .filter(([name]) => name !== 'id' && name !== 'clientId')
      .map(([name, column]) => [name, sql`excluded.${sql.identifier(column.name)}`]),
  );
  const written = await tx
    .insert(table as PgTable)
    .values(records.map((record, position) => ({ ...record, clientId, position })))
    .onConflictDoUpdate({
      target: table.id,
      set: changed,
      setWhere: eq(table.clientId, clientId),
    })
    .returning({ id: table.id });
  // An id that another client's record has: nobody but a stranger to this client sends it.
  if (written.length < records.length) throw notFound();
}
