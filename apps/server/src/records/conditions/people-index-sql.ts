import { createHash } from 'node:crypto';
import {
  allTerms,
  watchedShares,
  type About,
  type Conditions,
  type Term,
} from '@plumgate/core/conditions';
import { searchWords, type ClientId, type PersonId } from '@plumgate/core/basics';
import { sql, type SQL } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { likeText } from '../../platform/database/like-words.ts';
import { bookings } from '../booking/table.ts';
import { sequenceRuns } from '../followup/table.ts';
import { submissions } from '../intake/table.ts';
import { peopleIndex, peopleNumbers } from '../people/people-index.table.ts';
import { personVisitors } from '../people/visitors.table.ts';
import { visitEvents } from '../results/table.ts';
import { consents, people, personTags, timeline } from '../people/table.ts';
import { numberSaid, plain, plainSql, saidIn } from './compare-sql.ts';
import { partSql } from './behavior-of.ts';
import { isMovedSql } from './moved-sql.ts';
import { isValidConsent } from './consents-sql.ts';
import { messageFacts, messageKinds } from './message-facts.ts';

/** Longer answers are words of their own, by which nobody makes a list. */
const longestSaid = 40;
/** The keys of the marks by which a term is known of somebody, any of them; null where it is not known by marks. */
const keys: { [Kind in About]?: (term: Extract<Term, { about: Kind }>) => string[] | null } = {
  tag: ({ is }) => [`tag ${is}`],
  source: ({ is, first }) => [first ? `first ${is}` : `last ${is}`],
  form: ({ is }) => [`form ${is}`],
  page: ({ is }) => [`page ${is}`],
  funnel: ({ is }) => [`funnel ${is}`],
  answer: (term) => saidKeys(saidOf(term), term.test),
  field: (term) => saidKeys(saidOf(term), term.test),
  town: ({ is }) => [`town ${plain(is)}`],
  assignee: ({ is }) => [`assignee ${is ?? 'nobody'}`],
  booking({ is, calendar }) {
    if (is === 'ahead') return null;
    const states = is === 'booked' ? ['booked', 'came', 'missed'] : [is];
    return states.map((state) => `booking ${state}${calendar === null ? '' : ` ${calendar}`}`);
  },
  sequence({ is, state }) {
    const states = {
      ...{ in: ['running'], through: ['finished', 'ended'] },
      ever: ['running', 'finished', 'ended'],
    };
    return states[state].map((one) => `sequence ${is} ${one}`);
  },
  message: ({ is }) => messageFacts[is].map((kind) => `message ${kind}`),
  saw: ({ is }) => [`saw ${is}`],
  pressed: ({ page, part }) => [`pressed ${page} ${part}`],
  watched: ({ page, part, share }) =>
    watchedShares.flatMap((one) => (one >= share ? [`watched ${page} ${part} ${one}`] : [])),
  consent: ({ is }) => [`consent ${is}`],
  stage: ({ is }) => [`stage ${is}`],
  waiting: () => ['waiting'],
  known: () => ['known'],
};

const saidOf = (term: Extract<Term, { about: 'answer' | 'field' }>): string =>
  term.about === 'field' ? `field ${term.field}` : `answer ${term.form} ${term.question}`;

function saidKeys(of: string, test: Extract<Term, { about: 'field' }>['test']): string[] | null {
  if (test.op === 'is-answered') return [of];
  const values = test.op === 'is' ? [test.value] : test.op === 'is-one-of' ? test.values : null;
  const said = values?.map(plain).filter((value) => value !== '');
  if (!said || said.some((value) => value.length > longestSaid)) return null;
  return said.map((value) => `${of} ${value}`);
}

/** The keys of all marks of one of `people`, as `keys` has them: a row for each. */
const keysOfPerson = sql`
  select 'tag ' || t.tag from ${personTags} as t where t.person_id = people.id
  union all values
    ('first ' || people.source),
    ('last ' || people.last_source),
    ('assignee ' || coalesce(people.assignee_id::text, 'nobody')),
    ('stage ' || people.stage_id),
    ('town ' || ${plainSql(sql`nullif(people.town, '')`)}),
    (case when people.waiting_since is not null then 'waiting' end),
    (case when people.submission_count > 1 then 'known' end)
  union all select key from jsonb_each(people.fields) as f(field, given), ${keysOfSaid(sql`'field ' || field`, sql`given`)}
  union all select key from ${submissions} as s, lateral (
    values ('form ' || s.form_id), ('page ' || s.page_id), ('funnel ' || s.funnel_id)
    union all select key from jsonb_each(s.answers) as a(question, answer), ${keysOfSaid(sql`'answer ' || s.form_id || ' ' || question`, sql`answer`)}
  ) as k(key) where s.person_id = people.id
  union all select key from ${bookings} as b, lateral (
    values ('booking ' || b.state), ('booking ' || b.state || ' ' || b.calendar_id),
      (case when ${isMovedSql} then 'booking moved' end), (case when ${isMovedSql} then 'booking moved ' || b.calendar_id end)
  ) as k(key) where b.person_id = people.id
  union all select 'sequence ' || r.sequence_id || ' ' || r.state from ${sequenceRuns} as r where r.person_id = people.id
  union all select 'message ' || (t.fact->>'kind') from ${timeline} as t
    where t.person_id = people.id and t.fact->>'kind' = any(${sql.param(messageKinds)}::text[])
  union all select distinct
      case v.kind when 'view' then 'saw ' || v.page_id when 'press' then 'pressed ' || v.page_id || ' ' || ${partSql}
        else 'watched ' || v.page_id || ' ' || v.target || ' ' || v.share end
    from ${personVisitors} as w inner join ${visitEvents} as v on v.client_id = w.client_id and v.visitor_id = w.visitor_id
    where w.person_id = people.id and v.kind in ('view', 'press', 'watch')
  union all select 'consent ' || c.purpose from ${consents} as c where c.person_id = people.id and ${isValidConsent}`;

