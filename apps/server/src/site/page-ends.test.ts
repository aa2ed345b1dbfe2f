import type { EditorPage } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';

/** A page with a last day. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const publish = async (ends: object | null) => {
  const url = `/api/pages/${world.first.pageId}`;
  const { version, draft } = (await owner('GET', url)).json<EditorPage>();
  const changed = { ...(draft as Draft), page: { ...(draft as Draft).page, ends } };
  expect((await owner('PUT', `${url}/draft`, { version, draft: changed })).statusCode).toBe(200);
  await owner('POST', `${url}/publish`, { version: version + 1 });
};
const page = () => app.site('GET', '/first-visit');

it('is shown up to its last day in the client’s zone, and says kindly afterwards that it is over', async () => {
  const today = app.clock.now().toZonedDateTimeISO('America/New_York').toPlainDate();
  await publish({ day: today.toString(), words: '' });
  for (let times = 0; times < 3; times++) expect((await page()).statusCode).toBe(200);
  await app.move('P1D');
  const over = await page();
  expect([over.statusCode, over.headers['x-robots-tag']]).toEqual([410, 'noindex']);
  expect(over.body).toContain('This offer has ended. Thank you for coming by.');
  expect(over.body).toContain('(207) 555-0142');
  // It is changed while it is out: its own words first, and then another day.
  await publish({ day: today.toString(), words: 'Come back in spring.' });
  expect((await page()).body).toContain('Come back in spring.');
  await publish({ day: today.add({ days: 9 }).toString(), words: '' });
  expect((await page()).statusCode).toBe(200);
  await publish(null);
  await app.move('P30D');
  expect((await page()).statusCode).toBe(200);
});
