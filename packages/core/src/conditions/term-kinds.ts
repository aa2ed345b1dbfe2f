import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import {
  CalendarId,
  ConsentPurpose,
  FormId,
  FunnelId,
  NodeId,
  ownValue,
  PageId,
  plainText,
  searchWords,
  SequenceId,
  StageId,
  Tag,
  UserId,
  type ReferenceKind,
} from '../basics/index.ts';
import { Comparison } from './comparison.ts';
import { compare } from './compare.ts';
import { comparisonWords } from './comparison-words.ts';
import {
  daysOf,
  DayTest,
  dayTestWords,
  momentsOf,
  type DaysOfYear,
  type Span,
} from './day-test.ts';
import { messageTerms, type Facts, type MessageTerm } from './facts.ts';
import { phonePart, watchedWords, WatchedShare } from './page-behavior.ts';
import { valuesOf } from './values-of.ts';

/** The names of what terms mention: `question`, `field` and `part` by their keys, all else by its id. */
export type TermNames = (kind: ReferenceKind | 'question' | 'field' | 'part', id: string) => string;

/** A term's sentence parts: what it says, and what it says turned round. */
type TermWords = [is: string, isNot: string];

/** A kind of term: its settings, whether it holds of somebody, and its words as part of "People …". */
function termKind<About extends string, Settings extends z.ZodRawShape>(kind: {
  about: About;
  settings: Settings;
  /** As it is offered: "Source". */
  label: string;
  holds: (term: z.infer<z.ZodObject<Settings>>, facts: Facts) => boolean;
  words: (term: z.infer<z.ZodObject<Settings>>, names: TermNames) => TermWords;
}) {
  const { label, holds, words } = kind;
  const schema = z.strictObject({
    about: z.literal(kind.about),
    /** Turned round: it holds of all others. */
    not: z.literal(true).optional(),
    ...kind.settings,
  }) as unknown as z.ZodObject<
    { about: z.ZodLiteral<About>; not: z.ZodOptional<z.ZodLiteral<true>> } & Settings
  >;
  return { label, holds, words, schema };
}

const source = z.string().trim().min(1).max(100);
const key = z.string().regex(/^[a-z][a-z0-9_]{0,39}$/);

