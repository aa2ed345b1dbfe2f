import { Injectable } from '@nestjs/common';
import type { ConversionView } from '@plumgate/contract';
import {
  unitsText,
  type Cents,
  type ClientId,
  type ConversionId,
  type Instant,
} from '@plumgate/core/basics';
import {
  countConversions,
  outcomeValue,
  type Conversion,
  type ConversionContent,
  type Outcome,
} from '@plumgate/core/conversions';
import { timeOfPeriod, type Period } from '@plumgate/core/results';
import { asc, eq, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { csvOf } from '../../platform/http/csv.ts';
import { IdSource } from '../../platform/id-source.ts';
import { conversions } from '../../records/results/conversions.table.ts';
import { ClientService } from '../clients/client.service.ts';
import { lastOutcome, outcomesOf, touchesOf, type TouchSeen } from './outcomes.ts';

const mostConversions = 30;
type Counted = Conversion<TouchSeen, Outcome>;

/** Named outcomes: counted on the server from what happened, and put down to the visits that led to them. */
@Injectable()
export class ConversionService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly clients: ClientService,
  ) {}

  async list(clientId: ClientId, period: Period): Promise<ConversionView[]> {
    const rows = await this.database.db
      .select()
      .from(conversions)
      .where(eq(conversions.clientId, clientId))
      .orderBy(asc(conversions.madeAt), sql`${conversions.content}->>'name'`);
    const time = await this.timeOf(clientId, period);
    const views: ConversionView[] = [];
    const aYearAgo = this.clock.now().subtract({ hours: 24 * 365 });
    for (const { id, content } of rows) {
      const lastAt = await lastOutcome(this.database.db, clientId, content.on, aYearAgo);
      views.push(viewOf(id, content, lastAt, await this.count(clientId, content, time)));
    }
    return views;
  }

  async add(clientId: ClientId, content: ConversionContent): Promise<ConversionId> {
    const { db } = this.database;
    if ((await db.$count(conversions, eq(conversions.clientId, clientId))) >= mostConversions)
      throw new AppProblem('bad-request', {
        detail: `A client counts ${mostConversions} outcomes at most.`,
      });
    const id = this.ids.next<ConversionId>();
    await db.insert(conversions).values({ id, clientId, content, madeAt: this.clock.now() });
    return id;
  }

  async change(id: ConversionId, content: ConversionContent): Promise<void> {
    await this.database.db.update(conversions).set({ content }).where(eq(conversions.id, id));
  }

  async remove(id: ConversionId): Promise<void> {
    await this.database.db.delete(conversions).where(eq(conversions.id, id));
  }

  /** Those of a period that an ad's click led to, in the columns that ad platforms import. */
  async clicksCsv(id: ConversionId, period: Period): Promise<string> {
    const [row] = await this.database.db.select().from(conversions).where(eq(conversions.id, id));
    if (!row) throw notFound();
    const { clientId, content } = row;
    const { zone, currency } = (await this.clients.row(clientId)).facts;
    const counted = await this.count(clientId, content, await this.timeOf(clientId, period));
    return csvOf([
      ['Click ID', 'Click ID field', 'Conversion name', 'Conversion time', 'Value', 'Currency'],
      ...counted.flatMap(({ outcome, touch }) => {
        if (!touch?.origin.clickId) return [];
        const { value } = outcome;
        return [
          [
            ...[touch.origin.clickId, touch.origin.click ?? '', content.name],
            outcome.at.toZonedDateTimeISO(zone).toString({
              ...({ timeZoneName: 'never', smallestUnit: 'second' } as const),
            }),
            ...(value === null ? ['', ''] : [unitsText({ amount: value, currency }), currency]),
          ],
        ];
      }),
    ]);
  }

  private async timeOf(clientId: ClientId, period: Period) {
    return timeOfPeriod(period, (await this.clients.get(clientId)).zone);
  }

  /** Those of a time that count. What was counted before it begins keeps the same person from counting again within the window. */
  private async count(
    clientId: ClientId,
    { on, rule, value }: ConversionContent,
    { from, to }: { from: Instant; to: Instant },
  ): Promise<Counted[]> {
    const { db } = this.database;
    const window = { hours: 24 * rule.windowDays };
    const outcomes = await outcomesOf(db, clientId, on, { from: from.subtract(window), to });
    const touches = await touchesOf(
      db,
      clientId,
      outcomes,
      on,
      from.subtract(window).subtract(window),
    );
    const valued = outcomes.map(({ person, at, worth }): Outcome => ({
      ...{ person, at },
      value: outcomeValue(value, worth),
    }));
    return countConversions(touches, valued, rule).filter(
      ({ outcome }) => Temporal.Instant.compare(outcome.at, from) >= 0,
    );
  }
}

function viewOf(
  conversionId: ConversionId,
  content: ConversionContent,
  lastAt: Instant | null,
  counted: Counted[],
): ConversionView {
  const sources = new Map<string, { count: number; value: number; clicks: number }>();
  for (const { outcome, touch } of counted) {
    const key = touch?.source ?? '';
    const sum = sources.get(key) ?? { count: 0, value: 0, clicks: 0 };
    sum.count += 1;
    sum.value += outcome.value ?? 0;
    sum.clicks += touch?.origin.clickId ? 1 : 0;
    sources.set(key, sum);
  }
  const rows = [...sources].map(([source, sum]) => ({ source, ...sum }));
  const total = (of: 'count' | 'value' | 'clicks') => rows.reduce((sum, row) => sum + row[of], 0);
  return {
    ...{ conversionId, content, lastAt: lastAt?.toString() ?? null },
    ...{ count: total('count'), clicks: total('clicks') },
    value: content.value.kind === 'none' ? null : (total('value') as Cents),
    sources: rows
      .map(({ source, count, value }) => ({ source, count, value: value as Cents }))
      .sort((a, b) => b.count - a.count),
  };
}
