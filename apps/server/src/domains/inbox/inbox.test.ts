import type { ConversationRecord, ConversationSummary, SentMessage } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import { and, asc, eq } from 'drizzle-orm';
import { deliverTo } from '../../platform/mail/deliver-to.ts';
import type { MailIn } from '../../platform/mail/mail-in.ts';
import { MAIL_IN } from '../../platform/mail/token.ts';
import { inboxMessages } from '../../records/messages/inbox.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people, timeline } from '../../records/people/table.ts';
import { browserOf } from '../../testing/browser.ts';
import { tellAsGateway } from '../../testing/text-hook.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** What people write comes into the inbox, and is answered there. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterEach(() => app.stop());

const owner = async <Answer>(method: 'GET' | 'POST' | 'PUT', url: string, body?: object) => {
  const answer = await app.api(method, url, body, 'owner@example.com');
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([200, expect.any(String)]);
  return answer.json<Answer>();
};
const personNamed = async (email: string): Promise<PersonId> => {
  const [person] = await app.database.db.select().from(people).where(eq(people.email, email));
  return person!.id;
};
const join = async (name: string, phone = '') => {
  const email = `${name.toLowerCase()}@example.com`;
  await browserOf(app).send({ name, email, phone });
  await app.settle();
  const id = await personNamed(email);
  await app.database.db
    .update(people)
    .set({ textConsent: true, phone, phoneKey: phone || null })
    .where(eq(people.id, id));
  return { id, email, phone };
};
const write = async (id: PersonId, message: object, answers: string | null = null) => {
  await app.move('PT1M');
  await owner('POST', `/api/people/${id}/messages`, { id: crypto.randomUUID(), message, answers });
  await app.settle();
};
const letter = (body: string, subject = 'Your visit') => ({
  kind: 'email',
  ...emailFromText({ subject, body }),
});
const inbox = (query = '') =>
  owner<{ conversations: ConversationSummary[]; counts: object }>(
    'GET',
    `/api/clients/${clientId}/inbox?${query}`,
  );
const conversation = (id: PersonId) =>
  owner<ConversationRecord>('GET', `/api/people/${id}/conversation`);
const arrivedFor = (to: string) =>
  app.database.db
    .select()
    .from(postRoom)
    .where(and(eq(postRoom.to, to), eq(postRoom.isReply, false)))
    .orderBy(asc(postRoom.receivedAt));
const facts = async (id: PersonId) =>
  (await app.database.db.select().from(timeline).where(eq(timeline.personId, id))).map(
    ({ fact }) => fact.kind,
  );
/** Mail as anybody's mail program sends it. */
const mail = async (message: object) => {
  await app.move('PT1M');
  await deliverTo(app.running.app.get<MailIn>(MAIL_IN).url, message);
  await app.settle();
};
const text = async (from: string, body: string, id: string = crypto.randomUUID()) => {
  await app.move('PT1M');
  const data = { id, from, to: '+12075550142', body };
  const status = await tellAsGateway(app, id, { type: 'text.received', data });
  await app.settle();
  return status;
};

