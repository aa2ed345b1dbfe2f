import type { Instant } from '@plumgate/core/basics';
import {
  planRun,
  type PlannedStep,
  type Reachable,
  type SequenceContent,
} from '@plumgate/core/followup';
import { eq, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { bookings, calendars } from '../booking/table.ts';
import type { ClientRow } from '../clients/client.service.ts';
import { clients } from '../clients/table.ts';
import { submissions } from '../intake/table.ts';
import type { PersonRow } from '../people/person-store.ts';
import { people } from '../people/table.ts';
import type { Queries } from '../platform/database/database.ts';
import { sequenceRuns, sequences } from './table.ts';

/** A run with everything its steps may speak of. */
export interface LoadedRun {
  run: typeof sequenceRuns.$inferSelect;
  content: SequenceContent;
  person: PersonRow;
  client: ClientRow;
  answers: Record<string, unknown> | null;
  booking: typeof bookings.$inferSelect | null;
  where: string | null;
}

/** Loads the runs that meet a condition, in one query. */
export async function loadRuns(tx: Queries, condition: SQL | undefined): Promise<LoadedRun[]> {
  const rows = await tx
    .select({
      run: sequenceRuns,
      content: sequences.content,
      person: people,
      client: clients,
      answers: submissions.answers,
      booking: bookings,
      calendar: calendars.content,
    })
    .from(sequenceRuns)
    .innerJoin(sequences, eq(sequences.id, sequenceRuns.sequenceId))
    .innerJoin(people, eq(people.id, sequenceRuns.personId))
    .innerJoin(clients, eq(clients.id, sequenceRuns.clientId))
    .leftJoin(submissions, eq(submissions.id, sequenceRuns.submissionId))
    .leftJoin(bookings, eq(bookings.id, sequenceRuns.bookingId))
    .leftJoin(calendars, eq(calendars.id, bookings.calendarId))
    .where(condition);
  return rows.map(({ calendar, ...row }) => ({ ...row, where: calendar?.where ?? null }));
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

/** A wall time of a client as a moment. */
export const fixedMoment = (local: string, zone: string): Instant =>
  Temporal.PlainDateTime.from(local).toZonedDateTime(zone).toInstant();

/** A person as core's plan asks for them. */
export const reachable = (person: PersonRow): Reachable => ({
  email: person.email,
  phone: person.phone,
  textConsent: person.textConsent,
  unsubscribed: person.unsubscribedAt !== null,
  mailRefused: person.mailRefusedAt !== null,
});

/** The plan of a run as core works it out. */
export function planOf(
  loaded: Pick<LoadedRun, 'content' | 'person' | 'client' | 'booking'> & {
    run: Pick<LoadedRun['run'], 'joinedAt' | 'changedAt'>;
  },
  now: Instant,
): PlannedStep[] {
  const { content, client, booking, run } = loaded;
  return planRun({
    sequence: { ...content, zone: client.facts.zone },
    joinedAt: run.joinedAt,
    changedAt: run.changedAt,
    event: eventOf(content, booking, client.facts.zone),
    person: reachable(loaded.person),
    now,
  });
}
