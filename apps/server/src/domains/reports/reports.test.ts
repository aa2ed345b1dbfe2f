import type { ReportIssueView, ReportView } from '@plumgate/contract';
import type { ReportContent } from '@plumgate/core/reports';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { addressOf, asOwner, mailTo } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Monthly reports. The test begins on 5 November at 9:12 in New York. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const content = (changes: Partial<ReportContent> = {}): ReportContent => ({
  ...{ name: 'Monthly', parts: ['words', 'numbers', 'line', 'sources', 'pages', 'leads'] },
  ...{ brand: 'client', schedule: null },
  ...changes,
});
const path = () => `/api/clients/${world.client.id}/reports`;
const add = async (changes: Partial<ReportContent> = {}) => {
  const added = await api('POST', path(), content(changes));
  expect([added.statusCode, added.body.slice(0, 200)]).toEqual([200, expect.anything()]);
  return added.json<{ reportId: string }>().reportId;
};
const list = async () => (await api('GET', path())).json<{ reports: ReportView[] }>().reports;
const make = async (id: string, month: string | null = null) =>
  (await api('POST', `/api/reports/${id}/issues`, { month })).json<ReportIssueView>();
const open = (href: string) => app.site('GET', new URL(href).pathname);
async function lead(name: string, source: string) {
  const one = browserOf(app);
  await one.open(`/first-visit?utm_source=${source}`);
  await app.settle();
  await one.send({
    ...{ _form: world.formBlock, name, phone: '', email: addressOf(name.slice(0, 2)), _once: name },
  });
  await app.settle();
}

it('shows a month to who has the link, names nobody in full, and stays as it was made', async () => {
  await lead('Ana Okafor', 'letter');
  const id = await add();
  const issue = await make(id, '2026-11');
  await api('PUT', `/api/report-issues/${issue.issueId}`, { words: 'A <quiet> month.' });
  const page = await open(issue.href);
  expect([page.statusCode, page.headers['x-robots-tag'], page.headers['cache-control']]).toEqual([
    200,
    'noindex, nofollow',
    'private, no-store',
  ]);
  for (const said of ['Monthly, November 2026', 'A &lt;quiet&gt; month.', 'Letter', 'Ana O.'])
    expect(page.body).toContain(said);
  for (const hidden of ['Okafor', addressOf('an')]) expect(page.body).not.toContain(hidden);
  await lead('Bo Lindqvist', 'search');
  expect((await open(issue.href)).body).not.toContain('Bo L.');
  // Made again, it says what is known now, at the same link.
  const again = await make(id, '2026-11');
  expect(again.href).toBe(issue.href);
  const { body } = await open(issue.href);
  expect(body).toContain('Bo L.');
  expect(body).toContain('A &lt;quiet&gt; month.');
});

it('opens for nobody who guesses, on another host, when it is over, or once it is withdrawn', async () => {
  const issue = await make(await add());
  expect(issue.month).toBe('2026-10');
  expect((await open(issue.href)).body).toContain('Nobody came to the pages in this month.');
  expect((await open(`${issue.href}x`)).statusCode).toBe(410);
  const other = await app.site('GET', new URL(issue.href).pathname, { client: 'nobody' });
  expect(other.statusCode).toBe(404);
  await app.move('P93D');
  const over = await open(issue.href);
  expect([over.statusCode, over.body]).toEqual([410, expect.stringContaining('no longer here')]);
  await app.get(Housekeeping).tidy();
  expect((await list())[0]!.issues).toEqual([]);
  const again = await make((await list())[0]!.reportId);
  expect((await open(again.href)).statusCode).toBe(200);
  await api('DELETE', `/api/report-issues/${again.issueId}`);
  expect((await open(again.href)).statusCode).toBe(410);
});

it('is sent by itself on its day with the month before, once to each, month after month', async () => {
  const to = ['owner@quayside.example', 'desk@quayside.example'];
  await add({ schedule: { day: 10, to } });
  expect((await list())[0]!.nextAt).toBe('2026-11-10T13:00:00Z');
  await app.move('P4D');
  expect(await mailTo(app, to[0]!)).toEqual([]);
  await app.move('P1D');
  for (const address of to) expect(await mailTo(app, address)).toHaveLength(1);
  const [mail] = await mailTo(app, to[0]!);
  expect(mail!.subject).toBe('Quayside Dental: Monthly, October 2026');
  expect(mail!.html).toContain((await list())[0]!.issues[0]!.href);
  const [report] = await list();
  expect([report!.nextAt, report!.issues[0]!.month, report!.issues[0]!.sentAt]).toEqual([
    '2026-12-10T13:00:00Z',
    '2026-10',
    expect.any(String),
  ]);
  await app.move('P31D');
  expect(await mailTo(app, to[0]!)).toHaveLength(2);
  expect((await list())[0]!.issues.map(({ month }) => month)).toEqual(['2026-11', '2026-10']);
});

it('is sent by hand, and stops by itself when the schedule is taken away', async () => {
  const id = await add({ schedule: { day: 6, to: ['a@quayside.example'] } });
  const { issueId } = await make(id);
  await api('POST', `/api/report-issues/${issueId}/send`, { to: ['b@quayside.example'] });
  await app.settle();
  expect(await mailTo(app, 'b@quayside.example')).toHaveLength(1);
  await api('PUT', `/api/reports/${id}`, content());
  await app.move('P2D');
  expect(await mailTo(app, 'a@quayside.example')).toEqual([]);
  const bad = await api('POST', `/api/report-issues/${issueId}/send`, { to: ['nobody'] });
  expect(bad.statusCode).toBe(400);
  expect((await api('POST', `/api/reports/${id}/issues`, { month: '2026-12' })).statusCode).toBe(
    400,
  );
  await api('DELETE', `/api/reports/${id}`);
  expect(await list()).toEqual([]);
});

it('is in the agency’s look and name where that is wanted, with the agency’s own colors', async () => {
  const id = await add({ brand: 'agency', parts: ['numbers'] });
  const { body } = await open((await make(id)).href);
  expect(body).toContain('For Quayside Dental.');
  expect(body).not.toContain('The leads');
});
