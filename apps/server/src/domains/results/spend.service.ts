import { Injectable } from '@nestjs/common';
import type { Answered, api } from '@plumgate/contract';
import { localDay, type Cents, type ClientId } from '@plumgate/core/basics';
import type { Period } from '@plumgate/core/results';
import { mergedSpend, monthEndsAt, type SpendRow } from '@plumgate/core/spend';
import { and, asc, between, desc, eq, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database } from '../../platform/database/database.ts';
import { adBudgets, adSpend } from '../../records/results/spend.table.ts';
import { ClientService } from '../clients/client.service.ts';

const mostRows = 5000;

/** What ads cost: typed or imported, a row for a day, a source and a campaign. */
@Injectable()
export class SpendService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly clients: ClientService,
  ) {}

  /** The rows of a period, the newest first, and where the month of today will end. */
  async of(clientId: ClientId, { from, to }: Period): Promise<Answered<typeof api.getSpend>> {
    const { db } = this.database;
    const rows = await db
      .select({
        day: adSpend.day,
        source: adSpend.source,
        campaign: adSpend.campaign,
        amount: adSpend.amount,
      })
      .from(adSpend)
      .where(and(eq(adSpend.clientId, clientId), between(adSpend.day, from, to)))
      .orderBy(desc(adSpend.day), asc(adSpend.source), asc(adSpend.campaign))
      .limit(mostRows);
    const [budget] = await db.select().from(adBudgets).where(eq(adBudgets.clientId, clientId));
    return { rows, monthly: budget?.monthly ?? null, month: await this.month(clientId) };
  }

  private async month(clientId: ClientId): Promise<Answered<typeof api.getSpend>['month']> {
    const { zone } = await this.clients.get(clientId);
    const today = Temporal.PlainDate.from(localDay(this.clock.now(), zone));
    const first = today.with({ day: 1 });
    const [sum] = await this.database.db
      .select({
        spent: sql<number>`coalesce(sum(${adSpend.amount}), 0)`.mapWith(Number),
        last: sql<string | null>`max(${adSpend.day})::text`,
      })
      .from(adSpend)
      .where(
        and(
          eq(adSpend.clientId, clientId),
          between(adSpend.day, first.toString(), today.toString()),
        ),
      );
    const { spent, last } = sum!;
    const lastDay = last ? Temporal.PlainDate.from(last).day : 0;
    return {
      first: first.toString(),
      spent: spent as Cents,
      until: last,
      endsAt: monthEndsAt(spent, lastDay, today.daysInMonth),
    };
  }

  /** Writes rows over those of the same day, source and campaign; one of 0 takes its row away. */
  async write(clientId: ClientId, given: readonly SpendRow[]): Promise<number> {
    const rows = mergedSpend(given);
    const kept = rows.filter(({ amount }) => amount > 0);
    await this.database.transaction(async (tx) => {
      for (const { day, source, campaign } of rows.filter(({ amount }) => amount === 0))
        await tx
          .delete(adSpend)
          .where(
            and(
              eq(adSpend.clientId, clientId),
              eq(adSpend.day, day),
              eq(adSpend.source, source),
              eq(adSpend.campaign, campaign),
            ),
          );
      if (kept.length > 0)
        await tx.execute(
          insertMany(
            adSpend,
            kept.map((row) => ({ ...row, clientId })),
            sql` on conflict (client_id, day, source, campaign) do update set amount = excluded.amount`,
          ).getSQL(),
        );
    });
    return rows.length;
  }

  async setBudget(clientId: ClientId, monthly: Cents | null): Promise<void> {
    const { db } = this.database;
    if (monthly === null) {
      await db.delete(adBudgets).where(eq(adBudgets.clientId, clientId));
      return;
    }
    await db
      .insert(adBudgets)
      .values({ clientId, monthly })
      .onConflictDoUpdate({ target: adBudgets.clientId, set: { monthly } });
  }
}
