import type { Answered, api as endpoints, ResultPart } from '@plumgate/contract';
import type { Cents } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { bookings } from '../../records/booking/table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';
import { addressOf, asOwner, sendBooking } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** What a client's pages brought, counted by hand beside. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

type Results = Answered<typeof endpoints.getResults>;
const results = async (by: ResultPart, from = '2026-11-01', to = '2026-11-30') => {
  await app.settle();
  const answer = await api(
    'GET',
    `/api/clients/${world.client.id}/results?from=${from}&to=${to}&by=${by}`,
  );
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([200, expect.anything()]);
  return answer.json<Results>();
};
/** Somebody opens the page from a source, and writes if they have a name. */
async function visit(source: string, name = ''): Promise<void> {
  const browser = browserOf(app);
  await browser.open(`/first-visit?utm_source=${source}`);
  await app.settle();
  if (!name) return;
  await browser.send({ ...{ _form: world.formBlock, name, phone: '' }, email: addressOf(name) });
  await browser.open('/first-visit-thank-you');
}
const figures = ({ rows }: Results) =>
  rows.map(({ key, visitors, leads, conversions }) => [key, visitors, leads, conversions]);

it('counts visitors, leads and their rate by source, page, device and day; all but pages add up to the total', async () => {
  for (const [source, name] of [
    ['radio', 'Ana'],
    ['radio', 'Bo'],
    ['radio', ''],
    ['letter', 'Cy'],
    ['letter', ''],
  ] as const)
    await visit(source, name);
  await app.move('P1D');
  await visit('letter');
  const bySource = await results('source');
  expect(figures(bySource)).toEqual([
    ['Radio', 3, 2, 2],
    ['Letter', 3, 1, 1],
  ]);
  expect(bySource.total).toMatchObject({ visitors: 6, leads: 3, conversions: 3 });
  expect(bySource.rows[0]!.rate).toEqual({
    value: 2 / 3,
    // Wilson's interval of 2 of 3, by hand: 0.2077 to 0.9385.
    low: expect.closeTo(0.2077, 4) as number,
    high: expect.closeTo(0.9385, 4) as number,
  });
  const byPage = await results('page');
  expect(byPage.rows.map(({ label, visitors, leads }) => [label, visitors, leads])).toEqual([
    ['First visit', 6, 3],
    ['Thank you', 3, 0],
  ]);
  expect(figures(await results('day'))).toEqual([
    ['2026-11-05', 5, 3, 3],
    ['2026-11-06', 1, 0, 0],
  ]);
  for (const by of ['page', 'device', 'day'] as const)
    expect((await results(by)).total).toEqual(bySource.total);
  expect(figures(await results('day', '2026-11-06', '2026-11-06'))).toHaveLength(1);
});

it('tells campaigns apart, and the hours of the week in the client’s zone', async () => {
  await visit('radio&utm_campaign=autumn', 'Ana');
  await visit('radio&utm_campaign=autumn');
  await visit('letter');
  await app.move('PT1H');
  await visit('letter', 'Bo');
  expect(figures(await results('campaign'))).toEqual([
    ['', 2, 1, 1],
    ['autumn', 2, 1, 1],
  ]);
  // The test begins on a Thursday at 9:12 in New York.
  const byHour = await results('hour');
  expect(figures(byHour)).toEqual([
    ['4-09', 3, 1, 1],
    ['4-10', 1, 1, 1],
  ]);
  expect(byHour.rows.map(({ label }) => label)).toEqual(['Thu 09:00', 'Thu 10:00']);
  expect(byHour.total).toEqual((await results('day')).total);
});

it('counts bookings, who came and who was won where their person came from', async () => {
  await visit('radio', 'Ana');
  await visit('letter', 'Cy');
  const step = await addBookingStep(app, world, { notice: 0 });
  await sendBooking(app, step, 'Ana', '2026-11-06T15:00:00Z');
  await sendBooking(app, step, 'Cy', '2026-11-06T16:00:00Z');
  await api('POST', `/api/calendars/${step.calendar.id}/bookings`, {
    ...{ start: '2026-11-06T17:00:00Z', name: 'Dee' },
  });
  await app.move('P2D');
  const { db } = app.database;
  const bookingOf = async (name: string) =>
    (
      await db
        .select({ id: bookings.id })
        .from(bookings)
        .innerJoin(people, eq(people.id, bookings.personId))
        .where(eq(people.email, addressOf(name)))
    )[0]!.id;
  await api('POST', `/api/bookings/${await bookingOf('Ana')}/mark`, { as: 'came' });
  await api('POST', `/api/bookings/${await bookingOf('Cy')}/cancel`);
  const [won] = await db.select().from(stages).where(eq(stages.outcome, 'won'));
  await db
    .update(people)
    .set({ stageId: won!.id, stageAt: app.clock.now(), value: 120_000 as Cents })
    .where(eq(people.email, addressOf('Ana')));
  const found = await results('source');
  const of = (key: string) => found.rows.find((row) => row.key === key);
  expect(of('Radio')).toMatchObject({ bookings: 1, came: 1, won: 1, value: 120_000 });
  expect(of('Letter')).toMatchObject({ bookings: 0, came: 0, won: 0, value: 0 });
  expect(found.total).toMatchObject({ bookings: 2, came: 1, won: 1, value: 120_000 });
  const byPage = await results('page');
  expect(byPage.rows.find(({ label }) => label === 'Not from a page')).toMatchObject({
    key: '',
    bookings: 1,
  });
  expect((await results('day')).rows.map(({ key, bookings, won }) => [key, bookings, won])).toEqual(
    [
      ['2026-11-05', 2, 0],
      ['2026-11-07', 0, 1],
    ],
  );
});

it('tells leads apart by form, town and assignee, where visits have none', async () => {
  await visit('radio', 'Ana');
  await visit('radio', 'Bo');
  await visit('radio');
  const { db } = app.database;
  await db.update(people).set({ assigneeId: null });
  await db
    .update(people)
    .set({ town: 'Port Alder' })
    .where(eq(people.email, addressOf('Bo')));
  const byTown = await results('town');
  expect(figures(byTown)).toEqual([
    ['Port Alder', 0, 1, 0],
    ['', 0, 1, 0],
  ]);
  expect(byTown.rows.map(({ label }) => label)).toEqual(['Port Alder', 'Not known']);
  expect(byTown.total).toMatchObject({ visitors: 3, leads: 2, conversions: 2 });
  expect(figures(await results('form'))).toEqual([[world.formId, 0, 2, 0]]);
  expect((await results('assignee')).rows.map(({ label, leads }) => [label, leads])).toEqual([
    ['Nobody', 2],
  ]);
});

it('is empty where nothing was counted, and refuses days that are none', async () => {
  const nothing = await results('source');
  expect(nothing.rows).toEqual([]);
  expect(nothing.total).toMatchObject({ visitors: 0, rate: { value: null, low: 0, high: 1 } });
  for (const query of ['from=2026-11-31&to=2026-12-01', 'from=2026-11-02&to=2026-11-01', 'to=x'])
    expect((await api('GET', `/api/clients/${world.client.id}/results?${query}`)).statusCode).toBe(
      400,
    );
});
