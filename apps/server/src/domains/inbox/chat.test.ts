import type { ConversationRecord, EditorPage } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { trapField } from '@plumgate/core/forms';
import { newBlock, type Draft } from '@plumgate/core/page';
import { asc, eq } from 'drizzle-orm';
import { postRoom } from '../../records/messages/table.ts';
import { chats } from '../../records/messages/inbox.table.ts';
import { people, timeline } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Visitors write in the chat box of a page, and read there what is answered while they stay. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  await putChatBox();
});
afterEach(() => app.stop());

async function putChatBox(): Promise<void> {
  const { pageId } = world.first;
  const { draft, version } = await owner<EditorPage>('GET', `/api/pages/${pageId}`);
  const { page } = draft as Draft;
  const [band, ...others] = page.bands;
  const [column, ...columns] = band!.columns;
  const blocks = [...column!.blocks, newBlock('chat', 'chat')];
  const bands = [{ ...band!, columns: [{ ...column!, blocks }, ...columns] }, ...others];
  await owner('PUT', `/api/pages/${pageId}/draft`, {
    ...{ version, draft: { ...(draft as Draft), page: { ...page, bands } } },
  });
  await owner('POST', `/api/pages/${pageId}/publish`, { version: version + 1 });
}

const ana = { name: 'Ana Okafor', email: 'ana@example.com' };
const made = 'a'.repeat(32);
let messages = 0;
const write = (message: string, changes: Record<string, string> = {}, json = true) =>
  app.site('POST', '/~/chat/first-visit/chat', {
    form: { ...ana, message, _chat: made, _once: `once-${messages++}`, ...changes },
    headers: json ? { accept: 'application/json' } : {},
  });
const read = (_chat = made, client = 'quayside') =>
  app.site('POST', '/~/chat', { form: { _chat }, client });
const owner = async <Answer>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  url: string,
  body?: object,
) => {
  const answer = await app.api(method, url, body, 'owner@example.com');
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([200, expect.any(String)]);
  return answer.json<Answer>();
};
const anaId = async (): Promise<PersonId> => {
  const [person] = await app.database.db.select().from(people).where(eq(people.email, ana.email));
  return person!.id;
};
const answer = async (body: string, id = crypto.randomUUID()) => {
  await app.move('PT1S');
  await owner('POST', `/api/people/${await anaId()}/chat-answers`, { id, body });
  await app.settle();
};
const conversation = async () =>
  owner<ConversationRecord>('GET', `/api/people/${await anaId()}/conversation`);
const mailed = () =>
  app.database.db
    .select()
    .from(postRoom)
    .where(eq(postRoom.to, ana.email))
    .orderBy(asc(postRoom.receivedAt));

it('what a visitor writes becomes a lead of where they came from, and a conversation', async () => {
  const sent = await write('Do you see children on Saturdays?');
  expect([sent.statusCode, sent.json()]).toEqual([
    200,
    { lines: [{ words: 'Do you see children on Saturdays?', by: '' }] },
  ]);
  await app.settle();
  const [person] = await app.database.db.select().from(people);
  expect(person).toMatchObject({ firstName: 'Ana', email: ana.email, source: 'Direct' });
  expect(person!.waitingSince).not.toBeNull();
  const facts = await app.database.db.select().from(timeline);
  expect(facts.map(({ fact }) => fact)).toContainEqual({
    ...{ kind: 'wrote-in', source: 'Direct', page: 'First visit' },
    body: 'Do you see children on Saturdays?',
  });
  expect((await conversation()).chat).toEqual({ isThere: true });
  await app.move('PT1S');
  await write('And on Sundays?');
  await app.settle();
  const { messages: lines } = await conversation();
  expect(lines.filter(({ kind }) => kind === 'chat')).toMatchObject([
    { isTheirs: true, body: 'Do you see children on Saturdays?' },
    { isTheirs: true, body: 'And on Sundays?' },
  ]);
});

it('who is still there reads the answer in the box, and gets no email', async () => {
  await write('Do you see children?');
  await answer('Yes, from three years on.');
  const [person] = await app.database.db.select().from(people);
  expect(person!.waitingSince).toBeNull();
  expect((await conversation()).messages.at(-1)).toMatchObject({
    ...{ isTheirs: false, kind: 'chat', origin: 'by Oriel', state: 'queued' },
  });
  await app.move('PT30S');
  expect((await read()).json()).toEqual({
    lines: [
      { words: 'Do you see children?', by: '' },
      { words: 'Yes, from three years on.', by: 'Oriel' },
    ],
  });
  await app.move('PT10M');
  await app.settle();
  expect(await mailed()).toEqual([]);
  expect((await conversation()).messages.at(-1)).toMatchObject({ state: 'sent' });
});

