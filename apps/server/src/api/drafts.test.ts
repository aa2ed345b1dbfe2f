import type { RuleView, SequenceView } from '@plumgate/contract';
import { drafts } from '../records/drafts/table.ts';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';

/** What acts on people is changed as a draft, and takes effect when it is applied. */
let app: TestApp;
let world: World;
let sequence: SequenceView;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  sequence = await read();
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const read = async () =>
  (await owner('GET', `/api/clients/${world.client.id}/sequences`)).json<{
    sequences: SequenceView[];
  }>().sequences[0]!;
const keep = (content: object) =>
  owner('PUT', `/api/sequences/${sequence.id}/draft`, { version: sequence.version, content });

it('is kept, whole or not, and changes nothing of what is in effect', async () => {
  const half = { ...sequence.content, name: '' };
  expect((await keep(half)).statusCode).toBe(200);
  expect(await read()).toMatchObject({
    content: sequence.content,
    version: sequence.version,
    draft: { content: half, version: sequence.version },
  });
  await keep({ ...half, name: 'Gentler' });
  expect((await read()).draft!.content).toMatchObject({ name: 'Gentler' });
  expect(await app.database.db.select().from(drafts)).toHaveLength(1);
});

it('is forgotten as it is applied, and as it is discarded', async () => {
  const content = { ...sequence.content, name: 'Gentler' };
  await keep(content);
  const body = { version: sequence.version, content };
  const applied = await owner('PUT', `/api/sequences/${sequence.id}`, body);
  expect(applied.json<SequenceView>()).toMatchObject({ content, draft: null });
  await keep({ ...content, name: 'Again' });
  await owner('DELETE', `/api/sequences/${sequence.id}/draft`);
  expect(await read()).toMatchObject({ content, draft: null });
});

it('stays when applying it is refused', async () => {
  await keep({ ...sequence.content, name: '' });
  const refused = await owner('PUT', `/api/sequences/${sequence.id}`, {
    version: sequence.version,
    content: { ...sequence.content, name: '' },
  });
  expect(refused.statusCode).toBe(400);
  expect((await read()).draft).not.toBe(null);
});

it('keeps rules and calendars likewise, and lets no front desk do so', async () => {
  const { rules } = (await owner('GET', `/api/clients/${world.client.id}/rules`)).json<{
    rules: { id: string; content: object }[];
  }>();
  const body = { version: 0, content: { ...rules[0]!.content, name: 'Newer' } };
  const url = `/api/rules/${rules[0]!.id}/draft`;
  await app.signIn('desk@example.com');
  expect((await app.api('PUT', url, body, 'desk@example.com')).statusCode).toBe(403);
  expect((await owner('PUT', url, body)).statusCode).toBe(200);
  const again = (await owner('GET', `/api/clients/${world.client.id}/rules`)).json<{
    rules: { draft: { content: object } | null }[];
  }>();
  expect(again.rules[0]!.draft!.content).toEqual(body.content);
});

it('is everybody’s own, and a rule that somebody else changed meanwhile is refused', async () => {
  await app.database.pool.query(
    `insert into users (id, name, email, role, all_clients, password_hash)
     select gen_random_uuid(), 'Maren', 'maren@example.com', role, all_clients, password_hash from users where email = 'owner@example.com'`,
  );
  await app.signIn('maren@example.com');
  const as =
    (email: string) =>
    async (method: 'GET' | 'PUT', url: string, body?: object): Promise<Response> =>
      app.api(method, url, body, `${email}@example.com`);
  type Response = Awaited<ReturnType<TestApp['api']>>;
  const [me, maren] = [as('owner'), as('maren')];
  const seenBy = async (by: typeof me) =>
    (await by('GET', `/api/clients/${world.client.id}/rules`)).json<{ rules: RuleView[] }>()
      .rules[0]!;
  const rule = await seenBy(me);
  const { version } = rule;
  const url = `/api/rules/${rule.id}`;
  const named = (name: string) => ({ ...rule.content, name });
  await me('PUT', `${url}/draft`, { version, content: named('Mine') });
  await maren('PUT', `${url}/draft`, { version, content: named('Hers') });
  expect((await seenBy(me)).draft!.content).toMatchObject({ name: 'Mine' });

  await maren('PUT', url, { version, on: true, content: named('Hers') });
  const mine = await me('PUT', url, { version, on: true, content: named('Mine') });
  expect([mine.statusCode, mine.json<{ code: string }>().code]).toEqual([409, 'changed-elsewhere']);
  // Both are there: hers in effect, mine as a draft that is behind it.
  expect(await seenBy(me)).toMatchObject({
    content: { name: 'Hers' },
    version: version + 1,
    draft: { content: { name: 'Mine' }, version },
  });
  const over = { version: version + 1, on: true, content: named('Mine') };
  expect((await me('PUT', url, over)).statusCode).toBe(200);
  expect(await seenBy(maren)).toMatchObject({ content: { name: 'Mine' }, draft: null });
});