describe('an answer by email', () => {
  it('comes into the conversation without what it quotes, is answered in its thread, and ends the waiting', async () => {
    const ana = await join('Ana');
    await write(ana.id, letter('Does Tuesday suit you?'));
    const sent = (await arrivedFor(ana.email)).at(-1)!;
    expect(sent.replyTo).toMatch(/^answer\+[0-9a-f]{52}@plumgate\.test$/);
    await mail({
      ...{ from: 'Ana <ana@example.com>', to: sent.replyTo, subject: 'Re: Your visit' },
      ...{ messageId: '<a1@example.com>', inReplyTo: sent.wireId, references: sent.wireId },
      text: 'Tuesday suits me.\n\nOn Mon, Nov 30, 2026 at 9:12 AM Quayside Dental <post@plumgate.test> wrote:\n> Does Tuesday suit you?\n',
    });
    const { conversations, counts } = await inbox();
    expect(conversations).toMatchObject([
      {
        ...{ personId: ana.id, name: 'Ana', state: 'open', isUnread: true },
        last: { kind: 'email', words: 'Tuesday suits me.', by: '' },
      },
    ]);
    expect(counts).toEqual({ unread: 1, open: 1, mine: 0 });
    const found = await conversation(ana.id);
    expect(found.messages.slice(-2)).toMatchObject([
      { isTheirs: false, subject: 'Your visit', body: 'Does Tuesday suit you?', state: 'sent' },
      {
        ...{ isTheirs: true, body: 'Tuesday suits me.', reading: 'answer', otherFrom: '' },
        whole: expect.stringContaining('> Does Tuesday'),
      },
    ]);
    expect(await facts(ana.id)).toContain('replied');

    const { to, subject } = found.answers.find(({ kind }) => kind === 'email')!;
    await write(ana.id, letter('Until Tuesday then.', subject), to);
    const answer = (await arrivedFor(ana.email)).at(-1)!;
    const [queued] = await app.database.db.select().from(outbox).where(eq(outbox.id, answer.id));
    expect(answer.subject).toBe('Re: Your visit');
    expect(queued!.content).toMatchObject({
      thread: [sent.wireId.replace(/[<>]/g, ''), 'a1@example.com'],
    });
    expect((await inbox()).conversations).toMatchObject([
      { isUnread: false, last: { words: 'Until Tuesday then.', by: 'Oriel' } },
    ]);
  });

  it('is known by its thread where the mail program lost the address, and taken once', async () => {
    const bo = await join('Bo');
    await write(bo.id, letter('Does Tuesday suit you?'));
    const sent = (await arrivedFor(bo.email)).at(-1)!;
    const message = {
      ...{
        from: 'other@example.net',
        to: 'quayside@plumgate.test',
        subject: 'Re: Your visit',
      },
      ...{ messageId: '<b1@example.net>', inReplyTo: sent.wireId, text: 'Yes.' },
    };
    await mail(message);
    await mail(message);
    const { messages } = await conversation(bo.id);
    expect(messages.filter(({ isTheirs }) => isTheirs)).toMatchObject([
      { body: 'Yes.', otherFrom: 'other@example.net' },
    ]);
  });

  it('that says stop ends mail; one that a program wrote by itself is kept and counts as none', async () => {
    const cleo = await join('Cleo');
    await write(cleo.id, letter('Hello'));
    const { replyTo } = (await arrivedFor(cleo.email)).at(-1)!;
    const from = cleo.email;
    await mail({
      ...{ from, to: replyTo, subject: 'Automatic reply: Hello', text: 'I am away until Monday.' },
      headers: { 'Auto-Submitted': 'auto-replied' },
    });
    expect((await inbox()).conversations).toEqual([]);
    expect(await facts(cleo.id)).toContain('away');
    expect(await facts(cleo.id)).not.toContain('replied');
    await mail({ from, to: replyTo, subject: 'Re: Hello', text: 'Unsubscribe' });
    const [person] = await app.database.db.select().from(people).where(eq(people.id, cleo.id));
    expect(person!.unsubscribedAt).not.toBeNull();
    const { answers, messages } = await conversation(cleo.id);
    expect(answers.find(({ kind }) => kind === 'email')).toMatchObject({
      to: null,
      why: expect.any(String),
    });
    expect(messages.flatMap(({ isTheirs, reading }) => (isTheirs ? reading : []))).toEqual([
      'away',
      'stop',
    ]);
    // Who writes again is answered, though nothing else reaches them.
    await mail({ from, to: replyTo, subject: 'Question', text: 'When are you open?' });
    const again = (await conversation(cleo.id)).answers.find(({ kind }) => kind === 'email')!;
    expect(again.why).toBeNull();
    await write(cleo.id, letter('From nine.', again.subject), again.to);
    expect((await arrivedFor(cleo.email)).at(-1)).toMatchObject({ subject: 'Re: Question' });
  });

  it('to what the team was told goes to the lead alone, past the program', async () => {
    const ana = await join('Ana');
    const [notice] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.replyTo, ana.email));
    const body = 'Thank you, we call at noon.';
    await owner('POST', `/api/messages/${notice!.id}/reply`, { body });
    await app.settle();
    expect((await arrivedFor(ana.email)).map(({ text }) => text)).not.toContain(body);
    expect((await inbox()).conversations).toEqual([]);
  });

  it('of somebody new becomes a lead; mail for nobody and with a wrong signature is not taken', async () => {
    const to = 'quayside@plumgate.test';
    await mail({
      from: 'Nia Hale <nia@example.org>',
      to,
      subject: 'A question',
      text: 'Do you see children?',
    });
    const id = await personNamed('nia@example.org');
    expect((await inbox()).conversations).toMatchObject([{ personId: id, name: 'Nia Hale' }]);
    const [person] = await app.database.db.select().from(people).where(eq(people.id, id));
    expect(person).toMatchObject({ firstName: 'Nia', source: 'Email' });
    expect(person!.waitingSince).not.toBeNull();
    const ana = await join('Ana');
    await write(ana.id, letter('Hello'));
    const { replyTo } = (await arrivedFor(ana.email)).at(-1)!;
    const forged = replyTo.replace(/.@/, (one) => (one[0] === '0' ? '1@' : '0@'));
    await mail({ from: 'x@example.net', to: forged, subject: 'Hi', text: 'Hi' });
    expect(await app.database.db.select().from(inboxMessages)).toHaveLength(1);
    await expect(
      mail({ from: 'x@example.net', to: 'somebody@example.com', subject: 'Hi', text: 'Hi' }),
    ).rejects.toMatchObject({ responseCode: 550 });
  });

  it('keeps the files that came along, to be saved by who may see the person, until they are erased', async () => {
    const to = 'quayside@plumgate.test';
    const message = {
      ...{ from: 'Nia Hale <nia@example.org>', to, subject: 'The roof', text: 'Two pictures.' },
      messageId: '<files@example.org>',
      attachments: [
        { filename: '../roof "1".txt', content: 'From the east' },
        { filename: 'signature.png', content: 'x', cid: 'sig', contentDisposition: 'inline' },
      ],
      html: '<p>Two pictures.</p><img src="cid:sig">',
    };
    await mail(message);
    const id = await personNamed('nia@example.org');
    const [file, ...others] = (await conversation(id)).messages.flatMap(({ files }) => files);
    expect([file, others]).toEqual([{ upload: file!.upload, name: 'roof 1.txt', bytes: 13 }, []]);
    const saved = await app.api(
      'GET',
      `/api/uploads/${file!.upload}`,
      undefined,
      'owner@example.com',
    );
    expect([saved.statusCode, saved.body]).toEqual([200, 'From the east']);
    expect(saved.headers['content-disposition']).toContain('attachment');
    const { binId } = (
      await app.api('DELETE', `/api/people/${id}`, undefined, 'owner@example.com')
    ).json<{ binId: string }>();
    await app.api(
      'DELETE',
      `/api/clients/${clientId}/bin/${binId}`,
      undefined,
      'owner@example.com',
    );
    const gone = await app.api(
      'GET',
      `/api/uploads/${file!.upload}`,
      undefined,
      'owner@example.com',
    );
    expect(gone.statusCode).toBe(404);
  });

  it.each([
    ['nothing in it', ''],
    ['100,000 empty lines', '\n'.repeat(100_000)],
    ['one line of a megabyte', 'On a '.repeat(200_000)],
    ['marks of quotes alone', '>\n'.repeat(20_000)],
    ['NUL and half an emoji', 'a\u0000b\ud83d'],
  ])('with %s is taken in', async (_what, body) => {
    const to = 'quayside@plumgate.test';
    await mail({ from: 'odd@example.org', to, subject: 'Odd', text: body });
    expect((await inbox()).conversations).toHaveLength(1);
  });
});

