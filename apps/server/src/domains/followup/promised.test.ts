import type { SequenceStep } from '@plumgate/core/followup';
import { planRun } from '@plumgate/core/followup';
import { desc } from 'drizzle-orm';
import { bookings } from '../../records/booking/table.ts';
import { timeline } from '../../records/people/table.ts';
import { reminder, Reminders } from '../../testing/reminders.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** What a plan promises is what is sent, and what it leaves out the record names with its reason. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const onTheDay = (id: string, at: string): SequenceStep => ({
  ...reminder(id, 0),
  delay: { amount: 0, unit: 'days', at },
});
const steps: SequenceStep[] = [
  { ...reminder('late', 24 * 30), late: 'send-now' },
  reminder('hours', 2),
  onTheDay('morning', '08:00'),
  onTheDay('noon', '12:00'),
  reminder('begins', 0),
  { ...reminder('after', 1), side: 'after' },
];

it('sends what the plan says, in its order, and nothing else', async () => {
  const reminders = await Reminders.set(app, world, steps);
  const start = reminders.at(3, '10:00');
  await reminders.book('hal', start);
  const [booking] = await app.database.db.select().from(bookings).orderBy(desc(bookings.madeAt));
  const plan = planRun({
    sequence: { steps, quiet: null, zone: 'America/New_York' },
    joinedAt: booking!.madeAt,
    event: { at: start },
    person: {
      email: 'hal@example.com',
      phone: '',
      textConsent: false,
      unsubscribed: false,
      mailRefused: false,
    },
    now: booking!.madeAt,
  });
  const promised = plan.filter(({ at }) => at !== null).map(({ step }) => step);
  expect(promised).toEqual(['late', 'hours', 'morning', 'begins', 'after']);
  await reminders.until(start.add({ hours: 6 }));
  const order = (ids: string[]) => [...ids].sort();
  expect(order(await reminders.sent())).toEqual(order(promised));
  const facts = await app.database.db.select({ fact: timeline.fact }).from(timeline);
  expect(facts.map(({ fact }) => fact)).toContainEqual(
    expect.objectContaining({ kind: 'left-out', because: 'event-past' }),
  );
});
