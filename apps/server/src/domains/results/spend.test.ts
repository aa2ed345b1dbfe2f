import type { Answered, api as endpoints, ResultPart } from '@plumgate/contract';
import { asOwner } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** What ads cost, and what that makes of the results. The test begins on 5 November. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const path = () => `/api/clients/${world.client.id}/spend`;
const row = (day: string, source: string, amount: number, campaign = '') => ({
  ...{ day, source, campaign, amount },
});
const write = (...rows: object[]) => api('PUT', path(), { rows });
const spend = async () =>
  (await api('GET', `${path()}?from=2026-10-01&to=2026-11-30`)).json<
    Answered<typeof endpoints.getSpend>
  >();
const results = async (by: ResultPart) => {
  await app.settle();
  const answer = await api(
    'GET',
    `/api/clients/${world.client.id}/results?from=2026-11-01&to=2026-11-30&by=${by}`,
  );
  return answer.json<Answered<typeof endpoints.getResults>>();
};

it('writes a row over that of the same day, source and campaign, and takes one of 0 away', async () => {
  await write(row('2026-11-03', 'Radio', 10_000), row('2026-11-04', 'Radio', 500, 'fall'));
  await write(row('2026-11-03', 'Radio', 12_000), row('2026-11-04', 'Radio', 0, 'fall'));
  await write(row('2026-11-02', 'Letter', 100), row('2026-11-02', 'Letter', 200));
  expect((await spend()).rows).toEqual([
    row('2026-11-03', 'Radio', 12_000),
    row('2026-11-02', 'Letter', 300),
  ]);
});

it('says where the month will end, by the days that were written down', async () => {
  expect(await spend()).toMatchObject({
    ...{ monthly: null, month: { first: '2026-11-01', spent: 0, until: null, endsAt: null } },
  });
  await write(row('2026-10-31', 'Radio', 99_999), row('2026-11-01', 'Radio', 6000));
  await write(row('2026-11-03', 'Radio', 3000), row('2026-11-20', 'Radio', 50_000));
  await api('PUT', `/api/clients/${world.client.id}/ad-budget`, { monthly: 80_000 });
  // 90.00 in 3 of 30 days; what is to come is not spent yet.
  expect(await spend()).toMatchObject({
    ...{ monthly: 80_000, month: { spent: 9000, until: '2026-11-03', endsAt: 90_000 } },
  });
  await api('PUT', `/api/clients/${world.client.id}/ad-budget`, { monthly: null });
  expect((await spend()).monthly).toBeNull();
});

it('stands beside what it brought, by source, campaign and day, and brings parts that brought nobody', async () => {
  await browserOf(app).open('/first-visit?utm_source=radio&utm_campaign=fall');
  await write(row('2026-11-05', 'Radio', 4000, 'fall'), row('2026-11-04', 'Letter', 700));
  await write(row('2026-10-31', 'Radio', 9000));
  const costs = async (by: ResultPart) =>
    (await results(by)).rows.map(({ key, visitors, cost }) => [key, visitors, cost]);
  expect(await costs('source')).toEqual([
    ['Radio', 1, 4000],
    ['Letter', 0, 700],
  ]);
  expect(await costs('campaign')).toEqual([
    ['fall', 1, 4000],
    ['', 0, 700],
  ]);
  expect(await costs('day')).toEqual([
    ['2026-11-04', 0, 700],
    ['2026-11-05', 1, 4000],
  ]);
  expect((await costs('page'))[0]).toEqual([world.first.pageId, 1, null]);
  expect((await results('page')).total.cost).toBe(4700);
  const file = await api(
    'GET',
    `/api/clients/${world.client.id}/results.csv?from=2026-11-01&to=2026-11-30&by=source`,
  );
  expect(file.headers['content-disposition']).toBe('attachment; filename="results-by-source.csv"');
  expect(file.body.split('\r\n')).toEqual([
    'source,Visitors,Leads,Visitors who became leads,Rate,Rate from,Rate to,Booked,Came,Won,Won value (USD),Cost (USD)',
    // Wilson's interval of none of one, by hand: 0 to z²/(1 + z²).
    'Radio,1,0,0,0.0000,0.0000,0.7935,0,0,0,0.00,40.00',
    'Letter,0,0,0,,0.0000,1.0000,0,0,0,0.00,7.00',
    'Total,1,0,0,0.0000,0.0000,0.7935,0,0,0,0.00,47.00',
    '',
  ]);
});

it('refuses what is no spending, and writes nothing of it', async () => {
  for (const bad of [
    row('2026-11-31', 'Radio', 1),
    row('2026-11-03', ' ', 1),
    row('2026-11-03', 'Radio', -1),
    row('2026-11-03', 'Radio', 1.5),
  ])
    expect((await write(row('2026-11-01', 'Radio', 5), bad)).statusCode).toBe(400);
  expect((await write()).statusCode).toBe(400);
  expect((await spend()).rows).toEqual([]);
  await app.signIn('desk@example.com');
  const desk = await app.api(
    'GET',
    `${path()}?from=2026-11-01&to=2026-11-30`,
    undefined,
    'desk@example.com',
  );
  expect(desk.statusCode).toBe(403);
});
