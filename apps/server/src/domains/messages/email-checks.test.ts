import type { Answered, api } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import { emailFromText, newEmailBlock, type Email } from '@plumgate/core/emails';
import { eq } from 'drizzle-orm';
import { postRoom } from '../../records/messages/table.ts';
import { pages } from '../../records/pages/table.ts';
import { people } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** An email before it goes to people: what is to be mended in it, and how it reads in one's own inbox. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await setStreet('8 Ropewalk Quay');
});
afterAll(() => app.stop());

const setStreet = (street: string) =>
  app.database.pool.query(
    `update clients set facts = jsonb_set(facts, '{street}', to_jsonb($2::text)) where id = $1`,
    [world.client.id, street],
  );
const post = async (path: string, body: object) => {
  await app.signIn('owner@example.com');
  const url = `/api/clients/${world.client.id}/emails/${path}`;
  return app.api('POST', url, body, 'owner@example.com');
};
const check = async (email: Email, onlyFor: object = noConditions) =>
  (await post('check', { email, groups: ['person', 'client', 'links'], onlyFor })).json<
    Answered<typeof api.checkEmail>
  >();
const written = (body: string, subject = 'Tomorrow') => emailFromText({ subject, body });
const come = async (name: string, email: string) => {
  await app.site('POST', '/first-visit', { form: { name, email, phone: '' } });
  await app.settle();
};

it('counts who would see a gap, among those it is for', async () => {
  await come('Ana', 'ana@example.com');
  await come('Ben Orr', 'ben@example.com');
  const email = written('Dear {{ person.last_name }},');
  expect((await check(email)).findings.map(({ words }) => words)).toEqual([
    '“Last name” is empty for 1 person, who would see a gap. Give it words for that case.',
  ]);
  const nobody = { match: 'all', terms: [{ about: 'source', is: 'Nowhere' }] };
  expect((await check(email, nobody)).findings).toEqual([]);
  expect(
    (await check(written('Dear {{ person.last_name | default: "friend" }},'))).findings,
  ).toEqual([]);
});

it('asks for a postal address, which marketing email has to carry', async () => {
  await setStreet('');
  expect((await check(written('Hello'))).findings).toMatchObject([
    { level: 'unwise', words: expect.stringContaining('no postal address') as string },
  ]);
  await setStreet('8 Ropewalk Quay');
});

it('knows which pages people can see', async () => {
  const [page] = await app.database.db
    .select()
    .from(pages)
    .where(eq(pages.clientId, world.client.id as ClientId));
  const leads = (id: string): Email => ({
    ...written('Hello'),
    blocks: [
      ...written('Hello').blocks,
      {
        ...newEmailBlock('button', 'b'),
        label: 'Book',
        link: { kind: 'page', page: id as never },
      } as never,
    ],
  });
  expect((await check(leads(page!.id))).findings).toEqual([]);
  const { findings } = await check(leads('00000000-0000-4000-8000-000000000009'));
  expect(findings).toMatchObject([{ level: 'wrong', block: 'b' }]);
});

it('sends a test to the one who asks, as a person of the client would read it', async () => {
  const [ben] = await app.database.db
    .select()
    .from(people)
    .where(eq(people.email, 'ben@example.com'));
  const email = written('Dear {{ person.first_name }},\n\n{{ links.first_visit }}');
  for (const personId of [null, ben!.id])
    expect((await post('test', { email, personId })).json()).toEqual({ to: 'owner@example.com' });
  await app.settle();
  const received = await app.database.db
    .select()
    .from(postRoom)
    .where(eq(postRoom.to, 'owner@example.com'))
    .orderBy(postRoom.receivedAt, postRoom.id);
  const tests = received.filter(({ subject }) => subject === 'Test: Tomorrow');
  expect(tests.map(({ text }) => text.split('\n')[0]).sort()).toEqual(['Dear Ana,', 'Dear Ben,']);
  for (const { text, html, unsubscribe } of tests) {
    // It leads where everybody goes: nobody's record is opened or ended by it.
    expect(text).toMatch(/Open first visit: http\S+\/first-visit\n/);
    expect(unsubscribe).toBe('');
    expect(html).not.toContain('/~/unsubscribe/');
  }
});

it('refuses people and words that it can’t send', async () => {
  const stranger = '00000000-0000-4000-8000-000000000001';
  const email = written('Hello');
  expect((await post('test', { email, personId: stranger })).statusCode).toBe(404);
  const broken = await post('test', { email: written('{{ x'), personId: null });
  expect(broken.statusCode).toBe(400);
  expect(broken.json<{ detail: string }>().detail).toContain('can’t be read'.replace('’', "'"));
});