/** Every kind of term, in the order in which they are offered. */
export const termKinds = {
  tag: termKind({
    about: 'tag',
    settings: { is: Tag },
    label: 'Tag',
    holds: ({ is }, { tags }) => tags.includes(is),
    words: ({ is }) => [`tagged ${is}`, `not tagged ${is}`],
  }),
  source: termKind({
    about: 'source',
    /** The one they came from last, or else first. */
    settings: { is: source, first: z.literal(true).optional() },
    label: 'Source',
    holds: ({ is, first }, { firstSource, lastSource }) =>
      (first ? firstSource : lastSource) === is,
    words: ({ is, first }) =>
      first ? [`first from ${is}`, `not first from ${is}`] : [`from ${is}`, `not from ${is}`],
  }),
  form: termKind({
    about: 'form',
    settings: { is: FormId },
    label: 'Form',
    holds: ({ is }, { submissions }) => submissions.some(({ form }) => form === is),
    words: ({ is }, names) => [
      `who sent “${names('form', is)}”`,
      `who did not send “${names('form', is)}”`,
    ],
  }),
  page: termKind({
    about: 'page',
    settings: { is: PageId },
    label: 'Page',
    holds: ({ is }, { submissions }) => submissions.some(({ page }) => page === is),
    words: ({ is }, names) => [
      `who wrote on the page “${names('page', is)}”`,
      `who did not write on the page “${names('page', is)}”`,
    ],
  }),
  funnel: termKind({
    about: 'funnel',
    settings: { is: FunnelId },
    label: 'Funnel',
    holds: ({ is }, { submissions }) => submissions.some(({ funnel }) => funnel === is),
    words: ({ is }, names) => [
      `who came through the funnel “${names('funnel', is)}”`,
      `who did not come through the funnel “${names('funnel', is)}”`,
    ],
  }),
  answer: termKind({
    about: 'answer',
    settings: { form: FormId, question: key, test: Comparison },
    label: 'Answer',
    holds: ({ form, question, test }, { submissions }) =>
      submissions.some(
        (one) => one.form === form && compare(test, valuesOf(ownValue(one.answers, question))),
      ),
    words: ({ form, question, test }, names) => {
      const asked = `whose answer to “${names('question', `${form} ${question}`)}”`;
      const [is, isNot] = comparisonWords(test);
      return [`${asked} ${is}`, `${asked} ${isNot}`];
    },
  }),
  field: termKind({
    about: 'field',
    settings: { field: key, test: Comparison },
    label: 'Field',
    holds: ({ field, test }, { fields }) => compare(test, valuesOf(ownValue(fields, field))),
    words: ({ field, test }, names) => {
      const [is, isNot] = comparisonWords(test);
      const name = names('field', field);
      return [`whose ${name} ${is}`, `whose ${name} ${isNot}`];
    },
  }),
  date: termKind({
    about: 'date',
    settings: { field: key, test: DayTest },
    label: 'Date',
    holds: ({ field, test }, { fields, now, zone }) => {
      const value = ownValue(fields, field);
      const today = now.toZonedDateTimeISO(zone).toPlainDate();
      return typeof value === 'string' && isDay.test(value) && liesIn(daysOf(test, today), value);
    },
    words: ({ field, test }, names) => {
      const name = names('field', field);
      return [`with a ${name} ${dayTestWords(test)}`, `without a ${name} ${dayTestWords(test)}`];
    },
  }),
  town: termKind({
    about: 'town',
    settings: { is: plainText(80).trim().min(1) },
    label: 'Town',
    holds: ({ is }, { town }) => compare({ op: 'is', value: is }, [town]),
    words: ({ is }) => [`in ${is}`, `not in ${is}`],
  }),
  assignee: termKind({
    about: 'assignee',
    settings: { is: UserId.nullable() },
    label: 'Assigned to',
    holds: ({ is }, { assignee }) => assignee === is,
    words: ({ is }, names) =>
      is === null
        ? ['assigned to nobody', 'assigned to somebody']
        : [`assigned to ${names('user', is)}`, `not assigned to ${names('user', is)}`],
  }),
  booking: termKind({
    about: 'booking',
    settings: {
      /** Has booked at all and not canceled; has a time ahead; came; missed it; moved one; canceled one. */
      is: z.enum(['booked', 'ahead', 'came', 'missed', 'moved', 'cancelled']),
      calendar: CalendarId.nullable().default(null),
    },
    label: 'Booking',
    holds: ({ is, calendar }, { bookings, now }) =>
      bookings.some(
        (one) =>
          (calendar === null || one.calendar === calendar) &&
          (is === 'booked'
            ? one.state !== 'cancelled'
            : is === 'ahead'
              ? one.state === 'booked' && Temporal.Instant.compare(one.startsAt, now) > 0
              : is === 'moved'
                ? one.isMoved
                : one.state === is),
      ),
    words: ({ is, calendar }, names) => {
      const where = calendar === null ? '' : ` in “${names('calendar', calendar)}”`;
      const [yes, no] = bookingWords[is];
      return [yes + where, no + where];
    },
  }),
  sequence: termKind({
    about: 'sequence',
    settings: { is: SequenceId, state: z.enum(['in', 'through', 'ever']) },
    label: 'Sequence',
    holds: ({ is, state }, { runs }) =>
      runs.some(
        (run) =>
          run.sequence === is &&
          (state === 'ever' || (run.state === 'running') === (state === 'in')),
      ),
    words: ({ is, state }, names) => {
      const [yes, no] = sequenceWords[state];
      return [`${yes} “${names('sequence', is)}”`, `${no} “${names('sequence', is)}”`];
    },
  }),
  message: termKind({
    about: 'message',
    settings: { is: z.enum(messageTerms) },
    label: 'Message',
    holds: ({ is }, { messages }) => messages.includes(is),
    words: ({ is }) => messageWords[is],
  }),
  saw: termKind({
    about: 'saw',
    settings: { is: PageId },
    label: 'Page seen',
    holds: ({ is }, { behavior }) => behavior.some((one) => one.did === 'saw' && one.page === is),
    words: ({ is }, names) => [
      `who saw the page “${names('page', is)}”`,
      `who did not see the page “${names('page', is)}”`,
    ],
  }),
  pressed: termKind({
    about: 'pressed',
    settings: { page: PageId, part: NodeId },
    label: 'Button pressed',
    holds: ({ page, part }, { behavior }) =>
      behavior.some((one) => one.did === 'pressed' && one.page === page && one.part === part),
    words: (term, names) => {
      const what = partWords(term, names);
      return [`who pressed ${what}`, `who did not press ${what}`];
    },
  }),
  watched: termKind({
    about: 'watched',
    settings: { page: PageId, part: NodeId, share: WatchedShare },
    label: 'Video watched',
    holds: ({ page, part, share }, { behavior }) =>
      behavior.some(
        (one) =>
          one.did === 'watched' && one.page === page && one.part === part && one.share >= share,
      ),
    words: (term, names) => {
      const what = `${watchedWords[term.share]} ${partWords(term, names)}`;
      return [`who ${what}`, `not among those who ${what}`];
    },
  }),
  left: termKind({
    about: 'left',
    settings: { is: FormId },
    label: 'Form begun and left',
    holds: ({ is }, { behavior }) => behavior.some((one) => one.did === 'left' && one.form === is),
    words: ({ is }, names) => [
      `who began “${names('form', is)}” and did not send it`,
      `who did not leave “${names('form', is)}” half done`,
    ],
  }),
  consent: termKind({
    about: 'consent',
    settings: { is: ConsentPurpose },
    label: 'Consent',
    holds: ({ is }, { consents }) => consents.includes(is),
    words: ({ is }) => [`who agreed to ${agreedTo[is]}`, `who did not agree to ${agreedTo[is]}`],
  }),
  stage: termKind({
    about: 'stage',
    settings: { is: StageId },
    label: 'Stage',
    holds: ({ is }, { stage }) => stage === is,
    words: ({ is }, names) => [
      `in the stage “${names('stage', is)}”`,
      `not in the stage “${names('stage', is)}”`,
    ],
  }),
  value: termKind({
    about: 'value',
    /** In whole units of the client's currency. */
    settings: { op: z.enum(['is-more-than', 'is-less-than']), value: z.number() },
    label: 'Value',
    holds: ({ op, value }, facts) =>
      facts.value !== null && (op === 'is-more-than' ? facts.value > value : facts.value < value),
    words: ({ op, value }) => {
      const amount = value.toLocaleString('en-US');
      return op === 'is-more-than'
        ? [`worth more than ${amount}`, `not worth more than ${amount}`]
        : [`worth less than ${amount}`, `not worth less than ${amount}`];
    },
  }),
  added: termKind({
    about: 'added',
    settings: { test: DayTest },
    label: 'Added',
    holds: ({ test }, { addedAt, now, zone }) => liesAt(momentsOf(test, now, zone), addedAt, zone),
    words: ({ test }) => [`added ${dayTestWords(test)}`, `not added ${dayTestWords(test)}`],
  }),
  seen: termKind({
    about: 'seen',
    settings: { test: DayTest },
    label: 'Last seen',
    holds: ({ test }, { lastSeenAt, now, zone }) =>
      liesAt(momentsOf(test, now, zone), lastSeenAt, zone),
    words: ({ test }) => [`last seen ${dayTestWords(test)}`, `not last seen ${dayTestWords(test)}`],
  }),
  waiting: termKind({
    about: 'waiting',
    settings: {},
    label: 'Waiting',
    holds: (_term, { isWaiting }) => isWaiting,
    words: () => ['waiting for a first call or message', 'not waiting for anybody'],
  }),
  known: termKind({
    about: 'known',
    settings: {},
    label: 'Known before',
    holds: (_term, { isNew }) => !isNew,
    words: () => ['known from before', 'new here'],
  }),
  open: termKind({
    about: 'open',
    settings: {},
    label: 'Opening hours',
    holds: (_term, { isOpen }) => isOpen,
    words: () => ['in opening hours', 'outside opening hours'],
  }),
  contact: termKind({
    about: 'contact',
    settings: { contains: plainText(200).trim().min(1) },
    label: 'Name or contact',
    holds: ({ contains }, { contact }) => {
      const text = contact.toLowerCase();
      return searchWords(contains).every((word) => text.includes(word));
    },
    words: ({ contains }) => [`found by “${contains}”`, `not found by “${contains}”`],
  }),
};

