import { emailFromText } from '@plumgate/core/emails';
import { noConditions } from '@plumgate/core/conditions';
import type { ClientId } from '@plumgate/core/basics';
import type { SequenceStep } from '@plumgate/core/followup';
import { eq } from 'drizzle-orm';
import { RuleService } from '../routing/rule.service.ts';
import { reminder, Reminders } from '../../testing/reminders.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { RunService } from './run.service.ts';
import { bookings, type BookingRow } from '../../records/booking/table.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';

/** Anyone who books is reminded of it: of a first booking, of a later one, and of two at once. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const steps = [reminder('two', 48), reminder('one', 24)];
const welcome: SequenceStep = {
  id: 'welcome',
  anchor: 'joined',
  side: 'after',
  delay: { amount: 0, unit: 'minutes', at: null },
  late: 'send-now',
  unlessBooked: false,
  onlyIf: noConditions,
  action: { kind: 'email', ...emailFromText({ subject: 'welcome', body: 'B' }) },
};
const runs = async (reminders: Reminders) =>
  (
    await app.database.db
      .select()
      .from(sequenceRuns)
      .where(eq(sequenceRuns.sequenceId, reminders.sequence))
  ).map(({ state }) => state);

/** Somebody leaves their name on the first page, whose rule lets them join without a booking. */
async function signUp(reminders: Reminders, name: string): Promise<void> {
  await app.get(RuleService).add(world.client.id as ClientId, {
    name: 'Remind',
    conditions: { match: 'all', terms: [{ about: 'form', is: world.formId }] },
    actions: [{ kind: 'start', sequence: reminders.sequence }],
  });
  const form = { _form: world.formBlock, name, email: `${name}@example.com` };
  const answer = await app.site('POST', '/first-visit', { form });
  expect(answer.statusCode).toBe(303);
}

it('reminds of both bookings of somebody who joined without one and books again a month later', async () => {
  const reminders = await Reminders.set(
    app,
    world,
    steps,
    { again: true },
    { joinByCalendar: false },
  );
  await signUp(reminders, 'ada');
  const first = reminders.at(5, '10:00');
  await reminders.book('ada', first);
  await reminders.until(first.add({ hours: 1 }));
  expect(await reminders.sent()).toEqual(['two', 'one']);
  expect(await runs(reminders)).toEqual(['finished']);
  await reminders.until(reminders.at(25, '10:00'));
  const second = reminders.at(7, '10:00');
  await reminders.book('ada', second);
  await reminders.until(second);
  expect(await reminders.sent()).toEqual(['two', 'one', 'two', 'one']);
  expect(await runs(reminders)).toEqual(['finished', 'finished']);
});

it('reminds of two bookings at once, and welcomes once', async () => {
  const reminders = await Reminders.set(app, world, [welcome, ...steps]);
  const [early, late] = [reminders.at(4, '10:00'), reminders.at(5, '15:00')];
  await reminders.book('ben', early);
  await reminders.book('ben', late);
  await app.settle();
  await reminders.until(late);
  expect(await reminders.sent()).toEqual(['welcome', 'two', 'one', 'two', 'one']);
});

it('welcomes again for a further booking where the sequence may be joined again', async () => {
  const reminders = await Reminders.set(app, world, [welcome], { again: true });
  await reminders.book('cleo', reminders.at(3, '10:00'));
  await reminders.book('cleo', reminders.at(4, '10:00'));
  await app.settle();
  expect(await reminders.sent()).toEqual(['welcome', 'welcome']);
});

it('gives the run of a cancelled booking to the next one', async () => {
  const reminders = await Reminders.set(app, world, [welcome, ...steps]);
  await reminders.cancel(await reminders.book('dan', reminders.at(4, '10:00')));
  const next = reminders.at(5, '10:00');
  await reminders.book('dan', next);
  await reminders.until(next);
  expect(await reminders.sent()).toEqual(['welcome', 'two', 'one']);
});

