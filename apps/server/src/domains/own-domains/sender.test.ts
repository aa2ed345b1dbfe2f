import type { MailDomainView, SenderView } from '@plumgate/contract';
import { emailFromText } from '@plumgate/core/emails';
import { and, desc, eq } from 'drizzle-orm';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** From whom a client's emails come. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const ask = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const own = (path: string) => `/api/clients/${world.client.id}/${path}`;
const sender = { name: 'The front desk', email: 'hello@quayside-dental.test', replyTo: '' };
const letter = async (changes: object = {}) => {
  const [person] = await app.database.db.select().from(people).limit(1);
  const id = crypto.randomUUID();
  const message = { kind: 'email', ...emailFromText({ subject: id, body: 'Hello' }), ...changes };
  const answer = await ask('POST', `/api/people/${person!.id}/messages`, { id, message });
  expect(answer.statusCode).toBe(200);
  await app.settle();
  const [arrived] = await app.database.db
    .select()
    .from(postRoom)
    .where(and(eq(postRoom.subject, id)))
    .orderBy(desc(postRoom.receivedAt));
  return arrived!;
};

it('comes from the installation until the domain is verified, and then from the client', async () => {
  await browserOf(app).send({ name: 'Ana', email: 'ana@example.com' });
  expect((await letter()).from).toBe('"Quayside Dental" <post@plumgate.test>');
  const saved = (await ask('PUT', own('sender'), sender)).json<SenderView>();
  expect(saved).toMatchObject({
    inbox: 'quayside@plumgate.test',
    shown: { name: 'The front desk', address: 'post@plumgate.test', notYet: sender.email },
  });
  expect((await letter()).from).toBe('"The front desk" <post@plumgate.test>');

  const added = await ask('POST', own('mail-domains'), { domain: ' Quayside-Dental.test ' });
  const made = added.json<MailDomainView>();
  expect(made).toMatchObject({ domain: 'quayside-dental.test', state: 'waiting' });
  expect(made.compared).toHaveLength(3);
  for (const { needed } of made.compared)
    expect((await ask('POST', '/api/stand-in-records', needed)).statusCode).toBe(200);
  const checked = await ask('POST', own(`mail-domains/${made.domain}/check`));
  expect(checked.json()).toMatchObject({ state: 'right' });
  expect((await letter()).from).toBe('"The front desk" <hello@quayside-dental.test>');
  const named = await letter({
    sender: { ...sender, name: 'Dr. Moss', email: '', replyTo: 'moss@example.com' },
  });
  expect([named.from, named.replyTo]).toEqual([
    '"Dr. Moss" <hello@quayside-dental.test>',
    'moss@example.com',
  ]);
});

it('comes from the installation again when the key is gone', async () => {
  const { records } = (await ask('GET', '/api/stand-in-records')).json<{
    records: { id: number; name: string }[];
  }>();
  const key = records.find(({ name }) => name.includes('_domainkey'))!;
  await ask('DELETE', `/api/stand-in-records/${key.id}`);
  await app.move('PT2H');
  await ask('POST', own('mail-domains/quayside-dental.test/check'));
  expect((await letter()).from).toBe('"The front desk" <post@plumgate.test>');
});

it.each([
  ['co.uk', 'only a suffix'],
  ['quayside-dental.test', 'on the list already'],
  ['', 'Enter a domain'],
])('refuses the domain %j', async (domain, words) => {
  const answer = await ask('POST', own('mail-domains'), { domain });
  expect([answer.statusCode >= 400, answer.body.includes(words)]).toEqual([true, true]);
});

it('takes a domain off', async () => {
  expect((await ask('DELETE', own('mail-domains/quayside-dental.test'))).statusCode).toBe(200);
  expect((await ask('GET', own('sender'))).json<SenderView>().domains).toEqual([]);
});