/** A button or a video of a page: "“Call us” on “Open house”". */
export function partWords(
  { page, part }: { page: string; part: string },
  names: TermNames,
): string {
  const what = part === phonePart ? 'a phone number' : `“${names('part', `${page} ${part}`)}”`;
  return `${what} on “${names('page', page)}”`;
}

/** A day as it is written: `2026-11-29`. */
export const isDay = /^[0-9]{4}-[0-9]{2}-[0-9]{2}$/;

const bookingWords = {
  booked: ['who have booked', 'who have not booked'],
  ahead: ['with a booking ahead', 'without a booking ahead'],
  came: ['who came', 'who did not come'],
  missed: ['who missed a booking', 'who missed no booking'],
  moved: ['who moved a booking', 'who moved no booking'],
  cancelled: ['who canceled a booking', 'who canceled no booking'],
} satisfies Record<string, TermWords>;

const sequenceWords = {
  in: ['in the sequence', 'not in the sequence'],
  through: ['who are through the sequence', 'who are not through the sequence'],
  ever: ['who were ever in the sequence', 'who were never in the sequence'],
} satisfies Record<string, TermWords>;

const messageWords: Record<MessageTerm, TermWords> = {
  'got-email': ['who got an email', 'who got no email'],
  'got-text': ['who got a text', 'who got no text'],
  opened: ['who opened an email', 'who opened no email'],
  clicked: ['who followed a link in a message', 'who followed no link in a message'],
  answered: ['who answered a message', 'who answered no message'],
};

const agreedTo: Record<ConsentPurpose, string> = {
  texts: 'texts',
  emails: 'emails',
  terms: 'the terms',
  other: 'something else',
};

const liesIn = (span: Span<string> | DaysOfYear, day: string): boolean =>
  'daysOfYear' in span
    ? span.daysOfYear.includes(day.slice(5))
    : (span.from === null || day >= span.from) && (span.before === null || day < span.before);

function liesAt(span: ReturnType<typeof momentsOf>, at: Temporal.Instant, zone: string): boolean {
  if ('daysOfYear' in span)
    return span.daysOfYear.includes(at.toZonedDateTimeISO(zone).toPlainDate().toString().slice(5));
  const { from, before } = span;
  return (
    (from === null || Temporal.Instant.compare(at, from) >= 0) &&
    (before === null || Temporal.Instant.compare(at, before) < 0)
  );
}