it('reminds of the first booking alone where the sequence says so', async () => {
  const event = { kind: 'booking' as const, calendar: null, each: false };
  const reminders = await Reminders.set(app, world, steps, { event });
  await reminders.book('eli', reminders.at(4, '10:00'));
  const late = reminders.at(5, '15:00');
  await reminders.book('eli', late);
  await reminders.until(late);
  expect(await reminders.sent()).toEqual(['two', 'one']);
});

it('begins nothing by itself for somebody whose run was ended', async () => {
  const endsWhen = [{ when: 'replied' as const }];
  const reminders = await Reminders.set(app, world, steps, { endsWhen }, { joinByCalendar: false });
  await signUp(reminders, 'flo');
  await reminders.book('flo', reminders.at(4, '10:00'));
  const [{ personId }] = (await app.database.db.select().from(bookings)) as [BookingRow];
  await app.database.transaction(async (tx) => {
    const effects = app.get(Causes).begin();
    await app
      .get(RunService)
      .happenedTo(tx, effects, personId, app.clock.now(), { when: 'replied' });
    await effects.write(tx);
  });
  const next = reminders.at(5, '10:00');
  await reminders.book('flo', next);
  await reminders.until(next);
  expect(await reminders.sent()).toEqual([]);
});

it('gives each of several bookings made side by side a run of its own', async () => {
  const reminders = await Reminders.set(app, world, steps, {}, { joinByCalendar: false });
  await signUp(reminders, 'gil');
  const times = ['09:00', '09:30', '10:00', '10:30', '11:00', '11:30'];
  await Promise.all(times.map((time) => reminders.book('gil', reminders.at(4, time))));
  const made = await app.database.db.select({ id: bookings.id }).from(bookings);
  const held = await app.database.db
    .select({ id: sequenceRuns.bookingId })
    .from(sequenceRuns)
    .where(eq(sequenceRuns.sequenceId, reminders.sequence));
  expect(new Set(held.map(({ id }) => id))).toEqual(new Set(made.map(({ id }) => id)));
  expect(held).toHaveLength(times.length);
});

it('nudges only those who have not booked by then, and says why the others were not', async () => {
  const nudge: SequenceStep = {
    ...welcome,
    id: 'nudge',
    delay: { amount: 1, unit: 'days', at: null },
    unlessBooked: true,
    onlyIf: noConditions,
    action: { kind: 'email', ...emailFromText({ subject: 'nudge', body: 'B' }) },
  };
  const reminders = await Reminders.set(
    app,
    world,
    [nudge, ...steps],
    {},
    { joinByCalendar: false },
  );
  await signUp(reminders, 'ada');
  const booked = reminders.at(7, '09:30');
  await reminders.book('ada', booked);
  await reminders.until(reminders.at(3, '12:00'));
  expect(await reminders.sent()).toEqual([]);
  const nudges = await app.database.db
    .select({ state: runSteps.state, leftOut: runSteps.leftOut })
    .from(runSteps)
    .where(eq(runSteps.stepId, 'nudge'));
  expect(nudges).toEqual([{ state: 'left-out', leftOut: 'has-booked' }]);
  await signUp(reminders, 'bea');
  await reminders.until(booked);
  expect(await reminders.sent()).toEqual(['nudge', 'two', 'one']);
});

it('nudges somebody again whose booking was cancelled before it', async () => {
  const nudge: SequenceStep = {
    ...welcome,
    id: 'nudge',
    delay: { amount: 2, unit: 'days', at: null },
    unlessBooked: true,
    onlyIf: noConditions,
    action: { kind: 'email', ...emailFromText({ subject: 'nudge', body: 'B' }) },
  };
  const reminders = await Reminders.set(app, world, [nudge], {}, { joinByCalendar: false });
  await signUp(reminders, 'ada');
  await reminders.cancel(await reminders.book('ada', reminders.at(7, '09:30')));
  await reminders.until(reminders.at(3, '12:00'));
  expect(await reminders.sent()).toEqual(['nudge']);
});
