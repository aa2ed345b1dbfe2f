import type { Answered, api as endpoints, EditorPage } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { addressOf, asOwner } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Split tests from the idea to its end, as visitors and the marketer meet them. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

type Test = Answered<typeof endpoints.getTest>;
const headline = 'Calm from the first minute';

type Page = EditorPage & { draft: Draft };
const editor = async () => (await api('GET', `/api/pages/${world.first.pageId}`)).json<Page>();
/** Gives the page's draft another title. */
async function writeDraft(title = headline): Promise<void> {
  const { version, draft } = await editor();
  const saved = await api('PUT', `/api/pages/${world.first.pageId}/draft`, {
    version,
    draft: { ...draft, page: { ...draft.page, title } },
  });
  expect(saved.statusCode).toBe(200);
}
const plan = async (idea: object = {}) => {
  const made = await api('POST', `/api/pages/${world.first.pageId}/tests`, {
    ...{ hypothesis: 'A calmer headline makes more people write', change: 'Headline', ...idea },
  });
  expect([made.statusCode, made.body.slice(0, 300)]).toEqual([200, expect.anything()]);
  return made.json<Test>();
};
const start = (test: Test) => api('POST', `/api/tests/${test.testId}/start`);
const end = (test: Test, body: object = {}) => api('POST', `/api/tests/${test.testId}/end`, body);
const now = async (test: Test) => {
  await app.settle();
  return (await api('GET', `/api/tests/${test.testId}`)).json<Test>();
};
/** Somebody new opens the page; gives what they see and their browser. */
async function visit(query = '') {
  const browser = browserOf(app);
  const { body, headers } = await browser.open(`/first-visit${query}`);
  return { browser, body, headers, seesB: body.includes(`<title>${headline}`) };
}
/** A form sent from the page as somebody sees it. */
async function write({ browser, body }: Awaited<ReturnType<typeof visit>>, name: string) {
  const revision = /name="_revision" value="([^"]+)"/.exec(body)?.[1] ?? '';
  const sent = await browser.send({
    ...{ _form: world.formBlock, _revision: revision, name, phone: '', email: addressOf(name) },
  });
  expect(sent.statusCode).toBe(303);
}

it('shows each variation to its share of the visitors, the same at every visit, and counts who writes', async () => {
  await writeDraft();
  const test = await plan();
  expect(test).toMatchObject({ state: 'planned', isSame: false, measure: 'lead' });
  expect((await visit()).seesB).toBe(false);
  expect((await start(test)).json()).toMatchObject({ state: 'running', verdict: 'too-early' });
  const seen = [];
  for (let one = 0; one < 40; one++) seen.push(await visit());
  const [a, b] = [seen.filter(({ seesB }) => !seesB), seen.filter(({ seesB }) => seesB)];
  expect(Math.min(a.length, b.length)).toBeGreaterThan(5);
  for (const { browser, seesB } of seen.slice(0, 10)) {
    const again = await browser.open('/first-visit');
    expect(again.body.includes(`<title>${headline}`)).toBe(seesB);
  }
  await write(a[0]!, 'Ana');
  await write(b[0]!, 'Bo');
  await write(b[1]!, 'Cy');
  await write(b[1]!, 'Cy');
  const { variations, warnings } = await now(test);
  expect(
    variations.map(({ letter, visitors, conversions }) => [letter, visitors, conversions]),
  ).toEqual([
    ['A', a.length, 1],
    ['B', b.length, 2],
  ]);
  const by = await api(
    'GET',
    `/api/clients/${world.client.id}/results?from=2026-11-01&to=2026-11-30&by=variation`,
  );
  const { rows, total } = by.json<Answered<typeof endpoints.getResults>>();
  expect(rows.map(({ label, visitors, leads }) => [label, visitors, leads])).toEqual([
    ['A · A calmer headline makes more people write', a.length, 1],
    ['B · A calmer headline makes more people write', b.length, 2],
  ]);
  expect(total).toMatchObject({ visitors: 41, leads: 3 });
  expect(variations[1]!.difference!.low).toBeLessThan(0);
  expect(warnings).toEqual(['few-visitors', 'week-not-over']);
});