describe('an answer by text', () => {
  it('comes into the same conversation and is answered there, also without consent to others', async () => {
    const dov = await join('Dov', '+12075550117');
    await write(dov.id, { kind: 'text', body: 'Does Tuesday suit you?' });
    await text(dov.phone, 'Yes, at nine');
    await app.database.db.update(people).set({ textConsent: false }).where(eq(people.id, dov.id));
    const { answers, messages } = await conversation(dov.id);
    const way = answers.find(({ kind }) => kind === 'text')!;
    expect(way.why).toBeNull();
    await write(dov.id, { kind: 'text', body: 'Until then.' }, way.to);
    expect(messages.at(-1)).toMatchObject({ kind: 'text', isTheirs: true, body: 'Yes, at nine' });
    expect((await arrivedFor(dov.phone)).map(({ text: words }) => words)).toEqual([
      'Does Tuesday suit you?',
      'Until then.',
    ]);
  });

  it('STOP ends texts and nothing else; HELP is answered; both stand in the conversation', async () => {
    const eve = await join('Eve', '+12075550118');
    await write(eve.id, { kind: 'text', body: 'Hello' });
    expect(await text(eve.phone, 'HELP', 'h1')).toBe(204);
    expect(await text(eve.phone, 'HELP', 'h1')).toBe(204);
    expect((await arrivedFor(eve.phone)).slice(1).map(({ text: words }) => words)).toEqual([
      'Quayside Dental: for help call (207) 555-0142. Reply STOP to get no more texts.',
    ]);
    await text(eve.phone, 'Stop');
    const [person] = await app.database.db.select().from(people).where(eq(people.id, eve.id));
    expect([person!.textConsent, person!.unsubscribedAt]).toEqual([false, null]);
    const { answers, messages } = await conversation(eve.id);
    expect(answers.find(({ kind }) => kind === 'text')!.why).not.toBeNull();
    expect(answers.find(({ kind }) => kind === 'email')!.why).toBeNull();
    expect(messages.flatMap(({ isTheirs, reading }) => (isTheirs ? reading : []))).toEqual([
      'help',
      'stop',
    ]);
  });

  it('from a number that nobody is known by becomes a lead', async () => {
    await text('+12075550199', 'Do you see children?');
    const [person] = await app.database.db
      .select()
      .from(people)
      .where(eq(people.phoneKey, '+12075550199'));
    expect(person).toMatchObject({ source: 'Text message' });
    await text('+12075550198', 'STOP');
    expect((await inbox()).conversations).toHaveLength(1);
  });
});

