import { Injectable } from '@nestjs/common';
import type { AreaReport, AreaView } from '@plumgate/contract';
import { localDay, type AreaId, type ClientId } from '@plumgate/core/basics';
import type { AreaContent } from '@plumgate/core/market';
import { and, eq, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { areas } from '../../records/listings/areas.table.ts';
import { ClientService } from '../clients/client.service.ts';
import { marketOf, monthsOf } from './market-sql.ts';

/** A report is of the 90 days up to a day, and its line of so many months. Common practice, no source. */
const [daysOfReport, monthsOfLine] = [90, 24];

/** Neighborhoods, and the market in each. */
@Injectable()
export class AreaService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
  ) {}

  async list(clientId: ClientId): Promise<AreaView[]> {
    return this.database.db
      .select({ id: areas.id, content: areas.content, version: areas.version })
      .from(areas)
      .where(eq(areas.clientId, clientId))
      .orderBy(sql`lower(${areas.content}->>'name')`, areas.id);
  }

  async create(clientId: ClientId, content: AreaContent): Promise<AreaId> {
    const id = this.ids.next<AreaId>();
    await this.database.db
      .insert(areas)
      .values({ id, clientId, content, madeAt: this.clock.now() });
    return id;
  }

  /** @throws AppProblem `changed-elsewhere` for a version that is not the present one */
  async save(
    id: AreaId,
    { version, content }: { version: number; content: AreaContent },
  ): Promise<void> {
    const saved = await this.database.db
      .update(areas)
      .set({ content, version: version + 1 })
      .where(and(eq(areas.id, id), eq(areas.version, version)))
      .returning({ id: areas.id });
    if (saved.length === 0) throw new AppProblem('changed-elsewhere');
  }

  async remove(id: AreaId): Promise<void> {
    await this.database.db.delete(areas).where(eq(areas.id, id));
  }

  /** The market of a neighborhood up to a day; null for today. */
  async report(clientId: ClientId, id: AreaId, asOf: string | null): Promise<AreaReport> {
    const { db } = this.database;
    const [row] = await db
      .select()
      .from(areas)
      .where(and(eq(areas.id, id), eq(areas.clientId, clientId)));
    if (!row) throw notFound();
    const { currency, country, zone } = (await this.clients.row(clientId)).facts;
    const unit = country === 'US' ? 'sqft' : 'sqm';
    const to = asOf ?? localDay(this.clock.now(), zone);
    const from = Temporal.PlainDate.from(to)
      .subtract({ days: daysOfReport - 1 })
      .toString();
    const area = { clientId, content: row.content };
    return {
      ...{ name: row.content.name, from, to, currency, unit },
      report: await marketOf(db, area, { from, to, unit }),
      months: await monthsOf(db, area, { to, months: monthsOfLine }),
    };
  }
}
