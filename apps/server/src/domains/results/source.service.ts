import { Injectable } from '@nestjs/common';
import type { SourceCount, SourcePreview } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import type { CallNumber } from '@plumgate/core/calls';
import { phoneKey } from '@plumgate/core/people';
import { previewSources, type Origin, type SourceRule } from '@plumgate/core/results';
import { and, count, desc, eq, gt, gte, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { clients } from '../../records/clients/table.ts';
import { pageDays, visitEvents } from '../../records/results/table.ts';
import { SiteVersions } from '../clients/site-versions.ts';

const daysShown = 30;
/** Different origins that a preview looks at, those with most visits first. */
const mostOrigins = 5_000;
const mostShown = 200;

/** Where a client's visits come from, and what the client calls it. */
@Injectable()
export class SourceService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly versions: SiteVersions,
  ) {}

  /** The sources of the last thirty local days, most visitors first, and the rules that name them. */
  async list(
    clientId: ClientId,
  ): Promise<{ rules: SourceRule[]; sources: SourceCount[]; numbers: CallNumber[] }> {
    const { rules, zone, numbers } = await this.client(clientId);
    const today = this.clock.now().toZonedDateTimeISO(zone).toPlainDate();
    const visitors = sql<number>`sum(${pageDays.visitors})`.mapWith(Number);
    const sources = await this.database.db
      .select({
        name: pageDays.source,
        visitors,
        leads: sql<number>`sum(${pageDays.newLeads})`.mapWith(Number),
      })
      .from(pageDays)
      .where(
        and(
          eq(pageDays.clientId, clientId),
          gt(pageDays.day, today.subtract({ days: daysShown }).toString()),
        ),
      )
      .groupBy(pageDays.source)
      .orderBy(desc(visitors), pageDays.source)
      .limit(mostShown);
    return { rules, sources, numbers };
  }

  /** Names sources by these rules from now on; what was counted keeps its name. */
  async name(clientId: ClientId, sourceRules: SourceRule[]): Promise<void> {
    await this.database.transaction(async (tx) => {
      await tx.update(clients).set({ sourceRules }).where(eq(clients.id, clientId));
      // Pages carry the rules, since every visit is named by them.
      await this.versions.changed(tx, clientId);
    });
  }

  /**
   * Gives sources phone numbers of their own, which pages show from now on.
   *
   * @throws AppProblem `bad-request` for what is no phone number in the client's country
   */
  async giveNumbers(clientId: ClientId, numbers: CallNumber[]): Promise<void> {
    const { country } = await this.client(clientId);
    for (const { phone } of numbers)
      if (phoneKey(phone, country) === null)
        throw new AppProblem('bad-request', { detail: `“${phone}” is not a phone number.` });
    await this.database.transaction(async (tx) => {
      await tx.update(clients).set({ callNumbers: numbers }).where(eq(clients.id, clientId));
      await this.versions.changed(tx, clientId);
    });
  }

  /** What these rules would have made of the visits of the last thirty days. */
  async preview(clientId: ClientId, rules: SourceRule[]): Promise<SourcePreview> {
    const { rules: now } = await this.client(clientId);
    const since = this.clock.now().subtract({ hours: daysShown * 24 });
    const origin = sql<Origin>`${visitEvents.origin} - 'clickId'`;
    const seen = await this.database.db
      .select({ origin, visits: count() })
      .from(visitEvents)
      .where(
        and(
          eq(visitEvents.clientId, clientId),
          eq(visitEvents.kind, 'view'),
          gte(visitEvents.at, since),
        ),
      )
      .groupBy(origin)
      .orderBy(desc(count()))
      .limit(mostOrigins);
    return {
      visits: seen.reduce((sum, { visits }) => sum + visits, 0),
      renamed: previewSources(seen, now, rules).slice(0, mostShown),
    };
  }

  private async client(clientId: ClientId) {
    const [row] = await this.database.db
      .select({
        rules: clients.sourceRules,
        numbers: clients.callNumbers,
        facts: clients.facts,
      })
      .from(clients)
      .where(eq(clients.id, clientId));
    const { rules, numbers, facts } = row!;
    return { rules, numbers, zone: facts.zone, country: facts.country };
  }
}