it('a conversation is closed, opens again with the next message, and is found by words', async () => {
  const dov = await join('Dov', '+12075550117');
  await text(dov.phone, 'The roof leaks at the chimney');
  const change = (body: object) => owner('PUT', `/api/people/${dov.id}/conversation`, body);
  await change({ isUnread: false });
  expect((await inbox('show=unread')).conversations).toEqual([]);
  await change({ state: 'closed' });
  expect((await inbox()).conversations).toEqual([]);
  expect((await inbox('show=closed&search=chimney')).conversations).toHaveLength(1);
  expect((await inbox('show=closed&search=basement')).conversations).toEqual([]);
  await text(dov.phone, 'Are you there?');
  expect((await inbox('search=dov')).conversations).toMatchObject([
    { isUnread: true, last: { words: 'Are you there?' } },
  ]);
});

it('merged records share one conversation, and have two again when that is undone', async () => {
  const [one, two] = [await join('Gil', '+12075550121'), await join('Hal', '+12075550122')];
  await text(one.phone, 'From Gil');
  await text(two.phone, 'From Hal');
  const merge = await owner<{ mergeId: string }>('POST', `/api/people/${one.id}/merge`, {
    ...{ other: two.id, choices: {} },
  });
  expect((await inbox()).conversations).toMatchObject([
    { personId: one.id, last: { words: 'From Hal' } },
  ]);
  await owner('POST', `/api/merges/${merge.mergeId}/undo`);
  expect((await inbox()).conversations.map(({ personId, last }) => [personId, last.words])).toEqual(
    [
      [two.id, 'From Hal'],
      [one.id, 'From Gil'],
    ],
  );
});

it('every message is listed with its state and the reason', async () => {
  const dov = await join('Dov', '+12075550117');
  await write(dov.id, { kind: 'text', body: 'Hello Dov' });
  await write(dov.id, letter('Hello by mail'));
  await app.database.db.update(people).set({ email: 'dov@nowhere.invalid' });
  await write(dov.id, letter('Never arrives', 'Lost'));
  const list = async (query = '') =>
    (
      await owner<{ messages: SentMessage[] }>('GET', `/api/clients/${clientId}/messages?${query}`)
    ).messages.filter(({ personId }) => personId === dov.id);
  expect(await list()).toMatchObject([
    { subject: 'Lost', state: 'failed', reason: expect.stringContaining('550') },
    { subject: 'Your visit', state: 'sent', reason: '', text: expect.stringContaining('by mail') },
    { kind: 'text', subject: 'Hello Dov', text: 'Hello Dov', origin: 'by Oriel' },
    expect.anything(),
  ]);
  expect(await list('state=failed')).toHaveLength(1);
  expect(await list('kind=text&search=hello')).toHaveLength(1);
  const [lost] = await list('state=failed');
  const shown = await owner<{ html: string }>('GET', `/api/messages/${lost!.id}`);
  expect(shown.html).toContain('Never arrives');
});
