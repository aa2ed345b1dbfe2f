import {
  minorDigits,
  type Cents,
  type CurrencyCode,
  type Instant,
  type PersonId,
} from '@plumgate/core/basics';
import { messageTerms, type Facts, type FactValue } from '@plumgate/core/conditions';
import { isOpen } from '@plumgate/core/opening';
import { sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import type { Queries } from '../../platform/database/database.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { ClientRow } from '../clients/table.ts';
import { bookings } from '../booking/table.ts';
import { sequenceRuns } from '../followup/table.ts';
import { submissions } from '../intake/table.ts';
import { consents, people, personTags, timeline } from '../people/table.ts';
import { behaviorOf } from './behavior-of.ts';
import { isValidConsent } from './consents-sql.ts';
import { messageFacts, messageKinds } from './message-facts.ts';

const listed = (columns: string, from: ReturnType<typeof sql>) =>
  sql`coalesce((select jsonb_agg(jsonb_build_array(${sql.raw(columns)})) from ${from}), '[]')`;

/** What conditions may ask about people of a client, read at once; people who are not there are left out. */
export async function factsOf(
  db: Queries,
  ids: readonly PersonId[],
  { id: clientId, facts: client }: Pick<ClientRow, 'id' | 'facts'>,
  now: Instant,
): Promise<Map<PersonId, Facts>> {
  const behavior = await behaviorOf(db, clientId, ids, now);
  const rows = await db
    .select({
      person: people,
      tags: sql<
        [string][]
      >`${listed('t.tag', sql`${personTags} as t where t.person_id = people.id`)}`,
      submissions: sql<
        [never, never, never, Record<string, FactValue>][]
      >`${listed('s.form_id, s.page_id, s.funnel_id, s.answers', sql`${submissions} as s where s.person_id = people.id`)}`,
      bookings: sql<
        [never, never, number, number][]
      >`${listed('b.calendar_id, b.state, extract(epoch from b.starts_at), b.changes', sql`${bookings} as b where b.person_id = people.id`)}`,
      runs: sql<
        [never, never][]
      >`${listed('r.sequence_id, r.state', sql`${sequenceRuns} as r where r.person_id = people.id`)}`,
      consents: sql<
        [never][]
      >`${listed('c.purpose', sql`${consents} as c where c.person_id = people.id and ${isValidConsent}`)}`,
      messages: sql<
        [string][]
      >`${listed('m.kind', sql`(select distinct t.fact->>'kind' as kind from ${timeline} as t where t.person_id = people.id and t.fact->>'kind' = any(${sql.param(messageKinds)}::text[])) as m`)}`,
    })
    .from(people)
    .where(isAnyOf(people.id, ids));
  const shared = { now, zone: client.zone, isOpen: isOpen(now, client) };
  return new Map(
    rows.map(({ person, ...row }) => [
      person.id,
      {
        ...shared,
        contact: [person.searchText, ...row.tags].join(' '),
        tags: row.tags.map(([tag]) => tag),
        town: person.town,
        assignee: person.assigneeId,
        stage: person.stageId,
        value: unitsOf(person.value, client.currency),
        firstSource: person.source,
        lastSource: person.lastSource,
        addedAt: person.addedAt,
        lastSeenAt: person.lastSeenAt,
        isWaiting: person.waitingSince !== null,
        isNew: person.submissionCount <= 1,
        fields: person.fields,
        consents: row.consents.map(([purpose]) => purpose),
        submissions: row.submissions.map(([form, page, funnel, answers]) => ({
          ...{ form, page, funnel, answers },
        })),
        bookings: row.bookings.map(([calendar, state, startsAt, changes]) => ({
          ...{ calendar, state },
          isMoved: changes > (state === 'cancelled' ? 1 : 0),
          startsAt: Temporal.Instant.fromEpochMilliseconds(startsAt * 1000),
        })),
        runs: row.runs.map(([sequence, state]) => ({ sequence, state })),
        messages: messageTerms.filter((is) =>
          row.messages.some(([kind]) => (messageFacts[is] as readonly string[]).includes(kind)),
        ),
        behavior: behavior.get(person.id) ?? [],
      } satisfies Facts,
    ]),
  );
}

/** What somebody is worth, in whole units of the currency. */
export const unitsOf = (value: Cents | null, currency: CurrencyCode): number | null =>
  value === null ? null : value / 10 ** minorDigits(currency);
