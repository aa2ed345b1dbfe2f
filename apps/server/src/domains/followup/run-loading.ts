import type { Answers } from '@plumgate/core/forms';
import type { Instant, PersonId, RunId } from '@plumgate/core/basics';
import { askedTerms, type Conditions, type Facts } from '@plumgate/core/conditions';
import {
  planRun,
  type Decided,
  type PlannedStep,
  type SequenceContent,
} from '@plumgate/core/followup';
import { and, asc, eq, gte, ne, or, sql, type SQL } from 'drizzle-orm';
import type { EventFacts } from '@plumgate/core/booking';
import { Temporal } from 'temporal-polyfill';
import { factsOf } from '../../records/conditions/facts-of.ts';
import { bookings, calendars } from '../../records/booking/table.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { submissions } from '../../records/intake/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { reachable } from '../../records/people/reachable.ts';
import { people } from '../../records/people/table.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { runSteps, sequenceRuns, sequences } from '../../records/followup/table.ts';

type StepRow = typeof runSteps.$inferSelect;

/** A run with everything its steps may speak of. */
export interface LoadedRun {
  run: typeof sequenceRuns.$inferSelect;
  content: SequenceContent;
  person: PersonRow;
  client: ClientRow;
  answers: Answers | null;
  booking: typeof bookings.$inferSelect | null;
  /** What messages say of its calendar, whether it is an event or not. */
  place: (EventFacts & { isEvent: boolean }) | null;
  /** The zone of the booking's calendar. */
  bookingZone: string | null;
  /** The member of the staff that the booking is with. */
  bookedWith: string | null;
}

/** Which of several places of its calendar a booking is at, in words; null where there is one. As `bookedPlace` has it. */
const chosenPlace = sql`(select concat_ws(', ', place->>'name', nullif(place->>'address', '')) from jsonb_array_elements(${calendars.content}->'places') as one(place) where place->>'id' = ${bookings.place})`;

/**
 * Loads the runs that meet a condition; with `lock` nobody else changes them or does their steps until the transaction
 * ends. Anyone who changes a run or its steps takes this lock first, always in the order of the runs' ids. Sequences and clients are read once each, not once for every run: their words
 * and facts are by far the largest part.
 */
export async function loadRuns(
  tx: Queries,
  condition: SQL | undefined,
  { lock = false } = {},
): Promise<LoadedRun[]> {
  const asked = tx
    .select({
      run: sequenceRuns,
      person: people,
      answers: submissions.answers,
      booking: bookings,
      place: sql<
        LoadedRun['place']
      >`case when ${calendars.id} is not null then jsonb_build_object('name', ${calendars.content}->>'name', 'place', case when ${chosenPlace} is not null then 'ours' else coalesce(${calendars.content}->>'place', 'ours') end, 'where', coalesce(${chosenPlace}, ${calendars.content}->>'where'), 'zone', ${calendars.content}->'rules'->>'zone', 'isEvent', jsonb_typeof(${calendars.content}->'dates') = 'object', 'recordings', coalesce(${calendars.content}->'dates'->'recordings', '[]')) end`,
      bookingZone: sql<string | null>`${calendars.content}->'rules'->>'zone'`,
      bookedWith: staff.name,
    })
    .from(sequenceRuns)
    .innerJoin(people, eq(people.id, sequenceRuns.personId))
    .leftJoin(submissions, eq(submissions.id, sequenceRuns.submissionId))
    .leftJoin(bookings, eq(bookings.id, sequenceRuns.bookingId))
    .leftJoin(calendars, eq(calendars.id, bookings.calendarId))
    .leftJoin(staff, eq(staff.id, bookings.staffId))
    .where(condition)
    .orderBy(asc(sequenceRuns.id));
  const rows = await (lock ? asked.for('update', { of: sequenceRuns }) : asked);
  if (rows.length === 0) return [];
  const contents = await byId(
    rows,
    ({ run }) => run.sequenceId,
    (ids) => tx.select().from(sequences).where(isAnyOf(sequences.id, ids)),
  );
  const owners = await byId(
    rows,
    ({ run }) => run.clientId,
    (ids) => tx.select().from(clients).where(isAnyOf(clients.id, ids)),
  );
  return rows.map((row) => ({
    ...row,
    content: contents.get(row.run.sequenceId)!.content,
    client: owners.get(row.run.clientId)!,
  }));
}

/**
 * Of some runs, those whose person has booked: since they joined, or a time that is still to come. Only runs with a step
 * that asks are looked up.
 */
