import { Injectable } from '@nestjs/common';
import type { Answered, api } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { rateOf, type Period } from '@plumgate/core/results';
import { sql } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { clients } from '../../records/clients/table.ts';
import { firstSteps } from '../../records/pages/first-steps.ts';
import { pageDays } from '../../records/results/table.ts';

/** Of one client alone the rate would be told to another. */
const fewestOthers = 2;

/** What a client's pages are held against: those of the agency's other clients of the same trade, all together. */
@Injectable()
export class BenchmarkService {
  constructor(private readonly database: Database) {}

  /** The first steps of their funnels in a time; no rate where there are too few of them to stay unnamed. */
  async of(clientId: ClientId, { from, to }: Period): Promise<Answered<typeof api.getBenchmark>> {
    const { rows } = await this.database.db.execute<{
      trade: string;
      others: number;
      visitors: number;
      converted: number;
    }>(sql`
      with own as (select facts->>'trade' as trade from ${clients} where id = ${clientId}),
      others as (
        select c.id from ${clients} as c, own
        where c.id <> ${clientId} and c.archived_at is null and own.trade <> ''
          and lower(c.facts->>'trade') = lower(own.trade)
      ), counted as (
        select d.client_id, d.visitors, d.converted from ${pageDays} as d
        where d.client_id in (select id from others) and d.day between ${from} and ${to} and d.page_id in (
          select id from (${firstSteps(sql`client_id in (select id from others)`)}) as first_steps
        )
      )
      select own.trade, count(distinct client_id) filter (where visitors > 0)::int as others,
        coalesce(sum(visitors), 0)::int as visitors, coalesce(sum(converted), 0)::int as converted
      from own left join counted on true group by own.trade`);
    const { trade, others, visitors, converted } = rows[0]!;
    const isTold = others >= fewestOthers;
    return {
      ...{ trade, others },
      ...(isTold
        ? { visitors, conversions: converted, rate: rateOf({ converted, visitors }) }
        : { visitors: 0, conversions: 0, rate: null }),
    };
  }
}
