import type { AnswerTimes, TodayBoard, WaitingPerson } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { usualNotices } from '@plumgate/core/staff';
import { eq } from 'drizzle-orm';
import { median, quantile } from 'simple-statistics';
import { seesAll } from '../../records/accounts/users-of.ts';
import { bookings } from '../../records/booking/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { BookingService } from '../booking/booking.service.ts';
import { replied } from '../people/person-events.ts';
import { users } from '../../records/accounts/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import { waits } from '../../records/people/waits.table.ts';
import {
  addBookingStep,
  buildWorld,
  password,
  TestApp,
  type World,
} from '../../testing/test-app.ts';
import { AccountService } from '../accounts/account.service.ts';

/** From a submission to the first call or message: who waits, by when they are promised an answer, and how long it took. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterEach(() => app.stop());

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH';
const owner = (method: Method, url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const send = async (email: string, phone = '') => {
  const answer = await app.site('POST', '/first-visit', {
    form: { name: email.split('@')[0]!, email, phone },
  });
  expect(answer.statusCode).toBe(303);
};
const today = async () => (await owner('GET', `/api/clients/${clientId}/today`)).json<TodayBoard>();
const idOf = async (email: string): Promise<PersonId> =>
  (await app.database.db.select().from(people).where(eq(people.email, email)))[0]!.id;
const touch = async (email: string, how = 'called') =>
  owner('POST', `/api/people/${await idOf(email)}/touches`, { how, note: '' });
const names = (rows: { email: string }[]) => rows.map(({ email }) => email.split('@')[0]);

/** Open from nine to five on weekdays; the test's clock begins on a Thursday at 9:12 there. */
async function open(promiseMinutes: number): Promise<void> {
  const { name, facts } = world.client;
  const nine = [{ from: '09:00', to: '17:00' }];
  await owner('PUT', `/api/clients/${clientId}/facts`, {
    name,
    facts: { ...facts, promiseMinutes, week: [nine, nine, nine, nine, nine, [], []] },
  });
}

it('shows first those to be answered in time, then the overdue ones, the newest first', async () => {
  await open(60);
  await send('a@example.com');
  await app.move('PT10M');
  await send('b@example.com');
  await app.move('PT55M');
  await send('c@example.com');
  await app.move('PT10M');
  await send('d@example.com');
  expect(names((await today()).waiting)).toEqual(['c', 'd', 'b', 'a']);
});

it('ends at the first call, begins again when they write again, and keeps how long it was', async () => {
  await open(60);
  await send('a@example.com');
  await app.move('PT30M');
  await touch('a@example.com', 'no-answer');
  expect((await today()).waiting).toEqual([]);
  // At 16:42 on Thursday; called on Friday at 9:12, 30 open minutes later.
  await app.move('PT7H');
  await send('a@example.com', '(207) 555-0117');
  expect(names((await today()).waiting)).toEqual(['a']);
  await app.move('PT16H30M');
  await touch('a@example.com');
  await touch('a@example.com');
  const rows = await app.database.db.select().from(waits).orderBy(waits.endedAt);
  expect(
    rows.map(({ how, openSeconds, seconds }) => [how, openSeconds / 60, seconds / 60]),
  ).toEqual([
    ['no-answer', 30, 30],
    ['called', 30, 990],
  ]);
});

it('of two who write at once under one address makes one who waits', async () => {
  await Promise.all([send('a@example.com'), send('a@example.com')]);
  expect((await today()).waitingTotal).toBe(1);
});

it('follows a change of the promise, and of the hours', async () => {
  await open(60);
  await send('a@example.com');
  const before = (await today()).waiting[0]!;
  await open(15);
  const after = (await today()).waiting[0]!;
  expect([before.promisedBy, after.promisedBy]).toEqual([
    '2026-11-05T15:12:00Z',
    '2026-11-05T14:27:00Z',
  ]);
});

describe('letting go', () => {
  const letGo = (body: object) => owner('POST', `/api/clients/${clientId}/waiting/let-go`, body);

  it('takes those named, or all from before a moment, with the reason, and can be undone', async () => {
    await send('a@example.com');
    await app.move('PT1H');
    const later = app.clock.now().toString();
    await send('b@example.com');
    await send('c@example.com');
    const some = await letGo({ people: [await idOf('c@example.com')], reason: 'A wrong number' });
    expect(some.json()).toMatchObject({ count: 1 });
    const old = (await letGo({ before: later, reason: 'Too long ago' })).json<{ batch: string }>();
    expect(names((await today()).waiting)).toEqual(['b']);
    const record = await owner('GET', `/api/people/${await idOf('a@example.com')}`);
    expect(record.body).toContain('Oriel let them go');
    await owner('POST', `/api/clients/${clientId}/waiting/undo`, { batch: old.batch });
    expect(names((await today()).waiting).sort()).toEqual(['a', 'b']);
  });

  it.each([
    ['no reason', { before: '2026-11-05T15:12:00Z', reason: ' ' }],
    ['nobody', { reason: 'Why' }],
    ['both ways at once', { people: [], before: '2026-11-05T15:12:00Z', reason: 'Why' }],
  ])('asks again for %s', async (_what, body) => expect((await letGo(body)).statusCode).toBe(400));
});

