import { api, type AuditView, type ConditionChoices } from '@plumgate/contract';
import type { RuleContent } from '@plumgate/core/routing';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const audit = async (query = '') =>
  (await owner('GET', `/api/clients/${world.client.id}/audit${query}`)).json<{
    rows: AuditView[];
  }>().rows;

it('says who changed what and when, the newest first, and nothing of what they typed', async () => {
  await owner('POST', `/api/clients/${world.client.id}/forms`, { name: 'Secret wedding' });
  const [row] = await audit();
  expect(row).toMatchObject({
    by: 'Oriel',
    action: 'createForm',
    target: `clientId=${world.client.id}`,
    times: 1,
    at: app.clock.now().toString(),
  });
  expect(JSON.stringify(row)).not.toContain('wedding');
  expect((await audit(`?before=${row!.id}&limit=1`))[0]!.id).toBeLessThan(row!.id);
});

it('counts changes alike within an hour as one', async () => {
  const before = await audit();
  for (const name of ['A', 'B', 'C'])
    await owner('POST', `/api/clients/${world.client.id}/forms`, { name });
  await app.move('PT1H');
  await owner('POST', `/api/clients/${world.client.id}/forms`, { name: 'D' });
  const rows = await audit();
  expect(rows.length - before.length).toBe(2);
  expect(rows.slice(0, 2).map(({ times }) => times)).toEqual([1, 3]);
});

it('notes nothing of what only asks, of what was refused, and of what is the agency’s among a client’s', async () => {
  const before = (await audit()).length;
  const rule: Pick<RuleContent, 'conditions'> = {
    conditions: { match: 'all', terms: [{ about: 'source', is: 'Direct' }] },
  };
  const asked = await owner('POST', `/api/clients/${world.client.id}/rules/preview`, rule);
  expect(asked.statusCode).toBe(200);
  await owner('GET', `/api/clients/${world.client.id}/rules`).then((answer) =>
    expect(answer.json<{ choices: ConditionChoices }>().choices.sources.length).toBeGreaterThan(0),
  );
  const refused = await owner('POST', `/api/clients/${world.client.id}/forms`, { name: '' });
  expect(refused.statusCode).toBe(400);
  await owner('POST', '/api/clients', { name: 'Marram', slug: 'marram', zone: 'Europe/London' });
  expect(await audit()).toHaveLength(before);
});

it('knows every endpoint that changes something by its name', () => {
  for (const [name, endpoint] of Object.entries(api))
    if (endpoint.method === 'GET') expect([name, 'asks' in endpoint]).toEqual([name, false]);
});
