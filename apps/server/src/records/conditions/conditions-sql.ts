import {
  askedTerms,
  daysOf,
  isDay,
  isGroup,
  momentsOf,
  type About,
  type Conditions,
  type DaysOfYear,
  type Match,
  type Span,
  type Term,
} from '@plumgate/core/conditions';
import {
  minorDigits,
  searchWords,
  type ClientId,
  type CurrencyCode,
  type Instant,
} from '@plumgate/core/basics';
import { sql, type SQL } from 'drizzle-orm';
import { likeText } from '../../platform/database/like-words.ts';
import { bookings } from '../booking/table.ts';
import { sequenceRuns } from '../followup/table.ts';
import { submissions } from '../intake/table.ts';
import { peopleIndex } from '../people/people-index.table.ts';
import { personVisitors } from '../people/visitors.table.ts';
import { visitEvents } from '../results/table.ts';
import { consents, people, personTags, timeline } from '../people/table.ts';
import { compareSql, plain, plainSql } from './compare-sql.ts';
import { indexedSql } from './people-index-sql.ts';
import { isLeftSql, partSql } from './behavior-of.ts';
import { isMovedSql } from './moved-sql.ts';
import { isValidConsent } from './consents-sql.ts';
import { messageFacts } from './message-facts.ts';

/** When and of what conditions are asked. */
export interface Asking {
  now: Instant;
  /** The client's zone. */
  zone: string;
  /** In which the client counts. */
  currency: CurrencyCode;
  /** Whether the client is open then. */
  isOpen: SQL;
  /**
   * Which submissions terms ask about: all of a person's, or those that the query has joined as `submissions`, each as a
   * lead that arrives with it.
   */
  submissions: 'all' | 'joined';
  /** The client whose index of people the query has joined: what it knows is asked of it. */
  indexOf?: ClientId;
}

/**
 * Conditions as a part of a query's `where` on `people`: it names the same people as `matches` does of their facts. A
 * test asks random conditions of both.
 */
export const conditionsSql = (conditions: Conditions, asking: Asking): SQL =>
  together(
    conditions.match,
    askedTerms(conditions).map((term) =>
      isGroup(term)
        ? together(
            term.match,
            term.terms.map((one) => termSql(one, asking)),
          )
        : termSql(term, asking),
    ),
  );

function together(match: Match, parts: SQL[]): SQL {
  if (parts.length === 0) return sql`true`;
  const joined = sql`(${sql.join(parts, match === 'all' ? sql` and ` : sql` or `)})`;
  return match === 'none' ? sql`not ${joined}` : joined;
}

function termSql(term: Term, asking: Asking): SQL {
  const ofRecords = terms[term.about] as (term: Term, asking: Asking) => SQL;
  const holds = (asking.indexOf && indexedSql(term, asking.indexOf)) ?? ofRecords(term, asking);
  return term.not ? sql`not (${holds})` : holds;
}

