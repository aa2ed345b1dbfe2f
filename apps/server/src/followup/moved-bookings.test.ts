import type { BookingId, ClientId, Instant } from '@plumgate/core/basics';
import { emptySequence, type SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import { asc, eq, isNotNull } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { BookingService } from '../booking/booking.service.ts';
import { bookings } from '../booking/table.ts';
import { postRoom } from '../messages/table.ts';
import { MailDoor } from '../platform/mail/mail-door.ts';
import { outbox } from '../platform/outbox/table.ts';
import { Worker } from '../platform/worker.ts';
import { addBookingStep, buildWorld, TestApp, type World } from '../testing/test-app.ts';
import { messageOfStep } from './run.service.ts';
import { SequenceService } from './sequence.service.ts';
import { runSteps, sequenceRuns } from './table.ts';

/** A reminder is of the time that a booking has, whenever it moves and whatever else happens then. */
let app: TestApp;
let world: World;
let path: string;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const reminder = (id: string, hours: number): SequenceStep => ({
  id,
  anchor: 'event',
  side: 'before',
  delay: { amount: hours, unit: 'hours', at: null },
  late: 'leave-out',
  action: { kind: 'email', subject: `${id} {{ event.when }}`, body: 'B' },
});
async function remindedBy(steps: SequenceStep[], again = false): Promise<void> {
  const content: SequenceContent = {
    ...emptySequence('Reminders'),
    event: { kind: 'booking', calendar: null },
    quiet: null,
    again,
    steps,
  };
  const sequence = await app.get(SequenceService).create(world.client.id as ClientId, content);
  const bookable = await addBookingStep(app, world, { mostPerDay: null }, { sequence, tell: [] });
  ({ path } = bookable);
}

const zone = 'America/New_York';
/** Ten in the morning and the like, some days on. */
const at = (days: number, time: string): Instant =>
  app.clock
    .now()
    .toZonedDateTimeISO(zone)
    .toPlainDate()
    .add({ days })
    .toZonedDateTime({ timeZone: zone, plainTime: time })
    .toInstant();

async function book(name: string, start: Instant): Promise<BookingId> {
  const email = `${name}@example.com`;
  const answer = await app.site('POST', path, {
    form: { _form: 'times', _slot: start.toString(), name, email },
  });
  expect(answer.statusCode).toBe(303);
  const rows = await app.database.db.select().from(bookings).orderBy(asc(bookings.madeAt));
  return rows.find(({ startsAt }) => startsAt.equals(start))!.id;
}
const move = (id: BookingId, start: Instant) =>
  app.get(BookingService).move(id, start, 'business', null);
const reminders = async () =>
  (await app.database.db.select().from(postRoom).orderBy(asc(postRoom.receivedAt)))
    .map(({ subject }) => subject)
    .filter((subject) => subject.startsWith('soon') || subject.startsWith('day'));
const spoken = (start: Instant) =>
  `${start.toZonedDateTimeISO(zone).toLocaleString('en-US', { weekday: 'long' })}`;
const until = async (moment: Instant) => {
  const ahead = app.clock.now().until(moment);
  await app.move(Temporal.Duration.from({ seconds: Math.ceil(ahead.total('seconds')) }).toString());
};

it('does not send the reminder of the old time that waits for a mail server, and sends the new one', async () => {
  await remindedBy([reminder('soon', 2)]);
  const [old, next] = [at(3, '10:00'), at(4, '15:00')];
  const id = await book('cy', old);
  await until(old.subtract({ hours: 3 }));
  const door = app.get(MailDoor);
  const real = door.send.bind(door);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await until(old.subtract({ hours: 1 }));
  // It was the last step: the run is over, and its message waits.
  const [run] = await app.database.db
    .select()
    .from(sequenceRuns)
    .where(isNotNull(sequenceRuns.bookingId));
  expect(run!.state).toBe('finished');
  await move(id, next);
  door.send = real;
  await until(next.subtract({ minutes: 30 }));
  const sent = await reminders();
  expect(sent).toHaveLength(1);
  expect(sent[0]).toContain(spoken(next));
});

it('reminds of the new time when the booking moves after the old time’s reminder has gone', async () => {
  await remindedBy([reminder('day', 24), reminder('soon', 2)]);
  const [old, next] = [at(3, '10:00'), at(6, '10:00')];
  const id = await book('dov', old);
  await until(old.subtract({ hours: 4 }));
  expect(await reminders()).toHaveLength(1);
  await move(id, next);
  await until(next);
  const sent = await reminders();
  expect(sent.map((subject) => subject.split(' ')[0])).toEqual(['day', 'day', 'soon']);
  expect(sent[0]).toContain(spoken(old));
  for (const subject of sent.slice(1)) expect(subject).toContain(spoken(next));
});

it('sends nothing at once for a run that is over beside another of its sequence', async () => {
  await remindedBy([reminder('soon', 2)], true);
  const old = at(3, '10:00');
  const first = await book('fay', old);
  await until(old.subtract({ hours: 3 }));
  const door = app.get(MailDoor);
  const real = door.send.bind(door);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await until(old.subtract({ hours: 1 }));
  // The first run is over with its message waiting; the second booking begins another.
  await book('fay', at(4, '15:00'));
  await move(first, at(6, '10:00'));
  door.send = real;
  await until(old.add({ hours: 4 }));
  expect(await reminders()).toEqual([]);
});

it('leaves out what the new time makes late, and reminds of nothing after a cancellation', async () => {
  await remindedBy([reminder('day', 24), reminder('soon', 2)]);
  const id = await book('eve', at(5, '10:00'));
  const sooner = at(0, '16:00');
  await move(id, sooner);
  await until(sooner.subtract({ hours: 1 }));
  expect((await reminders()).map((subject) => subject.split(' ')[0])).toEqual(['soon']);
  await app.get(BookingService).cancel(id, 'business', null);
  await until(sooner.add({ hours: 48 }));
  expect(await reminders()).toHaveLength(1);
});

it('agrees with itself when steps fall due while their bookings are moved', async () => {
  await remindedBy([reminder('soon', 2)]);
  const ids: BookingId[] = [];
  for (let index = 0; index < 10; index++)
    ids.push(
      await book(
        `p${index}`,
        at(2, `${String(9 + Math.floor(index / 2)).padStart(2, '0')}:${index % 2 ? '30' : '00'}`),
      ),
    );
  await app.settle();
  app.clock.moveTo(at(2, '12:00'));
  // On PostgreSQL these run side by side; on PGlite one after the other, in any order.
  await Promise.all([
    app.get(Worker).catchUp(),
    ...ids.map((id, index) =>
      move(
        id,
        at(3, `${String(9 + Math.floor(index / 2)).padStart(2, '0')}:${index % 2 ? '30' : '00'}`),
      ),
    ),
    app.get(Worker).catchUp(),
  ]);
  const steps = await app.database.db.select().from(runSteps).where(eq(runSteps.stepId, 'soon'));
  const messages = new Map(
    (await app.database.db.select().from(outbox)).map(({ key, state }) => [key, state]),
  );
  for (const step of steps) {
    const key = messageOfStep(step);
    if (step.state === 'done') expect(messages.has(key)).toBe(true);
    else {
      expect(step.state).toBe('waiting');
      expect(messages.has(key)).toBe(false);
    }
  }
  await until(at(3, '14:00'));
  const sent = (await reminders()).filter((subject) => subject.includes(spoken(at(0, '12:00'))));
  expect(sent).toHaveLength(10);
});
