import type { Answered, api as endpoints } from '@plumgate/contract';
import type { Cents, ClientId, PageId, VoucherPoolId } from '@plumgate/core/basics';
import type { ConversionContent } from '@plumgate/core/conversions';
import { newBand, newBlock, newColumn, type Draft } from '@plumgate/core/page';
import { eq } from 'drizzle-orm';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';
import { vouchers } from '../../records/vouchers/table.ts';
import { addressOf, asOwner } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { FileService } from '../pictures/file.service.ts';

/** Named outcomes, counted from what happened. The test begins on 5 November at 9:12 in New York. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const content = (changes: Partial<ConversionContent> = {}): ConversionContent => ({
  ...{ name: 'Lead', on: { kind: 'lead', form: null }, value: { kind: 'none' } },
  rule: { counts: 'once', windowDays: 30, credit: 'last' },
  ...changes,
});
const path = () => `/api/clients/${world.client.id}/conversions`;
const add = async (changes: Partial<ConversionContent> = {}) => {
  const added = await api('POST', path(), content(changes));
  expect([added.statusCode, added.body.slice(0, 200)]).toEqual([200, expect.anything()]);
  return added.json<{ conversionId: string }>().conversionId;
};
const list = async (days = 'from=2026-11-01&to=2026-11-30') => {
  await app.settle();
  const answer = await api('GET', `${path()}?${days}`);
  // In the order of their names: they are made while the clock stands still.
  return answer.json<Answered<typeof endpoints.listConversions>>().conversions;
};
const counts = async (days?: string) =>
  (await list(days)).map(({ content: { name }, count, value, sources }) => [
    name,
    count,
    value,
    sources.map((one) => [one.source, one.count]),
  ]);
async function write(browser: ReturnType<typeof browserOf>, name: string) {
  const sent = await browser.send({
    ...{ _form: world.formBlock, name, phone: '', email: addressOf(name) },
  });
  expect(sent.statusCode).toBe(303);
}

it('counts a form once for a person, put down to the visit that the rule names', async () => {
  const ana = browserOf(app);
  await ana.open('/first-visit?utm_source=search&utm_medium=cpc&gclid=click-1');
  await app.move('P1D');
  await ana.open('/first-visit?utm_source=letter');
  await write(ana, 'Ana');
  await app.move('P1D');
  await write(ana, 'Ana');
  const bo = browserOf(app);
  await bo.open('/first-visit?utm_source=letter');
  await write(bo, 'Bo');
  await add({ name: 'Last' });
  await add({ name: 'First', rule: { counts: 'once', windowDays: 30, credit: 'first' } });
  await add({ name: 'Paid', rule: { counts: 'every', windowDays: 30, credit: 'last-paid' } });
  await add({ name: 'Fixed', value: { kind: 'fixed', amount: 2500 as Cents } });
  const paid = 'Search ads';
  expect(await counts()).toEqual([
    [
      'First',
      2,
      null,
      [
        [paid, 1],
        ['Letter', 1],
      ],
    ],
    ['Fixed', 2, 5000, [['Letter', 2]]],
    ['Last', 2, null, [['Letter', 2]]],
    [
      'Paid',
      3,
      null,
      [
        [paid, 2],
        ['Letter', 1],
      ],
    ],
  ]);
  // On the second day Ana counted already.
  expect((await counts('from=2026-11-07&to=2026-11-07'))[2]).toEqual([
    'Last',
    1,
    null,
    [['Letter', 1]],
  ]);
});

it('counts stages, calls and pages; what was never seen says so', async () => {
  const ana = browserOf(app);
  await ana.open('/first-visit?utm_source=letter');
  await ana.tell('/~/press/first-visit/tel:+12075550142');
  await write(ana, 'Ana');
  await ana.open('/first-visit-thank-you');
  const { db } = app.database;
  const [won] = await db.select().from(stages).where(eq(stages.outcome, 'won'));
  await db
    .update(people)
    .set({ stageId: won!.id, stageAt: app.clock.now(), value: 90_000 as Cents })
    .where(eq(people.email, addressOf('Ana')));
  await add({ name: 'Won', on: { kind: 'stage', stage: won!.id }, value: { kind: 'person' } });
  await add({ name: 'Call', on: { kind: 'call' } });
  await add({ name: 'Thanked', on: { kind: 'page', page: world.thanks.pageId } });
  await add({ name: 'Booked', on: { kind: 'booked', calendar: null } });
  const letter = [['Letter', 1]];
  expect(await counts()).toEqual([
    ['Booked', 0, null, []],
    ['Call', 1, null, letter],
    ['Thanked', 1, null, letter],
    ['Won', 1, 90_000, letter],
  ]);
  expect((await list()).map(({ lastAt }) => lastAt !== null)).toEqual([false, true, true, true]);
});

it('counts videos that were watched, files that were downloaded and vouchers that were redeemed', async () => {
  const pdf = Buffer.from('%PDF-1.4 prices');
  const file = await app.get(FileService).add(world.client.id as ClientId, 'prices.pdf', pdf);
  const fileId = file.id;
  const band = newBand('more', [
    newColumn('column', [
      newBlock('button', 'prices', { action: { kind: 'download', file: fileId } }),
      newBlock('video', 'film', { source: { from: 'address', href: 'https://films.test/tour' } }),
    ]),
  ]);
  const { version, pageId } = world.first;
  const draft = world.first.draft as Draft;
  const changed = { ...draft, page: { ...draft.page, bands: [...draft.page.bands, band] } };
  await api('PUT', `/api/pages/${pageId}/draft`, { version, draft: changed });
  await api('POST', `/api/pages/${pageId}/publish`, { version: version + 1 });
  const ana = browserOf(app);
  await ana.open('/first-visit?utm_source=letter');
  for (const share of [0, 25, 50]) await ana.tell(`/~/watch/first-visit/film?share=${share}`);
  await ana.tell('/~/press/first-visit/prices');
  await write(ana, 'Ana');
  const [person] = await app.database.db.select().from(people);
  const { clientId } = person!;
  const { id: poolId } = (
    await api('POST', `/api/clients/${clientId}/vouchers`, {
      ...{ name: 'Spring', key: 'spring', worth: '$50 off', lastDay: null },
    })
  ).json<{ id: VoucherPoolId }>();
  const redeemedAt = app.clock.now();
  await app.database.db.insert(vouchers).values([
    { clientId, poolId, code: 'A1', codeKey: 'A1', personId: person!.id, redeemedAt },
    { clientId, poolId, code: 'A2', codeKey: 'A2' },
  ]);
  const video = { kind: 'video', page: pageId as PageId, part: 'film' } as const;
  await add({ name: 'All of it', on: { ...video, share: 100 } });
  await add({ name: 'Half of it', on: { ...video, share: 50 } });
  await add({ name: 'Prices', on: { kind: 'file', file: fileId } });
  await add({ name: 'Redeemed', on: { kind: 'redeemed', pool: poolId } });
  await add({ name: 'Redeemed, any', on: { kind: 'redeemed', pool: null } });
  const letter = [['Letter', 1]];
  expect(await counts()).toEqual([
    ['All of it', 0, null, []],
    ['Half of it', 1, null, letter],
    ['Prices', 1, null, letter],
    ['Redeemed', 1, null, letter],
    ['Redeemed, any', 1, null, letter],
  ]);
});

it('gives out clicks in the columns that ad platforms import', async () => {
  const ana = browserOf(app);
  await ana.open('/first-visit?utm_source=search&utm_medium=cpc&gclid=click-1');
  await write(ana, 'Ana');
  const bo = browserOf(app);
  await bo.open('/first-visit');
  await write(bo, 'Bo');
  const id = await add({
    name: 'Lead, worth a share',
    value: { kind: 'share', percent: 25, amount: 120_000 as Cents },
  });
  await app.settle();
  const file = await api('GET', `/api/conversions/${id}/clicks.csv?from=2026-11-01&to=2026-11-30`);
  expect(file.body.split('\r\n')).toEqual([
    'Click ID,Click ID field,Conversion name,Conversion time,Value,Currency',
    'click-1,gclid,"Lead, worth a share",2026-11-05T09:12:00-05:00,300.00,USD',
    '',
  ]);
});

it('is changed and removed, and refuses what can’t be counted', async () => {
  const id = await add();
  await api('PUT', `/api/conversions/${id}`, content({ name: 'Enquiry' }));
  expect((await list()).map((one) => one.content.name)).toEqual(['Enquiry']);
  for (const bad of [{ name: '' }, { on: { kind: 'luck' } }, { rule: { windowDays: 0 } }])
    expect((await api('POST', path(), { ...content(), ...bad })).statusCode).toBe(400);
  await api('DELETE', `/api/conversions/${id}`);
  expect(await list()).toEqual([]);
});
