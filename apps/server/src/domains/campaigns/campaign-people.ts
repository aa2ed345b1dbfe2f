import type { CampaignId, ClientId, Instant } from '@plumgate/core/basics';
import { daysBetweenOffers } from '@plumgate/core/followup';
import type { CampaignContent } from '@plumgate/core/campaigns';
import { and, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { isValidConsent } from '../../records/conditions/consents-sql.ts';
import { consents, people } from '../../records/people/table.ts';
import { suppressedAddresses } from '../../records/messages/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';

/** By what a list is reached, and which of them are. */
export type Reaching = Pick<CampaignContent, 'consent'> & { kind: 'email' | 'text' };

/** Whoever wants offers at most once a week or month was sent one in that time, or it waits for them. */
function isTooOften(now: Instant): SQL {
  const days = sql.join(
    Object.entries(daysBetweenOffers).flatMap(([rhythm, days]) =>
      days === null ? [] : sql`when ${rhythm} then ${days}::int`,
    ),
    sql` `,
  );
  const since = sql`${now.toString()}::timestamptz - make_interval(days => case offers ${days} end)`;
  return sql`offers in ('weekly', 'monthly') and exists (select from ${outbox} as o where o.person_id = listed.id and o.campaign_id is not null and o.kind = 'email' and (o.state in ('queued', 'held') or o.sent_at > ${since}))`;
}

/** Why a person of the list gets none, null for who does: asked of `people`, with `n_of_address` counting those who share an address. */
function whyLeftOut({ kind, consent }: Reaching, now: Instant): SQL {
  const isShared = sql`n_of_address > 1`;
  if (kind === 'text')
    return sql`case when phone_key is null then 'no-phone' when not text_consent then 'no-text-consent' when ${isShared} then 'already-got-it' end`;
  const isUnasked =
    consent === 'agreed'
      ? sql`not exists (select from ${consents} as c where c.person_id = listed.id and c.purpose = 'emails' and ${isValidConsent})`
      : sql`false`;
  return sql`case when email = '' then 'no-email' when mail_refused_at is not null then 'mail-refused' when unsubscribed_at is not null then 'unsubscribed' when exists (select from ${suppressedAddresses} as s where s.client_id = listed.client_id and s.address = listed.email_key) then 'suppressed' when mail_paused_until > ${now.toString()}::timestamptz then 'mail-paused' when offers = 'never' then 'offers-refused' when ${isTooOften(now)} then 'offers-too-often' when ${isUnasked} then 'no-email-consent' when ${isShared} then 'already-got-it' end`;
}

/**
 * A query that gives everybody of a list with where they are reached and `reason`, why they get none: `id`, `zone`,
 * `address`, `reason`.
 *
 * @param among the part of a query's `where` on `people` that names the list
 */
export function peopleOfCampaign(reaching: Reaching, among: SQL, now: Instant): SQL {
  const key = reaching.kind === 'text' ? sql`phone_key` : sql`email_key`;
  const address = reaching.kind === 'text' ? sql`phone_key` : sql`email`;
  // Of those who share an address, the one who was seen last gets it.
  const listed = sql`select ${people}.*, row_number() over (partition by ${key} order by last_seen_at desc, id) as n_of_address from ${people} where ${among}`;
  return sql`select id, zone, coalesce(${address}, '') as address, ${whyLeftOut(reaching, now)} as reason from (${listed}) as listed`;
}

/** The people of a list who were sent another campaign and did not open it, as far as mail programs tell. */
export const didNotOpen = (clientId: ClientId, campaign: CampaignId): SQL =>
  and(
    eq(people.clientId, clientId),
    isNull(people.removedAt),
    sql`${people.id} in (select ${outbox.personId} from ${outbox} where ${and(
      eq(outbox.campaignId, campaign),
      inArray(outbox.state, ['sent', 'delivered']),
      isNull(outbox.openedAt),
      isNull(outbox.clickedAt),
    )})`,
  )!;