/** The keys of what is said in a value: that there is something, and each of its texts that is short. */
function keysOfSaid(of: SQL, value: SQL): SQL {
  return sql`lateral (select key from ${saidIn(value)}, lateral (values (${of}), (case when length(said) <= ${longestSaid}::int then ${of} || ' ' || said end)) as s(key) where said <> '') as k(key)`;
}

const keysOf = (term: Term): string[] | null =>
  (keys[term.about] as ((term: Term) => string[] | null) | undefined)?.(term) ?? null;

/** A client's own number for a key: half of a digest, so that two keys with one number are next to impossible. */
const markOf = (clientId: ClientId, key: string): bigint =>
  createHash('md5').update(`${clientId} ${key}`).digest().readBigInt64BE(0);

/** A term asked of the joined `people_index`; null where it must be asked of the records. */
export function indexedSql(term: Term, clientId: ClientId): SQL | null {
  if (term.about === 'contact')
    return sql`(${sql.join(
      searchWords(term.contains).map(
        (word) => sql`${peopleIndex.searchText} like ${likeText(word)}`,
      ),
      sql` and `,
    )})`;
  const size = sizeOf(term);
  if (size)
    return sql`exists (select 1 from ${peopleNumbers} as n where n.person_id = ${peopleIndex.personId} and n.mark = ${markOf(clientId, size.of)} and n.number ${sql.raw(size.than)} ${size.value}::float8)`;
  const marks = keysOf(term)?.map((key) => markOf(clientId, key));
  return marks ? sql`${peopleIndex.marks} && ${`{${marks.join(',')}}`}::bigint[]` : null;
}

/** Whether the index alone tells who conditions name. */
export const isIndexed = (conditions: Conditions): boolean =>
  allTerms(conditions).every(
    (term) => inColumns.includes(term.about) || sizeOf(term) !== null || keysOf(term) !== null,
  );
/** What it tells by columns of its own, or what is the same for everybody. */
const inColumns: About[] = ['added', 'seen', 'open', 'contact'];

/** What a number is compared to, where a term asks for more or less. */
function sizeOf(term: Term): { of: string; than: '<' | '>'; value: number } | null {
  if (term.about !== 'field' && term.about !== 'answer') return null;
  const { test } = term;
  if (test.op !== 'is-more-than' && test.op !== 'is-less-than') return null;
  return { of: saidOf(term), than: test.op === 'is-more-than' ? '>' : '<', value: test.value };
}

/** Writes a client's people in the index anew from their records; who is in no list is not in it. */
export async function indexPeople(
  tx: Queries,
  clientId: ClientId,
  ids: readonly PersonId[],
): Promise<void> {
  const mark = (key: SQL) =>
    sql`('x' || substr(md5(${`${clientId} `} || ${key}), 1, 16))::bit(64)::bigint`;
  const isListed = sql`${isAnyOf(people.id, ids)} and ${people.removedAt} is null`;
  await tx.execute(sql`
    insert into ${peopleIndex} (client_id, person_id, added_at, last_seen_at, search_text, marks)
    select client_id, id, added_at, last_seen_at,
      concat_ws(' ', search_text, (select string_agg(tag, ' ') from ${personTags} as t where t.person_id = people.id)),
      array(select distinct ${mark(sql`key`)} from (${keysOfPerson}) as keys(key) where key is not null)
    from ${people} where ${isListed} order by id
    -- Nobody is deleted meanwhile, so that no row is left of them.
    for key share of people
    on conflict (client_id, person_id) do update
      set added_at = excluded.added_at, last_seen_at = excluded.last_seen_at, search_text = excluded.search_text, marks = excluded.marks`);
  await tx.execute(sql`delete from ${peopleNumbers} where ${isAnyOf(peopleNumbers.personId, ids)}`);
  await tx.execute(sql`
    insert into ${peopleNumbers} (person_id, mark, number)
    select distinct people.id, ${mark(sql`"of"`)}, ${numberSaid}
    from ${people}, lateral (
      select 'field ' || field, given from jsonb_each(people.fields) as f(field, given)
      union all select 'answer ' || s.form_id || ' ' || question, answer from ${submissions} as s, jsonb_each(s.answers) as a(question, answer) where s.person_id = people.id
    ) as answers("of", given), ${saidIn(sql`given`)}
    where ${isListed} and ${numberSaid} is not null`);
  await tx.execute(sql`
    delete from ${peopleIndex} using ${people}
    where ${isAnyOf(people.id, ids)} and ${people.removedAt} is not null
      and ${peopleIndex.clientId} = people.client_id and ${peopleIndex.personId} = people.id`);
}
