import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  done,
  failed,
  localDay,
  type ClientId,
  type ListingId,
  type Outcome,
  type StaffId,
} from '@plumgate/core/basics';
import {
  changedListing,
  listingColumns,
  listingFromReso,
  resoOfRow,
  type ListingContent,
  type ReadListing,
} from '@plumgate/core/listings';
import { and, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Jobs, type JobProgress, type JobRow } from '../../platform/jobs/jobs.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { markPagesOf } from '../../records/listings/homes-for-sale.ts';
import { listings } from '../../records/listings/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { ImportFiles } from '../people-import/import-files.ts';
import { jsonColumn } from '../people-import/read-table.ts';

const importJob = 'import-listings';
const tryJob = 'try-listings-import';
/** Rows written in one transaction: visitors wait no longer than one takes. */
const portion = 400;

interface Counts {
  made: number;
  changed: number;
}

/** Brings listings in from a file of the trade's systems, as a job. */
@Injectable()
export class ListingImport implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly jobs: Jobs,
    private readonly files: ImportFiles,
    private readonly clients: ClientService,
    private readonly versions: SiteVersions,
  ) {}

  onModuleInit(): void {
    this.jobs.register(importJob, { run: (job, progress) => this.run(job, progress, false) });
    this.jobs.register(tryJob, { run: (job, progress) => this.run(job, progress, true) });
  }

  /**
   * Asks for an import, or for a try of it, of CSV or JSON.
   *
   * @throws AppProblem `bad-request` for a file without rows
   */
  async ask(
    who: CurrentUser,
    clientId: ClientId,
    content: Buffer,
    { isTry }: { isTry: boolean },
  ): Promise<string> {
    const file = await this.files.keep(content, null, 'a listing');
    return this.jobs.ask(this.database.db, {
      ...{ clientId, kind: isTry ? tryJob : importJob, askedBy: who.name },
      input: { file },
    });
  }

  private async run(
    job: JobRow,
    progress: JobProgress,
    isTry: boolean,
  ): Promise<Record<string, unknown>> {
    const { content, header } = await this.files.open((job.input as { file: string }).file);
    const client = await this.clients.row(job.clientId as ClientId);
    const { currency, country, zone } = client.facts;
    const unit = country === 'US' ? ('sqft' as const) : ('sqm' as const);
    const columns = header[0] === jsonColumn ? null : listingColumns(header);
    const agents = await this.agents(client.id);
    const counts: Counts = { made: 0, changed: 0 };
    const row = (cells: string[]): Outcome<ListingContent, string> => {
      const record: unknown = columns ? resoOfRow(columns, cells) : parsed(cells[0]!);
      const read = listingFromReso(record, { currency, unit });
      return read.ok ? done(withAgent(read.value, agents)) : failed(read.problem);
    };
    const today = localDay(this.clock.now(), zone);
    const does = async (rows: ListingContent[]) => {
      await this.database.transaction(async (tx) => {
        const written = await this.write(tx, client.id, rows, { today, isTry });
        counts.made += written.made;
        counts.changed += written.changed;
      });
    };
    const read = await this.files.read(job.id, content, { row, does, progress, portion });
    if (!isTry) await this.versions.changed(this.database.db, client.id);
    return { ...counts, ...read };
  }

  /** Writes a portion: what has a number that is known, or without one the address, is changed. Written again it changes nothing. */
  private async write(
    tx: Queries,
    clientId: ClientId,
    rows: readonly ListingContent[],
    { today, isTry }: { today: string; isTry: boolean },
  ): Promise<Counts> {
    const known = await this.known(tx, clientId, rows);
    const now = this.clock.now();
    const fresh = new Map<string, typeof listings.$inferInsert>();
    const changed = new Map<ListingId, ListingContent>();
    for (const content of rows) {
      const key = keyOf(content);
      const before = known.get(key);
      if (before) {
        const merged = mergedListing(changed.get(before.id) ?? before.content, content);
        changed.set(before.id, changedListing(before.content, merged, today));
      } else
        fresh.set(key, {
          ...{
            id: this.ids.next<ListingId>(),
            clientId,
            content: changedListing(null, content, today),
          },
          ...{ madeAt: now, changedAt: now },
        });
    }
    const counts = { made: fresh.size, changed: changed.size };
    if (isTry) return counts;
    if (fresh.size > 0) await tx.execute(insertMany(listings, [...fresh.values()]).getSQL());
    // In one order for all, so that two imports never wait for each other in a ring.
    for (const [id, content] of [...changed].sort(([a], [b]) => (a < b ? -1 : 1)))
      await tx
        .update(listings)
        .set({ content, version: sql`${listings.version} + 1`, changedAt: now })
        .where(eq(listings.id, id));
    await markPagesOf(tx, clientId, [...changed.keys()]);
    return counts;
  }

  private async known(
    tx: Queries,
    clientId: ClientId,
    rows: readonly ListingContent[],
  ): Promise<Map<string, { id: ListingId; content: ListingContent }>> {
    const numbers = rows.map(({ number }) => number).filter((number) => number !== '');
    const places = rows.flatMap((one) => (one.number === '' ? [searchTextOf(one)] : []));
    const found = await tx
      .select({ id: listings.id, content: listings.content })
      .from(listings)
      .where(
        and(
          eq(listings.clientId, clientId),
          isNull(listings.removedAt),
          or(
            numbers.length > 0 ? inArray(listings.number, numbers) : undefined,
            places.length > 0
              ? and(eq(listings.number, ''), inArray(listings.searchText, places))
              : undefined,
          ),
        ),
      );
    return new Map(found.map((one) => [keyOf(one.content), one]));
  }

  private async agents(clientId: ClientId): Promise<Map<string, StaffId>> {
    const rows = await this.database.db
      .select({ id: staff.id, name: staff.name })
      .from(staff)
      .where(eq(staff.clientId, clientId));
    return new Map(rows.map(({ id, name }) => [name.trim().toLowerCase(), id]));
  }
}

const withAgent = (
  { content, agentName }: ReadListing,
  agents: ReadonlyMap<string, StaffId>,
): ListingContent => ({ ...content, agent: agents.get(agentName.toLowerCase()) ?? null });

/** What is known here and in no file of the trade's stays: pictures, the plan, open houses, and who shows it where the file names nobody. */
const mergedListing = (before: ListingContent, given: ListingContent): ListingContent => ({
  ...given,
  pictures: before.pictures,
  plan: before.plan,
  openHouses: before.openHouses,
  agent: given.agent ?? before.agent,
  place: given.place ?? before.place,
});

/** As the table has it. */
const searchTextOf = ({ street, town, postcode, number }: ListingContent): string =>
  [street, town, postcode, number].join(' ').toLowerCase();

const keyOf = (content: ListingContent): string =>
  content.number === '' ? `at ${searchTextOf(content)}` : `number ${content.number}`;

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