it('who has left gets what they have not seen in one email, word for word', async () => {
  await write('Do you see children?');
  await app.settle();
  await answer('Yes, from three years on.');
  await answer('Bring {{ person.email }} and a toy.');
  expect(await mailed()).toEqual([]);
  await app.move('PT61S');
  await app.settle();
  const letters = await mailed();
  expect(letters).toHaveLength(1);
  expect(letters[0]!.subject).toBe('Our answer to your question');
  expect(letters[0]!.text).toContain('Hello Ana');
  expect(letters[0]!.text).toContain('Yes, from three years on.');
  expect(letters[0]!.text).toContain('Bring {{ person.email }} and a toy.');
  expect((await conversation()).chat).toEqual({ isThere: false });
  // Whoever has left for long is written to at once.
  await answer('One more thing.');
  expect(await mailed()).toHaveLength(2);
});

it('nobody reads the chat of another, though they give the same address', async () => {
  await write('Do you see children?');
  await answer('Yes.');
  expect((await read('b'.repeat(32))).statusCode).toBe(404);
  const other = await write('Hello', { _chat: 'b'.repeat(32) });
  expect(other.json()).toEqual({ lines: [{ words: 'Hello', by: '' }] });
  // Another client's host knows nothing of it.
  expect((await read(made, 'harbor')).statusCode).toBe(404);
});

it('the same message sent again by a bad line is taken once', async () => {
  await write('Do you see children?', { _once: 'the-same' });
  const again = await write('Do you see children?', { _once: 'the-same' });
  expect(again.json<{ lines: object[] }>().lines).toHaveLength(1);
  expect(await app.database.db.select().from(chats)).toHaveLength(1);
});

it.each([
  [{ email: '' }, [{ field: 'email', message: 'Please fill in “Email”.' }]],
  [{ email: 'ana@' }, [{ field: 'email', message: expect.stringContaining('name@example.com') }]],
  [{ name: ' ' }, [{ field: 'name', message: 'Please fill in “Your name”.' }]],
  [{ message: '' }, [{ field: 'message', message: 'Please fill in “Your question”.' }]],
  [{ message: 'x'.repeat(2001) }, [{ field: 'message', message: expect.stringContaining('2001') }]],
  [{ [trapField]: 'https://buy.example' }, [{ field: '', message: expect.any(String) }]],
])('refuses %j with a sentence', async (changes, problems) => {
  const refused = await write('Hello', changes as unknown as Record<string, string>);
  expect([refused.statusCode, refused.json()]).toEqual([422, { problems }]);
  expect(await app.database.db.select().from(people)).toEqual([]);
});

it('works without script: thanks on a page, and the answer by email', async () => {
  const refused = await write('Hello', { email: 'ana', _chat: '', _once: '' }, false);
  expect([refused.statusCode, refused.body]).toEqual([
    422,
    expect.stringContaining('name@example.com'),
  ]);
  const thanks = await write('Do you see children?', { _chat: '', _once: '' }, false);
  expect([thanks.statusCode, thanks.body]).toEqual([200, expect.stringContaining('Thank you')]);
  await app.move('PT2M');
  await answer('Yes.');
  expect(await mailed()).toHaveLength(1);
});

it('too much at once is refused and says so; nothing of it is kept', async () => {
  for (let each = 0; each < 30; each++) await write(`Message ${each}`);
  const refused = await write('One more');
  expect(refused.statusCode).toBe(429);
  expect(refused.json<{ problems: object[] }>().problems).toHaveLength(1);
});

it('who is erased while the page is open begins anew', async () => {
  await write('Do you see children?');
  await app.settle();
  const { binId } = await owner<{ binId: string }>('DELETE', `/api/people/${await anaId()}`);
  await owner('DELETE', `/api/clients/${clientId}/bin/${binId}`);
  expect((await read()).statusCode).toBe(404);
  const again = await write('Hello again');
  expect(again.json()).toEqual({ lines: [{ words: 'Hello again', by: '' }] });
});
