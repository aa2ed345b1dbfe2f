import type { ResultView } from '@plumgate/contract';
import { asOwner } from '../../testing/booking-world.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Ways to look at results that are kept by a name. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

it('keeps views in the order of their names, and nothing that the screen’s address does not know', async () => {
  const path = `/api/clients/${world.client.id}/result-views`;
  const keep = (name: string, fields: object) => api('POST', path, { name, fields });
  await keep('Phones', { by: 'device' });
  const kept = (await keep('By week', { time: 'last-7' })).json<{ viewId: string }>();
  for (const [name, fields] of [
    ['', {}],
    ['x', { where: 'there' }],
    ['x', { by: 'y'.repeat(41) }],
  ] as const)
    expect((await keep(name, fields)).statusCode).toBe(400);
  const views = async () => (await api('GET', path)).json<{ views: ResultView[] }>().views;
  expect((await views()).map(({ name, fields }) => [name, fields])).toEqual([
    ['By week', { time: 'last-7' }],
    ['Phones', { by: 'device' }],
  ]);
  await api('DELETE', `/api/result-views/${kept.viewId}`);
  expect((await views()).map(({ name }) => name)).toEqual(['Phones']);
});