it('tells the median and the 90th percentile by week as a statistics package has them', async () => {
  await open(60);
  const minutes = [3, 90, 12, 44, 5, 7];
  for (const [index, length] of minutes.entries()) {
    await send(`p${index}@example.com`);
    await app.move(`PT${length}M`);
    await touch(`p${index}@example.com`);
  }
  const { weeks } = (await owner('GET', `/api/clients/${clientId}/answer-times`)).json<{
    weeks: AnswerTimes[];
  }>();
  expect(weeks).toHaveLength(8);
  expect(weeks.at(-1)).toMatchObject({ week: '2026-11-02', answered: 6, kept: 5 });
  // simple-statistics has no interpolated quantile: what lies between two neighbours is checked by their bounds.
  const { open: within } = weeks.at(-1)!;
  expect(within!.median).toBeCloseTo(median(minutes), 9);
  expect(within!.p90).toBeGreaterThanOrEqual(quantile(minutes, 0.8));
  expect(within!.p90).toBeLessThanOrEqual(quantile(minutes, 1));
  // By hand: the 90th percentile of six is half-way between the fifth and the sixth (SQL:2003, percentile_cont).
  expect(within!.p90).toBeCloseTo(44 + 0.5 * (90 - 44), 9);
  expect(weeks[0]).toEqual({ week: '2026-09-14', answered: 0, kept: 0, open: null, all: null });
});

describe('the team', () => {
  const settings = (email: string, notices: object) =>
    app.database.db
      .update(users)
      .set({ notices: { ...usualNotices, promise: ['app'], ...notices } })
      .where(eq(users.email, email));
  const told = async () =>
    (await app.database.db.select().from(outbox).orderBy(outbox.order))
      .filter(({ key }) => key.startsWith('team:'))
      .map(({ kind, to, title }) => [kind, to, title]);

  it('is reminded before a promise breaks, once, each the way they chose', async () => {
    await open(15);
    await settings('owner@example.com', { promise: ['email'] });
    await settings('desk@example.com', { promise: ['text', 'email'] });
    await app.database.db
      .update(users)
      .set({ phone: '(207) 555-0188' })
      .where(eq(users.email, 'desk@example.com'));
    await app.database.db.update(people).set({ assigneeId: null });
    await send('a@example.com');
    await app.database.db.update(people).set({ assigneeId: null });
    await app.move('PT9M');
    expect(await told()).toEqual([]);
    await app.move('PT1M');
    const subject = 'a is still waiting at Quayside Dental';
    expect((await told()).sort()).toEqual([
      ['email', 'desk@example.com', subject],
      ['email', 'owner@example.com', subject],
      ['text', '(207) 555-0188', subject],
    ]);
    await app.move('PT2H');
    expect(await told()).toHaveLength(3);
  });

  it('is not reminded of somebody who was called, and only the one who looks after them is', async () => {
    await open(15);
    await settings('owner@example.com', { promise: ['email'] });
    await settings('desk@example.com', { promise: ['email'] });
    // The world's rule gives them to the front desk.
    await send('a@example.com');
    await send('b@example.com');
    await touch('a@example.com');
    await app.move('PT1H');
    expect(await told()).toEqual([
      ['email', 'desk@example.com', 'b is still waiting at Quayside Dental'],
    ]);
  });

  it('hears of new leads when it wants to, and only on duty when it says so', async () => {
    const nell = await app.get(AccountService).addUser({
      ...{ name: 'Nell', email: 'nell@example.com', password },
      ...{ role: 'marketer', clientIds: null },
    });
    await settings('nell@example.com', { lead: ['email'], when: 'on-duty' });
    const never = Array.from({ length: 7 }, () => []);
    await app.database.db.update(users).set({ onDuty: never }).where(eq(users.id, nell));
    await app.database.pool.query('delete from routing_rules');
    await send('a@example.com');
    expect(await told()).toEqual([]);
    await app.database.db.update(users).set({ onDuty: null }).where(eq(users.id, nell));
    await send('b@example.com');
    expect(await told()).toEqual([['email', 'nell@example.com', 'New lead at Quayside Dental: b']]);
  });

  it('hears of bookings that somebody else than the business made or changed, and of answers', async () => {
    const { calendar } = await addBookingStep(app, world);
    await settings('owner@example.com', { booking: ['email'], answer: ['email'] });
    await send('a@example.com');
    await app.database.db.update(people).set({ assigneeId: null });
    const person = await idOf('a@example.com');
    const start = app.clock.now().round('hour').add({ hours: 48 });
    await owner('POST', `/api/calendars/${calendar.id}/bookings`, {
      ...{ personId: person, start: start.toString() },
    });
    expect(await told()).toEqual([]);
    const [booking] = await app.database.db.select().from(bookings);
    const service = app.get(BookingService);
    await service.move(booking!.id, start.add({ hours: 1 }), 'visitor', seesAll);
    await service.cancel(booking!.id, 'visitor', seesAll);
    await app.database.transaction(async (tx) => {
      const effects = app.get(Causes).begin();
      effects.raise(replied, { person: { id: person, clientId }, at: app.clock.now() });
      await effects.write(tx);
    });
    expect((await told()).map(([, , title]) => title)).toEqual([
      'a moved a time at Quayside Dental',
      'a canceled a time at Quayside Dental',
      'a answered a message of Quayside Dental',
    ]);
  });
});

it('is listed over all clients that somebody sees', async () => {
  await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'UTC' });
  await send('a@example.com');
  const everywhere = (await owner('GET', '/api/waiting')).json<{
    waiting: WaitingPerson[];
    total: number;
  }>();
  expect(everywhere).toMatchObject({ total: 1, waiting: [{ email: 'a@example.com' }] });
});
