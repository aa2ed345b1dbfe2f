import type { AreaReport, AreaView } from '@plumgate/contract';
import type { ClientId, ListingId } from '@plumgate/core/basics';
import { emptyListing, type ListingContent } from '@plumgate/core/listings';
import { liesIn, marketMonths, marketReport, type AreaContent } from '@plumgate/core/market';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { insertMany } from '../../platform/database/bulk.ts';
import { listings } from '../../records/listings/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { marketOf, monthsOf } from './market-sql.ts';

/** The database counts a market as core does. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const day = fc
  .integer({ min: 0, max: 400 })
  .map((days) => Temporal.PlainDate.from('2025-10-01').add({ days }).toString());
const maybe = <Value>(value: fc.Arbitrary<Value>) => fc.option(value, { nil: null });
const home: fc.Arbitrary<ListingContent> = fc
  .record({
    status: fc.constantFrom('soon', 'active', 'pending', 'sold', 'withdrawn'),
    price: maybe(fc.integer({ min: 0, max: 90_000_000 })),
    soldPrice: maybe(fc.integer({ min: 1, max: 90_000_000 })),
    size: maybe(
      fc.record({
        amount: fc.integer({ min: 1, max: 5000 }),
        unit: fc.constantFrom('sqft', 'sqm', 'acres', 'hectares'),
      }),
    ),
    ...{
      listedOn: maybe(day),
      contractOn: maybe(day),
      soldOn: maybe(day),
      withdrawnOn: maybe(day),
    },
    postcode: fc.constantFrom('04596', ' 04596', '04598', ''),
    town: fc.constantFrom('Gannet Head', 'gannet head', 'Port Alder'),
    place: maybe(
      fc.record({
        lat: fc.constantFrom(43.15, 43.45, 43.75),
        lng: fc.constantFrom(-69.85, -69.45, -69.15),
      }),
    ),
  } as const)
  .map((changes) => ({ ...emptyListing, street: '1 Kelp Lane', ...changes }) as ListingContent);
const outline = [
  { lat: 43.3, lng: -69.9 },
  { lat: 43.3, lng: -69.3 },
  { lat: 43.6, lng: -69.3 },
];
const area: fc.Arbitrary<AreaContent> = fc.record({
  name: fc.constant('A'),
  postcodes: fc.constantFrom(['04596'], []),
  towns: fc.constantFrom([], ['Port Alder']),
  outline: fc.constantFrom([], outline),
});

it('whatever the listings and the area', async () => {
  const clientId = world.client.id as ClientId;
  const { db } = app.database;
  const at = app.clock.now();
  await fc.assert(
    fc.asyncProperty(fc.array(home, { maxLength: 40 }), area, day, async (homes, content, to) => {
      await db.delete(listings);
      if (homes.length > 0) {
        const rows = homes.map((one) => ({
          ...{ id: crypto.randomUUID() as ListingId, clientId, content: one },
          ...{ madeAt: at, changedAt: at },
        }));
        await db.execute(insertMany(listings, rows).getSQL());
      }
      const from = Temporal.PlainDate.from(to).subtract({ days: 120 }).toString();
      const inside = homes.filter((one) => liesIn(content, one));
      const period = { from, to, unit: 'sqft' as const };
      const of = { clientId, content };
      const rounded = (value: unknown) =>
        JSON.parse(
          JSON.stringify(value, (_key, one: unknown) =>
            typeof one === 'number' ? Number(one.toPrecision(9)) : one,
          ),
        ) as unknown;
      expect(rounded(await marketOf(db, of, period))).toEqual(
        rounded(marketReport(inside, period)),
      );
      const line = { to, months: 6 };
      expect(rounded(await monthsOf(db, of, line))).toEqual(rounded(marketMonths(inside, line)));
    }),
    { numRuns: 40 },
  );
});

it('is reported for a neighborhood, up to a day', async () => {
  const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com');
  const of = (rest: string) => `/api/clients/${world.client.id}/${rest}`;
  await app.database.db.delete(listings);
  for (const [n, soldPrice] of [30, 36, 38, 40, 44].entries())
    await owner('POST', of('listings'), {
      ...{ street: `${n} Kelp Lane`, town: 'Gannet Head', status: 'sold', price: 40_000_000 },
      ...{ soldPrice: soldPrice * 1_000_000, soldOn: '2026-10-01', listedOn: '2026-09-01' },
    });
  const { id } = (
    await owner('POST', of('areas'), {
      ...{ name: 'The Head', postcodes: [], towns: ['Gannet Head'], outline: [] },
    })
  ).json<{ id: string }>();
  const report = async (asOf = '') =>
    (await owner('GET', of(`areas/${id}/report${asOf && `?asOf=${asOf}`}`))).json<AreaReport>();
  expect(await report()).toMatchObject({
    ...{ name: 'The Head', from: '2026-08-08', to: '2026-11-05', unit: 'sqft' },
    report: {
      medianPrice: { value: 38_000_000, count: 5 },
      daysOnMarket: { value: 30, count: 5 },
      saleToList: { value: 0.95, count: 5 },
      ...{ forSale: 0, sold30: 0, sold90: 5 },
    },
  });
  expect((await report('2026-09-30')).report).toMatchObject({
    ...{ medianPrice: { value: null, count: 0 }, forSale: 5 },
  });
  expect((await report()).months.map(({ month }) => month)).toHaveLength(24);
  const [view] = (await owner('GET', of('areas'))).json<{ areas: AreaView[] }>().areas;
  const content = { ...view!.content, postcodes: ['1'], towns: [] };
  await owner('PUT', `/api/areas/${id}`, { version: 1, content });
  expect((await report()).report.sold90).toBe(0);
  const late = await owner('PUT', `/api/areas/${id}`, { version: 1, content });
  expect(late.json()).toMatchObject({ code: 'changed-elsewhere' });
  const nowhere = await owner('POST', of('areas'), { ...content, postcodes: [] });
  expect(nowhere.json<{ detail: string }>().detail).toContain('Give a postcode or a town');
  await owner('DELETE', `/api/areas/${id}`);
  expect((await owner('GET', of(`areas/${id}/report`))).statusCode).toBe(404);
});
