import { Injectable } from '@nestjs/common';
import type { LeadRates } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { sql } from 'drizzle-orm';
import { bookings } from '../../records/booking/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';

type Counts = Pick<LeadRates, 'leads' | 'booked' | 'came' | 'missed' | 'unknown'>;

/** How fast the leads of a client hear from it, how many of them book, and how many of those who booked come. */
@Injectable()
export class LeadRatesService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /**
   * The rates of the last days. A lead is a person who wrote or called, counted when they first did; imported people are none.
   * A booking counts when it began, and is missed only where somebody said so.
   */
  async of(clientId: ClientId, days: number): Promise<LeadRates> {
    const now = this.clock.now();
    const since = now.subtract({ hours: 24 * days });
    const [from, until] = [since.toString(), now.toString()];
    const leads = sql`select ${people.id}, ${people.source}, ${people.addedAt} from ${people} where ${people.clientId} = ${clientId} and ${people.removedAt} is null and ${people.submissionCount} > 0 and ${people.addedAt} >= ${from} and ${people.addedAt} < ${until}`;
    const { rows: counted } = await this.database.db.execute<{
      answered: number;
      median: number | null;
    }>(
      sql`with leads as (${leads}),
        first as (
          select leads.id, min(${outbox.sentAt}) - leads.added_at as took
          from leads join ${outbox} on ${outbox.personId} = leads.id and ${outbox.sentAt} >= leads.added_at
          group by leads.id, leads.added_at
        )
        select count(*)::int as answered, percentile_cont(0.5) within group (order by extract(epoch from took)) as median from first`,
    );
    const { rows: bySource } = await this.database.db.execute<{ source: string } & Counts>(
      sql`with leads as (${leads}),
        of_leads as (
          select source, count(*)::int as leads, count(*) filter (where exists (
            select 1 from ${bookings} where ${bookings.personId} = leads.id and ${bookings.state} <> 'cancelled'
          ))::int as booked
          from leads group by source
        ),
        of_bookings as (
          select ${people.source} as source,
            count(*) filter (where ${bookings.state} = 'came')::int as came,
            count(*) filter (where ${bookings.state} = 'missed')::int as missed,
            count(*) filter (where ${bookings.state} = 'booked')::int as unknown
          from ${bookings} join ${people} on ${people.id} = ${bookings.personId}
          where ${bookings.clientId} = ${clientId} and ${people.removedAt} is null and ${bookings.state} <> 'cancelled'
            and ${bookings.endsAt} >= ${from} and ${bookings.endsAt} < ${until}
          group by ${people.source}
        )
        select source, coalesce(leads, 0) as leads, coalesce(booked, 0) as booked,
          coalesce(came, 0) as came, coalesce(missed, 0) as missed, coalesce(unknown, 0) as unknown
        from of_leads full join of_bookings using (source)
        order by leads desc, source`,
    );
    const [first] = counted;
    const sum = (key: keyof Counts) => bySource.reduce((total, row) => total + row[key], 0);
    return {
      since: from,
      ...{ leads: sum('leads'), booked: sum('booked') },
      ...{ came: sum('came'), missed: sum('missed'), unknown: sum('unknown') },
      answered: first!.answered,
      medianSeconds: first!.median === null ? null : Math.round(Number(first!.median)),
      sources: bySource,
    };
  }
}
