import type { CampaignId, ClientId } from '@plumgate/core/basics';
import type { CampaignContent } from '@plumgate/core/campaigns';
import { and, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { isValidConsent } from '../../records/conditions/consents-sql.ts';
import { consents, people } from '../../records/people/table.ts';
import { suppressedAddresses } from '../../records/messages/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';

/** By what a list is reached, and which of them are. */
export type Reaching = Pick<CampaignContent, 'consent'> & { kind: 'email' | 'text' };

/** Why a person of the list gets none, null for who does: asked of `people`, with `n_of_address` counting those who share an address. */
function whyLeftOut({ kind, consent }: Reaching): SQL {
  const isShared = sql`n_of_address > 1`;
  if (kind === 'text')
    return sql`case when phone_key is null then 'no-phone' when not text_consent then 'no-text-consent' when ${isShared} then 'already-got-it' end`;
  const isUnasked =
    consent === 'agreed'
      ? sql`not exists (select from ${consents} as c where c.person_id = listed.id and c.purpose = 'emails' and ${isValidConsent})`
      : sql`false`;
  return sql`case when email = '' then 'no-email' when mail_refused_at is not null then 'mail-refused' when unsubscribed_at is not null then 'unsubscribed' when exists (select from ${suppressedAddresses} as s where s.client_id = listed.client_id and s.address = listed.email_key) then 'suppressed' when ${isUnasked} then 'no-email-consent' when ${isShared} then 'already-got-it' end`;
}

/**
 * A query that gives everybody of a list with where they are reached and `reason`, why they get none: `id`, `zone`,
 * `address`, `reason`.
 *
 * @param among the part of a query's `where` on `people` that names the list
 */
export function peopleOfCampaign(reaching: Reaching, among: SQL): SQL {
  const key = reaching.kind === 'text' ? sql`phone_key` : sql`email_key`;
  const address = reaching.kind === 'text' ? sql`phone_key` : sql`email`;
  // Of those who share an address, the one who was seen last gets it.
  const listed = sql`select ${people}.*, row_number() over (partition by ${key} order by last_seen_at desc, id) as n_of_address from ${people} where ${among}`;
  return sql`select id, zone, coalesce(${address}, '') as address, ${whyLeftOut(reaching)} as reason from (${listed}) as listed`;
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