/** The query of each kind of term, never null; a kind that core adds is missing here until it has one. */
const terms: { [Kind in About]: (term: Extract<Term, { about: Kind }>, asking: Asking) => SQL } = {
  tag: ({ is }) =>
    sql`exists (select 1 from ${personTags} as t where t.person_id = people.id and t.tag = ${is})`,
  source: ({ is, first }, asking) =>
    first
      ? sql`${people.source} = ${is}`
      : sql`${asking.submissions === 'joined' ? submissions.source : people.lastSource} = ${is}`,
  form: ({ is }, asking) => ofSubmissions(asking, (s) => sql`${s}.form_id = ${is}`),
  page: ({ is }, asking) => ofSubmissions(asking, (s) => sql`${s}.page_id = ${is}`),
  funnel: ({ is }, asking) => ofSubmissions(asking, (s) => sql`${s}.funnel_id = ${is}`),
  answer: ({ form, question, test }, asking) =>
    ofSubmissions(
      asking,
      (s) =>
        sql`(${s}.form_id = ${form} and ${compareSql(test, sql`(${s}.answers -> ${question})`)})`,
    ),
  field: ({ field, test }) => compareSql(test, sql`(${people.fields} -> ${field}::text)`),
  date: ({ field, test }, { now, zone }) => {
    const value = sql`(${people.fields} ->> ${field}::text)`;
    const lies = spanSql(
      daysOf(test, now.toZonedDateTimeISO(zone).toPlainDate()),
      sql`(${value} collate "C")`,
      sql`substr(${value}, 6)`,
      (day) => sql`${day}`,
    );
    return sql`coalesce(${value} ~ ${isDay.source} and ${lies}, false)`;
  },
  town: ({ is }) => sql`(${people.town} <> '' and ${plainSql(sql`${people.town}`)} = ${plain(is)})`,
  assignee: ({ is }) =>
    is === null
      ? sql`${people.assigneeId} is null`
      : sql`(${people.assigneeId} is not null and ${people.assigneeId} = ${is})`,
  booking: ({ is, calendar }, { now }) => {
    const inState = {
      booked: sql`b.state <> 'cancelled'`,
      ahead: sql`b.state = 'booked' and b.starts_at > ${now.toString()}::timestamptz`,
      came: sql`b.state = 'came'`,
      missed: sql`b.state = 'missed'`,
      moved: sql`${isMovedSql}`,
      cancelled: sql`b.state = 'cancelled'`,
    }[is];
    const where = calendar === null ? sql`` : sql` and b.calendar_id = ${calendar}`;
    return sql`exists (select 1 from ${bookings} as b where b.person_id = people.id and ${inState}${where})`;
  },
  sequence: ({ is, state }) => {
    const inState = {
      in: sql` and r.state = 'running'`,
      through: sql` and r.state <> 'running'`,
      ever: sql``,
    }[state];
    return sql`exists (select 1 from ${sequenceRuns} as r where r.person_id = people.id and r.sequence_id = ${is}${inState})`;
  },
  message: ({ is }) =>
    sql`exists (select 1 from ${timeline} as t where t.person_id = people.id and t.fact->>'kind' = any(${sql.param(messageFacts[is])}::text[]))`,
  saw: ({ is }) => didSql(sql`v.kind = 'view' and v.page_id = ${is}`),
  pressed: ({ page, part }) =>
    didSql(sql`v.kind = 'press' and v.page_id = ${page} and ${partSql} = ${part}`),
  watched: ({ page, part, share }) =>
    didSql(
      sql`v.kind = 'watch' and v.page_id = ${page} and v.target = ${part} and v.share >= ${share}::int`,
    ),
  left: ({ is }, { now }) =>
    didSql(sql`v.kind = 'begin' and v.form_id = ${is} and ${isLeftSql(now, sql`people.id`)}`),
  consent: ({ is }) =>
    sql`exists (select 1 from ${consents} as c where c.person_id = people.id and c.purpose = ${is} and ${isValidConsent})`,
  stage: ({ is }) => sql`(${people.stageId} is not null and ${people.stageId} = ${is})`,
  value: ({ op, value }, { currency }) => {
    const units = sql`(${people.value}::float8 / ${10 ** minorDigits(currency)}::float8)`;
    const compared = op === 'is-more-than' ? sql`>` : sql`<`;
    return sql`coalesce(${units} ${compared} ${value}::float8, false)`;
  },
  added: ({ test }, asking) =>
    momentSql(test, asking, sql`${asking.indexOf ? peopleIndex.addedAt : people.addedAt}`),
  seen({ test }, asking) {
    const seen = sql`${asking.indexOf ? peopleIndex.lastSeenAt : people.lastSeenAt}`;
    const holds = momentSql(test, asking, seen);
    const span = momentsOf(test, asking.now, asking.zone);
    if (!asking.indexOf || !('before' in span) || span.before === null) return holds;
    // Nobody was seen before they were added: a list that is read from the newest on begins where there may be some.
    return sql`(${holds} and ${peopleIndex.addedAt} < ${span.before.toString()}::timestamptz)`;
  },
  waiting: (_term, asking) =>
    asking.submissions === 'joined'
      ? // Whoever sent a form waited then, unless they booked with it.
        sql`not exists (select from ${bookings} as b where b.submission_id = ${submissions.id})`
      : sql`${people.waitingSince} is not null`,
  known: (_term, asking) =>
    asking.submissions === 'joined'
      ? sql`exists (select 1 from ${submissions} as s where s.person_id = people.id and (s.received_at, s.id) < (${submissions.receivedAt}, ${submissions.id}))`
      : sql`${people.submissionCount} > 1`,
  open: (_term, { isOpen }) => isOpen,
  contact: ({ contains }) =>
    sql`(${sql.join(
      searchWords(contains).map(
        (word) =>
          sql`(${people.searchText} like ${likeText(word)} or exists (select 1 from ${personTags} as t where t.person_id = people.id and t.tag like ${likeText(word)}))`,
      ),
      sql` and `,
    )})`,
};

/** Something that they did on the client's pages. */
const didSql = (event: SQL): SQL =>
  sql`exists (select 1 from ${personVisitors} as w inner join ${visitEvents} as v on v.client_id = w.client_id and v.visitor_id = w.visitor_id where w.person_id = people.id and ${event})`;

const ofSubmissions = ({ submissions: which }: Asking, test: (submission: SQL) => SQL): SQL =>
  which === 'joined'
    ? test(sql`${submissions}`)
    : sql`exists (select 1 from ${submissions} as s where s.person_id = people.id and ${test(sql`s`)})`;

function momentSql(
  test: Extract<Term, { about: 'added' }>['test'],
  { now, zone }: Asking,
  at: SQL,
): SQL {
  const dayOfYear = sql`to_char(${at} at time zone ${zone}, 'MM-DD')`;
  return spanSql(momentsOf(test, now, zone), at, dayOfYear, (moment) => {
    return sql`${moment.toString()}::timestamptz`;
  });
}

function spanSql<At>(
  span: Span<At> | DaysOfYear,
  at: SQL,
  dayOfYear: SQL,
  written: (at: At) => SQL,
): SQL {
  if ('daysOfYear' in span) return sql`${dayOfYear} = any(${sql.param(span.daysOfYear)}::text[])`;
  const { from, before } = span;
  return together('all', [
    ...(from === null ? [] : [sql`${at} >= ${written(from)}`]),
    ...(before === null ? [] : [sql`${at} < ${written(before)}`]),
  ]);
}
