import type { BookingId } from '@plumgate/core/basics';
import { eq, isNotNull } from 'drizzle-orm';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { Worker } from '../../platform/worker.ts';
import { Reminders, reminder, spokenDay } from '../../testing/reminders.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { messageOfStep } from '../../records/followup/message-of-step.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';

/** A reminder is of the time that a booking has, whenever it moves and whatever else happens then. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

it('does not send the reminder of the old time that waits for a mail server, and sends the new one', async () => {
  const reminders = await Reminders.set(app, world, [reminder('soon', 2)]);
  const [old, next] = [reminders.at(3, '10:00'), reminders.at(4, '15:00')];
  const id = await reminders.book('cy', old);
  await reminders.until(old.subtract({ hours: 3 }));
  const door = app.get(MailDoor);
  const real = door.send.bind(door);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await reminders.until(old.subtract({ hours: 1 }));
  // It was the last step: the run is over, and its message waits.
  const [run] = await app.database.db
    .select()
    .from(sequenceRuns)
    .where(isNotNull(sequenceRuns.bookingId));
  expect(run!.state).toBe('finished');
  await reminders.move(id, next);
  door.send = real;
  await reminders.until(next.subtract({ minutes: 30 }));
  const sent = await reminders.subjects();
  expect(sent).toHaveLength(1);
  expect(sent[0]).toContain(spokenDay(next));
});

it('reminds of the new time when the booking moves after the old time’s reminder has gone', async () => {
  const reminders = await Reminders.set(app, world, [reminder('day', 24), reminder('soon', 2)]);
  const [old, next] = [reminders.at(3, '10:00'), reminders.at(6, '10:00')];
  const id = await reminders.book('dov', old);
  await reminders.until(old.subtract({ hours: 4 }));
  expect(await reminders.subjects()).toHaveLength(1);
  await reminders.move(id, next);
  await reminders.until(next);
  const sent = await reminders.subjects();
  expect(sent.map((subject) => subject.split(' ')[0])).toEqual(['day', 'day', 'soon']);
  expect(sent[0]).toContain(spokenDay(old));
  for (const subject of sent.slice(1)) expect(subject).toContain(spokenDay(next));
});

it('sends nothing at once for a run that is over beside another of its sequence', async () => {
  const reminders = await Reminders.set(app, world, [reminder('soon', 2)], { again: true });
  const old = reminders.at(3, '10:00');
  const first = await reminders.book('fay', old);
  await reminders.until(old.subtract({ hours: 3 }));
  const door = app.get(MailDoor);
  const real = door.send.bind(door);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await reminders.until(old.subtract({ hours: 1 }));
  // The first run is over with its message waiting; the second booking begins another.
  await reminders.book('fay', reminders.at(4, '15:00'));
  await reminders.move(first, reminders.at(6, '10:00'));
  door.send = real;
  await reminders.until(old.add({ hours: 4 }));
  expect(await reminders.subjects()).toEqual([]);
});

it('leaves out what the new time makes late, and reminds of nothing after a cancellation', async () => {
  const reminders = await Reminders.set(app, world, [reminder('day', 24), reminder('soon', 2)]);
  const id = await reminders.book('eve', reminders.at(5, '10:00'));
  const sooner = reminders.at(0, '16:00');
  await reminders.move(id, sooner);
  await reminders.until(sooner.subtract({ hours: 1 }));
  expect((await reminders.subjects()).map((subject) => subject.split(' ')[0])).toEqual(['soon']);
  await reminders.cancel(id);
  await reminders.until(sooner.add({ hours: 48 }));
  expect(await reminders.subjects()).toHaveLength(1);
});

it('agrees with itself when steps fall due while their bookings are moved', async () => {
  const reminders = await Reminders.set(app, world, [reminder('soon', 2)]);
  const ids: BookingId[] = [];
  for (let index = 0; index < 10; index++)
    ids.push(
      await reminders.book(
        `p${index}`,
        reminders.at(
          2,
          `${String(9 + Math.floor(index / 2)).padStart(2, '0')}:${index % 2 ? '30' : '00'}`,
        ),
      ),
    );
  await app.settle();
  app.clock.moveTo(reminders.at(2, '12:00'));
  // On PostgreSQL these run side by side; on PGlite one after the other, in any order.
  await Promise.all([
    app.get(Worker).catchUp(),
    ...ids.map((id, index) =>
      reminders.move(
        id,
        reminders.at(
          3,
          `${String(9 + Math.floor(index / 2)).padStart(2, '0')}:${index % 2 ? '30' : '00'}`,
        ),
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
    if (step.state === 'done' || step.state === 'queued') expect(messages.has(key)).toBe(true);
    else {
      expect(step.state).toBe('planned');
      expect(messages.has(key)).toBe(false);
    }
  }
  await reminders.until(reminders.at(3, '14:00'));
  const sent = (await reminders.subjects()).filter((subject) =>
    subject.includes(spokenDay(reminders.at(0, '12:00'))),
  );
  expect(sent).toHaveLength(10);
});
