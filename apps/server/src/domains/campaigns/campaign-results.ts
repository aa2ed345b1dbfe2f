import type { CampaignId } from '@plumgate/core/basics';
import { eq, sql, type SQL } from 'drizzle-orm';
import type { CampaignCounts } from '@plumgate/contract';
import type { Queries } from '../../platform/database/database.ts';
import { bookings } from '../../records/booking/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { countedDays } from '../../records/messages/counted-days.ts';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { outbox, type MessageLeftOut } from '../../records/messages/outbox.table.ts';
import { timeline } from '../../records/people/table.ts';

/** What became of a campaign so far, counted from its messages. */
export async function campaignCounts(db: Queries, id: CampaignId): Promise<CampaignCounts> {
  const ofCampaign = eq(outbox.campaignId, id);
  const states = await db
    .select({ state: outbox.state, leftOut: outbox.leftOut, people: sql<number>`count(*)::int` })
    .from(outbox)
    .where(ofCampaign)
    .groupBy(outbox.state, outbox.leftOut);
  const of = (...named: (typeof states)[number]['state'][]) =>
    states
      .filter(({ state }) => named.includes(state))
      .reduce((sum, { people }) => sum + people, 0);
  const within = (at: SQL) =>
    sql`${at} >= o.sent_at and ${at} < o.sent_at + make_interval(days => ${countedDays})`;
  const did = (table: SQL, isTheirs: SQL) =>
    sql`(select count(distinct o.person_id) from ${outbox} as o join ${table} on ${isTheirs} where o.campaign_id = ${id} and o.sent_at is not null)::int`;
  const [seen] = await db
    .select({
      opened: sql<number>`count(*) filter (where ${outbox.openedAt} is not null or ${outbox.clickedAt} is not null)::int`,
      openedByProxy: sql<number>`count(*) filter (where ${outbox.openedBy} <> '' and ${outbox.clickedAt} is null)::int`,
      clicked: sql<number>`count(*) filter (where ${outbox.clickedAt} is not null)::int`,
      complaints: sql<number>`count(*) filter (where ${outbox.complainedAt} is not null)::int`,
      leads: sql<number>`${did(
        sql`${submissions} as s`,
        sql`s.person_id = o.person_id and ${within(sql`s.received_at`)}`,
      )}`,
      booked: sql<number>`${did(
        sql`${bookings} as b`,
        sql`b.person_id = o.person_id and b.state <> 'cancelled' and ${within(sql`b.made_at`)}`,
      )}`,
      answered: sql<number>`${did(
        sql`${timeline} as t`,
        sql`t.person_id = o.person_id and t.fact->>'kind' = 'replied' and ${within(sql`t.at`)}`,
      )}`,
      unsubscribed: sql<number>`${did(
        sql`${timeline} as t`,
        sql`t.person_id = o.person_id and t.fact->>'kind' = (case when o.kind = 'email' then 'unsubscribed' else 'texts-stopped' end) and ${within(sql`t.at`)}`,
      )}`,
    })
    .from(outbox)
    .where(ofCampaign);
  const links = await db
    .select({
      name: messageLinks.name,
      people: sql<number>`count(distinct ${messageLinks.messageId})::int`,
    })
    .from(messageLinks)
    .innerJoin(outbox, eq(outbox.id, messageLinks.messageId))
    .where(sql`${ofCampaign} and ${messageLinks.clicks} > 0`)
    .groupBy(messageLinks.name)
    .orderBy(sql`2 desc, 1`)
    .limit(50);
  return {
    ...{ listed: states.reduce((sum, { people }) => sum + people, 0), ...seen! },
    ...{ waiting: of('queued', 'held'), sent: of('sent', 'delivered') },
    ...{ delivered: of('delivered'), failed: of('failed') },
    leftOut: states.flatMap(({ leftOut, people, state }) =>
      state === 'left-out' ? [{ reason: leftOut as MessageLeftOut, people }] : [],
    ),
    links,
  };
}
