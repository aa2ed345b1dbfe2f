import type { EditorPage, TestRunView } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { sql } from 'drizzle-orm';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await addBookingStep(app, world);
  await app.listen();
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
/** A test run to its end, asked after until it is over. */
async function testRun(which: 'draft' | 'live'): Promise<TestRunView> {
  const url = `/api/funnels/${world.first.funnel.id}/test-runs`;
  const { testRunId } = (await owner('POST', url, { which })).json<{ testRunId: string }>();
  for (;;) {
    const report = (await owner('GET', `/api/test-runs/${testRunId}`)).json<TestRunView>();
    if (report.over) return report;
    await new Promise((resolve) => setImmediate(resolve));
  }
}
/** Everything that a visitor could have left behind. */
async function traces(): Promise<number[]> {
  await app.settle();
  const counts: number[] = [];
  for (const table of [
    'people',
    'submissions',
    'outbox',
    'timeline',
    'bookings',
    'page_days',
    'sequence_runs',
  ]) {
    const { rows } = await app.database.db.execute<{ count: string }>(
      sql.raw(`select count(*) from ${table}`),
    );
    counts.push(Number(rows[0]!.count));
  }
  return counts;
}
const told = ({ points }: TestRunView, width: 'wide' | 'phone') =>
  points.filter((point) => point.width === width).map(({ page, what, ok }) => [page, what, ok]);

it('leads through form, booking and thanks in both widths, tells what each caused, and leaves nothing', async () => {
  const before = await traces();
  const report = await testRun('live');
  for (const width of ['wide', 'phone'] as const)
    expect(told(report, width)).toEqual([
      ['First visit', 'Opened', true],
      ['First visit', 'Sent “First visit form”', true],
      ['Choose a time', 'Opened', true],
      ['Choose a time', 'Booked with “Choose a time”', true],
      ['Thank you', 'Opened', true],
    ]);
  const [, sent, , booked] = report.points;
  expect(sent!.lines).toEqual(
    expect.arrayContaining([
      'A person with 3 answers of “First visit form”',
      'Matched the rules “New patients”',
      'Tagged first-visit',
      'Assigned to Front desk',
      'Started “Gentle welcome”',
      expect.stringMatching(/^Email to desk@quayside-dental\.test: New lead: Test Visitor/),
      'Then to /choose',
    ]),
  );
  expect(booked!.lines).toContainEqual(expect.stringMatching(/^Booked .* in “First visit”$/));
  expect(await traces()).toEqual(before);
});

it('says where it breaks and why: a booking that leads to a page which is off', async () => {
  const setOffline = (offline: boolean) =>
    app.api('PATCH', `/api/pages/${world.thanks.pageId}`, { offline }, 'owner@example.com');
  await setOffline(true);
  const broken = (await testRun('live')).points.filter(({ ok }) => !ok);
  expect(broken.map(({ page, width }) => [page, width])).toEqual([
    ['Choose a time', 'wide'],
    ['Choose a time', 'phone'],
  ]);
  expect(broken[0]!.lines.at(-1)).toBe('It should lead to a next step, and none is there.');
  await setOffline(false);
});

it('goes through drafts as they would be once published', async () => {
  const { version, draft } = (
    await owner('GET', `/api/pages/${world.first.pageId}`)
  ).json<EditorPage>();
  const { page, forms } = draft as Draft;
  const [id] = Object.keys(forms);
  const form = forms[id as keyof typeof forms]!;
  await owner('PUT', `/api/pages/${world.first.pageId}/draft`, {
    version,
    draft: { page, forms: { [id!]: { ...form, name: 'Only in the draft' } } },
  });
  const before = await traces();
  expect(told(await testRun('draft'), 'phone')[1]).toEqual([
    'First visit',
    'Sent “Only in the draft”',
    true,
  ]);
  expect(told(await testRun('live'), 'phone')[1]).toEqual([
    'First visit',
    'Sent “First visit form”',
    true,
  ]);
  expect(await traces()).toEqual(before);
});

it('names the sections of a page, and one that has no band', async () => {
  const { version, draft } = (
    await owner('GET', `/api/pages/${world.first.pageId}`)
  ).json<EditorPage>();
  const { page, forms } = draft as Draft;
  const sections = [
    { id: 'start', name: 'Start' },
    { id: 'empty', name: 'Empty' },
  ];
  const bands = page.bands.map((band) => ({ ...band, section: 'start' }));
  await owner('PUT', `/api/pages/${world.first.pageId}/draft`, {
    version,
    draft: { page: { ...page, sections, bands }, forms },
  });
  expect(told(await testRun('draft'), 'phone')).toEqual(
    expect.arrayContaining([
      ['First visit', 'Section “Start”', true],
      ['First visit', 'Section “Empty”', false],
    ]),
  );
});

it('nobody else can send what leaves no trace', async () => {
  const before = await traces();
  await app.site('POST', `/${world.first.slug}`, {
    form: { _form: world.formBlock, name: 'Ana', email: 'ana@example.com', phone: '207 555 0117' },
    headers: { 'x-plumgate-test-run': 'bWFkZS11cA.bm90LXNlYWxlZA' },
  });
  expect((await traces())[0]).toBe(before[0]! + 1);
});
