import type { FunnelResults } from '@plumgate/contract';
import { addressOf, asOwner } from '../../testing/booking-world.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** A funnel's way taken apart. The test begins on 5 November at 9:12 in New York. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const ask = async (query = '') => {
  await app.settle();
  const answer = await api(
    'GET',
    `/api/funnels/${world.first.funnel.id}/results?from=2026-11-01&to=2026-11-30${query}`,
  );
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([200, expect.anything()]);
  return answer.json<FunnelResults>();
};
const form = async (query?: string) => (await ask(query)).steps[0]!.forms[0]!;
/** Somebody who comes and begins the form; `question` is where they turn away last. */
async function begin(source: string, question: string | null) {
  const one = browserOf(app);
  await one.open(`/first-visit?utm_source=${source}`);
  await one.tell(`/~/begin/first-visit/${world.formBlock}`);
  if (question) await one.tell(`/~/leave/first-visit/${world.formBlock}?question=${question}`);
  return one;
}
async function send(browser: Awaited<ReturnType<typeof begin>>, name: string) {
  // Visits are written a moment later.
  await app.settle();
  await browser.send({
    ...{ _form: world.formBlock, name, phone: '', email: addressOf(name), _once: name },
  });
}

it('counts who went on, how soon, and what that is measured against', async () => {
  const ana = await begin('letter', null);
  await app.move('PT1M');
  await send(ana, 'Ana');
  await ana.open('/first-visit-thank-you');
  await begin('search', 'name');
  const { steps, dropOff, sources } = await ask();
  expect(steps.map(({ visitors }) => visitors)).toEqual([2, 1]);
  const [{ hop }, { hop: last }] = steps as [FunnelResults['steps'][0], FunnelResults['steps'][0]];
  expect(hop).toMatchObject({
    ...{ by: 'form', passed: 1, medianSeconds: 60 },
    benchmark: { value: 0.2, origin: 'rule' },
  });
  expect([hop!.rate.value, last]).toEqual([0.5, null]);
  expect(dropOff).toEqual({ none: 'one-hop' });
  expect(sources).toEqual(['Letter', 'Search']);
  expect((await ask('&source=Letter')).steps.map(({ visitors }) => visitors)).toEqual([1, 1]);
  expect((await ask('&device=wide')).steps.map(({ visitors }) => visitors)).toEqual([0, 0]);
});

it('says at which question people stopped, each once, and not those who sent it after all', async () => {
  const ana = await begin('letter', 'name');
  // Another tab for a while, and then the form is sent.
  await send(ana, 'Ana');
  const bo = await begin('letter', 'name');
  await bo.tell(`/~/leave/first-visit/${world.formBlock}?question=email`);
  await begin('search', 'email');
  await begin('search', null);
  const { questions, ...counts } = await form();
  expect(counts).toMatchObject({ began: 4, sent: 1, leftElsewhere: 1 });
  expect(questions.flatMap(({ key, left }) => (left > 0 ? [[key, left]] : []))).toEqual([
    ['email', 2],
  ]);
  expect(await form('&source=Letter')).toMatchObject({ began: 2, sent: 1 });
});

it('tells how far people came down a page and how long they had it before them', async () => {
  for (const [share, seconds] of [
    [100, 40],
    [80, 20],
    [31, 7],
  ]) {
    const one = browserOf(app);
    await one.open('/first-visit');
    await one.tell(`/~/seen/first-visit/page?share=20&seconds=2`);
    await one.tell(`/~/seen/first-visit/page?share=${share}&seconds=${seconds}`);
  }
  expect((await ask()).steps[0]!.seen).toEqual({ told: 3, reachedEnd: 2, medianSeconds: 20 });
});

it.each([
  'seen/first-visit/page?share=x&seconds=1',
  'seen/first-visit/page?share=10&seconds=-1',
  'seen/first-visit/other?share=10&seconds=1',
  'leave/first-visit/page?question=name',
  'begin/first-visit/page',
])('takes nothing of what no page’s script tells: %s', async (told) => {
  const one = browserOf(app);
  await one.open('/first-visit');
  expect((await one.tell(`/~/${told}`)).statusCode).toBe(404);
  const unknown = `/~/leave/first-visit/${world.formBlock}?question=nothing`;
  expect((await one.tell(unknown)).statusCode).toBe(404);
  expect((await ask()).steps[0]!.seen).toBeNull();
});