export async function runsThatBooked(
  tx: Queries,
  runs: readonly LoadedRun[],
  now: Instant,
): Promise<ReadonlySet<RunId>> {
  const asking = runs.filter(({ content }) => content.steps.some((step) => step.unlessBooked));
  if (asking.length === 0) return new Set();
  const rows = await tx
    .selectDistinct({ id: sequenceRuns.id })
    .from(sequenceRuns)
    .innerJoin(bookings, eq(bookings.personId, sequenceRuns.personId))
    .where(
      and(
        isAnyOf(
          sequenceRuns.id,
          asking.map(({ run }) => run.id),
        ),
        ne(bookings.state, 'cancelled'),
        or(gte(bookings.madeAt, sequenceRuns.joinedAt), gte(bookings.startsAt, now)),
      ),
    );
  return new Set(rows.map(({ id }) => id));
}

/** Whether conditions ask anything. */
export const asksAny = (conditions: Conditions | undefined): conditions is Conditions =>
  conditions !== undefined && askedTerms(conditions).length > 0;

/** What conditions ask about the people of some due steps, as far as a step asks. */
export async function factsAsked(
  tx: Queries,
  runs: readonly LoadedRun[],
  due: readonly { runId: RunId; stepId: string }[],
  now: Instant,
): Promise<ReadonlyMap<PersonId, Facts>> {
  const facts = new Map<PersonId, Facts>();
  const asking = runs.filter(({ run, content }) =>
    content.steps.some(
      ({ id, onlyIf }) =>
        (asksAny(onlyIf) || asksAny(content.endsIf)) &&
        due.some(({ runId, stepId }) => runId === run.id && stepId === id),
    ),
  );
  for (const client of new Map(asking.map(({ client }) => [client.id, client])).values()) {
    const ids = asking.filter((one) => one.client.id === client.id).map(({ person }) => person.id);
    for (const [id, one] of await factsOf(tx, ids, client, now)) facts.set(id, one);
  }
  return facts;
}

/** When the steps of a run that waited were over, and which way each went. */
export const decidedOf = (
  standing: readonly Pick<StepRow, 'stepId' | 'state' | 'way' | 'doneAt'>[],
): Record<string, Decided> =>
  Object.fromEntries(
    standing.flatMap(({ stepId, state, way, doneAt }) =>
      state === 'done' && way && doneAt ? [[stepId, { way, at: doneAt }]] : [],
    ),
  );

/** What some rows point to, each read once. */
async function byId<Row, Id extends string, Found extends { id: Id }>(
  rows: readonly Row[],
  idOf: (row: Row) => Id,
  find: (ids: Id[]) => PromiseLike<Found[]>,
): Promise<Map<Id, Found>> {
  const found = await find([...new Set(rows.map(idOf))]);
  return new Map(found.map((one) => [one.id, one]));
}

/** What a run counts back from; null while there is nothing. */
export function eventOf(
  content: Pick<SequenceContent, 'event'>,
  booking: { startsAt: Instant; state: string } | null,
  zone: string,
): { at: Instant; cancelled: boolean } | null {
  switch (content.event.kind) {
    case 'none':
      return null;
    case 'booking':
      return booking && { at: booking.startsAt, cancelled: booking.state === 'cancelled' };
    case 'fixed':
      return { at: fixedMoment(content.event.at, zone), cancelled: false };
  }
}

/** The zone in which a run's event is told and its days are counted: its calendar's, or the client's. */
export const eventZone = ({
  content,
  client,
  bookingZone,
}: Pick<LoadedRun, 'content' | 'client' | 'bookingZone'>): string =>
  (content.event.kind === 'booking' && bookingZone) || client.facts.zone;

/** A wall time of a client as a moment. */
export const fixedMoment = (local: string, zone: string): Instant =>
  Temporal.PlainDateTime.from(local).toZonedDateTime(zone).toInstant();

/** The plan of a run as core works it out. */
export function planOf(
  loaded: Pick<LoadedRun, 'content' | 'person' | 'client' | 'booking' | 'bookingZone'> & {
    run: Pick<LoadedRun['run'], 'joinedAt' | 'changedAt' | 'onlyFromEvent'>;
  },
  now: Instant,
  standing: readonly Pick<StepRow, 'stepId' | 'state' | 'way' | 'doneAt'>[] = [],
): PlannedStep[] {
  const { content, client, booking, run } = loaded;
  const { zone, week, closed } = client.facts;
  const event = eventOf(content, booking, zone);
  return planRun({
    sequence: { ...content, zone, week, closed },
    decided: decidedOf(standing),
    joinedAt: run.joinedAt,
    changedAt: run.changedAt,
    onlyFromEvent: run.onlyFromEvent,
    event: event && { ...event, zone: eventZone(loaded) },
    person: reachable(loaded.person),
    now,
  });
}
