import { emailFromText } from '@plumgate/core/emails';
import { noConditions } from '@plumgate/core/conditions';
import type { BookingId, ClientId, Instant, SequenceId } from '@plumgate/core/basics';
import { emptySequence, type SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import { asc } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { BookingService } from '../domains/booking/booking.service.ts';
import { bookings } from '../records/booking/table.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';
import { postRoom } from '../records/messages/table.ts';
import { addBookingStep, TestApp, type World } from './test-app.ts';
import { seesAll } from '../records/accounts/users-of.ts';

const zone = 'America/New_York';

/** An email step so many hours before the event; its subject names the step and the event's time. */
export const reminder = (id: string, hours: number): SequenceStep => ({
  id,
  anchor: 'event',
  side: 'before',
  delay: { amount: hours, unit: 'hours', at: null },
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action: { kind: 'email', ...emailFromText({ subject: `${id} {{ event.when }}`, body: 'B' }) },
});

/** A client whose visitors book times and are reminded of them by one sequence. */
export class Reminders {
  private constructor(
    private readonly app: TestApp,
    readonly sequence: SequenceId,
    private readonly path: string,
    private readonly names: string[],
  ) {}

  /** `joinByCalendar: false` leaves it to the test to let people join. */
  static async set(
    app: TestApp,
    world: World,
    steps: SequenceStep[],
    content: Partial<SequenceContent> = {},
    { joinByCalendar = true } = {},
  ): Promise<Reminders> {
    const sequence = await app.get(SequenceService).create(world.client.id as ClientId, {
      ...emptySequence('Reminders'),
      event: { kind: 'booking', calendar: null, each: true },
      quiet: null,
      steps,
      ...content,
    });
    const after = joinByCalendar ? { sequence } : {};
    const { path } = await addBookingStep(
      app,
      world,
      { mostPerDay: null },
      { ...after, notify: [] },
    );
    return new Reminders(
      app,
      sequence,
      path,
      steps.map(({ id }) => id),
    );
  }

  /** A wall time of the client, some days on. */
  at(days: number, time: string): Instant {
    return this.app.clock
      .now()
      .toZonedDateTimeISO(zone)
      .toPlainDate()
      .add({ days })
      .toZonedDateTime({ timeZone: zone, plainTime: time })
      .toInstant();
  }

  /** A visitor books a start. */
  async book(name: string, start: Instant): Promise<BookingId> {
    const answer = await this.app.site('POST', this.path, {
      form: {
        _form: 'times',
        _slot: start.toString(),
        _once: `${name} ${start.toString()}`,
        name,
        email: `${name}@example.com`,
      },
    });
    expect(answer.statusCode).toBe(303);
    const rows = await this.app.database.db.select().from(bookings).orderBy(asc(bookings.madeAt));
    return rows.find(({ startsAt }) => startsAt.equals(start))!.id;
  }

  move(id: BookingId, start: Instant) {
    return this.app.get(BookingService).move(id, start, 'business', seesAll);
  }

  cancel(id: BookingId) {
    return this.app.get(BookingService).cancel(id, 'business', seesAll);
  }

  /** The subjects of the sequence's emails that have arrived, in their order. */
  async subjects(): Promise<string[]> {
    const rows = await this.app.database.db
      .select()
      .from(postRoom)
      .orderBy(asc(postRoom.receivedAt));
    return rows
      .map(({ subject }) => subject)
      .filter((subject) => this.names.some((name) => subject.startsWith(name)));
  }

  /** The names of the steps whose emails have arrived, in their order. */
  async sent(): Promise<string[]> {
    return (await this.subjects()).map((subject) => subject.split(' ')[0]!);
  }

  /** Moves the clock to a moment, and lets everything due by then happen. */
  async until(moment: Instant): Promise<void> {
    const ahead = this.app.clock.now().until(moment);
    const seconds = Math.ceil(ahead.total('seconds'));
    await this.app.move(Temporal.Duration.from({ seconds }).toString());
  }
}

/** The day of the week of a moment, as the subjects say it. */
export const spokenDay = (start: Instant): string =>
  start.toZonedDateTimeISO(zone).toLocaleString('en-US', { weekday: 'long' });