it('leaves out bots, own visits and who is not in the audience', async () => {
  await writeDraft();
  const test = await plan({ audience: { devices: [], sources: ['Radio'] } });
  await start(test);
  for (let one = 0; one < 12; one++) expect((await visit()).seesB).toBe(false);
  const fromRadio = [];
  for (let one = 0; one < 12; one++) fromRadio.push(await visit('?utm_source=radio'));
  expect(fromRadio.some(({ seesB }) => seesB)).toBe(true);
  const bot = await app.site('GET', '/first-visit?utm_source=radio', {
    headers: { 'user-agent': 'Googlebot/2.1' },
  });
  expect(bot.body).not.toContain(`<title>${headline}`);
  const { variations } = await now(test);
  expect(variations.reduce((all, { visitors }) => all + visitors, 0)).toBe(12);
});

it('publishes the variation that is kept, and the draft follows; nothing is published meanwhile', async () => {
  await writeDraft();
  const test = await plan();
  await start(test);
  const { version } = await editor();
  const refused = await api('POST', `/api/pages/${world.first.pageId}/publish`, { version });
  expect(refused.json()).toMatchObject({ code: 'under-test', status: 409 });
  const before = await visit();
  const ended = await end(test, { keep: test.variations[1]!.variationId, lesson: 'Calm helps' });
  expect(ended.json()).toMatchObject({ state: 'ended', kept: 'B', lesson: 'Calm helps' });
  for (let one = 0; one < 4; one++) expect((await visit()).seesB).toBe(true);
  expect((await editor()).state).toBe('live');
  // Who had the page open can still send what they typed.
  await write(before, 'Ana');
  const history = await api('GET', `/api/pages/${world.first.pageId}/revisions`);
  expect(history.json<{ revisions: unknown[] }>().revisions).toHaveLength(2);
  expect((await end(test)).json()).toMatchObject({ code: 'test-not-running' });
  expect((await api('GET', `/api/clients/${world.client.id}/tests`)).json()).toMatchObject({
    tests: [{ testId: test.testId, kept: 'B', state: 'ended' }],
  });
});

it('keeps the page as it was, and gives the draft back where nobody wrote on', async () => {
  const was = (await editor()).draft.page.title;
  await writeDraft();
  const test = await plan();
  await start(test);
  await end(test, { keep: test.variations[0]!.variationId });
  expect(await editor()).toMatchObject({ state: 'live', draft: { page: { title: was } } });
  await writeDraft();
  const second = await plan();
  await start(second);
  await writeDraft('The next idea');
  await end(second);
  expect(await editor()).toMatchObject({
    state: 'changed',
    draft: { page: { title: 'The next idea' } },
  });
});

it('compares up to four variations, each written one after the other', async () => {
  await writeDraft('Second');
  let test = await plan();
  for (const title of ['Third', 'Fourth']) {
    test = (
      await api('POST', `/api/tests/${test.testId}/variations`, { change: title })
    ).json<Test>();
    await writeDraft(title);
  }
  expect((await api('POST', `/api/tests/${test.testId}/variations`, {})).statusCode).toBe(400);
  expect(test.variations.map(({ letter, change }) => [letter, change])).toEqual([
    ['A', ''],
    ['B', 'Headline'],
    ['C', 'Third'],
    ['D', 'Fourth'],
  ]);
  const without = await api(
    'DELETE',
    `/api/tests/${test.testId}/variations/${test.variations[2]!.variationId}`,
  );
  expect(without.json<Test>().variations.map(({ change }) => change)).toEqual([
    '',
    'Headline',
    'Fourth',
  ]);
  const put = await api('PUT', `/api/tests/${test.testId}`, {
    ...{ hypothesis: 'More', change: 'Fourth title', shares: [2, 1, 1], lift: 0.5 },
  });
  expect(put.json<Test>().variations.map(({ share }) => share)).toEqual([2, 1, 1]);
  await start(test);
  const titles = new Set<string>();
  for (let one = 0; one < 40; one++)
    titles.add(/<title>([^<]+)/.exec((await visit()).body)![1]!.split(' · ')[0]!);
  expect([...titles].filter((title) => /^(Second|Third|Fourth)/.test(title)).sort()).toEqual([
    expect.stringMatching(/^Fourth/),
    expect.stringMatching(/^Second/),
  ]);
  expect((await api('PUT', `/api/tests/${test.testId}`, { hypothesis: 'x' })).json()).toMatchObject(
    {
      code: 'test-has-begun',
    },
  );
  expect((await api('DELETE', `/api/tests/${test.testId}`)).statusCode).toBe(409);
});

