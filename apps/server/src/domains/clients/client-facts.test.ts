import type { ClientSheet } from '@plumgate/contract';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'PUT', url: string, body?: object) =>
  app.api(method, `/api/clients/${world.client.id}${url}`, body, 'owner@example.com');
const read = async () => (await owner('GET', '')).json<ClientSheet>();

it('takes two people’s changes of different facts, and refuses the second of the same', async () => {
  const { name, facts } = await read();
  const was = { name, facts };
  const save = (changes: object) =>
    owner('PUT', '/facts', { name, facts: { ...facts, ...changes }, was });
  expect((await save({ town: 'Gull Harbor' })).statusCode).toBe(200);
  expect((await save({ hours: 'By appointment' })).json<ClientSheet>().facts).toMatchObject({
    ...{ town: 'Gull Harbor', hours: 'By appointment' },
  });
  const late = await save({ town: 'Saltmarsh' });
  expect(late.json()).toMatchObject({
    code: 'changed-elsewhere',
    detail:
      'Somebody else changed the town meanwhile, to “Gull Harbor”. Change it again to put yours in its place.',
  });
  expect((await read()).facts.town).toBe('Gull Harbor');
});

it('writes the whole sheet for who does not say what it was', async () => {
  const { name, facts } = await read();
  await owner('PUT', '/facts', { name: 'Quay Dental', facts: { ...facts, town: 'Port Alder' } });
  expect(await read()).toMatchObject({ name: 'Quay Dental', facts: { town: 'Port Alder' } });
  await owner('PUT', '/facts', { name, facts });
});