it('refuses a second test of a page, a draft that can’t be shown, and a page that is not live', async () => {
  const test = await plan();
  expect(test.isSame).toBe(true);
  const second = await api('POST', `/api/pages/${world.first.pageId}/tests`, {
    hypothesis: 'Another',
  });
  expect(second.json()).toMatchObject({ code: 'has-a-test' });
  await writeDraft('');
  expect((await start(test)).json()).toMatchObject({
    code: 'not-publishable',
    detail: expect.stringContaining('Variation B can’t be shown yet') as string,
  });
  await api('DELETE', `/api/tests/${test.testId}`);
  expect((await api('GET', `/api/tests/${test.testId}`)).statusCode).toBe(404);
  const three = await plan({ shares: [2, 1, 1], base: 0.9, lift: 0.5 });
  expect(three.variations.map(({ share }) => share)).toEqual([2, 1, 1]);
  // A rate of 90% can't rise by half of it.
  expect(three.plan.visitorsEach).toBeNull();
  await api('DELETE', `/api/tests/${three.testId}`);
  for (const bad of [
    {},
    { hypothesis: ' ' },
    { hypothesis: 'x', lift: 9 },
    { hypothesis: 'x', shares: [1] },
    { hypothesis: 'x', base: 2.7e-295 },
  ])
    expect((await api('POST', `/api/pages/${world.first.pageId}/tests`, bad)).statusCode).toBe(400);
});

it('plans by what the page does now', async () => {
  for (const name of ['Ana', 'Bo', '', '']) {
    const one = await visit();
    if (name) await write(one, name);
  }
  await app.settle();
  const grounds = (measure: string) =>
    api('GET', `/api/pages/${world.first.pageId}/test-grounds?measure=${measure}`);
  expect((await grounds('lead')).json()).toMatchObject({
    ...{ rate: null, visitors: 4, perDay: 4, isLive: true, isChanged: false },
    sources: ['Direct'],
  });
  const ofSome = async (who: string) =>
    (await grounds(`lead&${who}`)).json<{ visitors: number }>().visitors;
  expect(await ofSome('source=Direct&device=phone')).toBe(4);
  expect(await ofSome('source=Search%20ads')).toBe(0);
  expect(await ofSome('device=wide')).toBe(0);
  expect((await plan({ base: 0.1, lift: 1 })).plan).toEqual({
    visitorsEach: 219,
    perDay: 4,
    days: 192,
  });
});

it('survives the deletion of its page', async () => {
  await writeDraft();
  const test = await plan();
  await start(test);
  await api('DELETE', `/api/pages/${world.first.pageId}`);
  expect((await now(test)).page.isDeleted).toBe(true);
  expect((await end(test)).json()).toMatchObject({ state: 'ended', kept: null });
});

it('warns of a variation whose script fails and which loads slowly', async () => {
  await writeDraft();
  const test = await plan();
  await start(test);
  const told = { a: 0, b: 0 };
  while (Math.min(told.a, told.b) < 50) {
    const { browser, seesB } = await visit();
    told[seesB ? 'b' : 'a']++;
    const health = seesB ? 'load=2400&failed=1' : 'load=700&failed=0';
    await browser.tell(`/~/seen/first-visit/page?share=100&seconds=9&${health}`);
  }
  expect((await now(test)).warnings).toEqual(['week-not-over', 'breaks', 'slow']);
});
