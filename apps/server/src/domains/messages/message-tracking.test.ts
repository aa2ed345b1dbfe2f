import type { PersonRecord } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { noConditions, type MessageTerm } from '@plumgate/core/conditions';
import { emailFromText } from '@plumgate/core/emails';
import { emptySequence, type SequenceStep, type StepAction } from '@plumgate/core/followup';
import { eq } from 'drizzle-orm';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { joinTogether } from '../../testing/join-together.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { SequenceService } from '../followup/sequence.service.ts';

/** What is seen of a message once it has arrived: its picture is fetched, its links are followed. */
let app: TestApp;
let world: World;
let personId: PersonId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

/** Sends one message by a sequence, and gives it as it arrived. */
async function sent(action: StepAction) {
  const clientId = world.client.id as ClientId;
  const step: SequenceStep = {
    ...{ id: 'step', anchor: 'joined' as const, side: 'after' as const, late: 'skip' as const },
    ...{ unlessBooked: false, onlyIf: noConditions, action },
    delay: { amount: 0, unit: 'minutes', at: null },
  };
  const sequence = await app
    .get(SequenceService)
    .create(clientId, { ...emptySequence('Welcome'), quiet: null, steps: [step] });
  await joinTogether(app, clientId, sequence, 1);
  const { db } = app.database;
  const [person] = await db.select().from(people);
  personId = person!.id;
  await app.settle();
  const [arrived] = await db.select().from(postRoom);
  return arrived!;
}
const email = (body: string): StepAction => ({
  kind: 'email',
  ...emailFromText({ subject: 'Your first visit', body }),
});
const pathIn = (words: string, pattern: RegExp) => new URL(pattern.exec(words)![0]).pathname;
const shortLink = /http\S+\/~\/l\/[\w]+/;
const record = async () =>
  (
    await app.api('GET', `/api/people/${personId}`, undefined, 'owner@example.com')
  ).json<PersonRecord>();
const seen = async () =>
  (await record()).timeline.filter(({ kind }) => kind === 'reply').map(({ text }) => text);
const holds = async (is: MessageTerm) => {
  const conditions = { match: 'all', terms: [{ about: 'message', is }] };
  const path = `/api/clients/${world.client.id}/people/query`;
  return (await app.api('POST', path, { conditions }, 'owner@example.com')).json<{
    people: object[];
  }>().people.length;
};

it('a link of a sequence’s email is short, leads on, and is known of on the record', async () => {
  const letter = await sent(email('Look here:\nhttps://harbor.example/a/very/long/address'));
  const path = pathIn(letter.text, shortLink);
  expect(await holds('clicked')).toBe(0);
  const followed = await app.site('GET', path);
  expect([followed.statusCode, followed.headers.location]).toEqual([
    302,
    'https://harbor.example/a/very/long/address',
  ]);
  await app.site('GET', path);
  expect(await seen()).toEqual(['Followed a link in “Your first visit”']);
  // Whoever follows a link has opened the email, though no picture was fetched.
  expect([await holds('clicked'), await holds('opened')]).toEqual([1, 1]);
});

it('the first time that its picture is fetched is on the record, and nothing a scanner does', async () => {
  const letter = await sent(email('Look here:\nhttps://harbor.example/'));
  await app.site('GET', pathIn(letter.text, shortLink), {
    headers: { 'user-agent': 'Googlebot/2.1 (+http://www.google.com/bot.html)' },
  });
  await app.site('POST', pathIn(letter.text, shortLink));
  expect(await seen()).toEqual([]);
  const picture = pathIn(letter.html, /http[^"]+\/~\/opened\/[^"]+/);
  await app.site('GET', picture);
  await app.site('GET', picture);
  expect(await seen()).toEqual(['Opened “Your first visit”']);
  expect([await holds('opened'), await holds('clicked')]).toEqual([1, 0]);
});

it('links of every text are short, and of an email that somebody writes themselves none is', async () => {
  await sent(email('Hello'));
  const { db } = app.database;
  await db
    .update(people)
    .set({ textConsent: true, phone: '(207) 555-0117', phoneKey: '+12075550117' })
    .where(eq(people.id, personId));
  const body = 'Look here:\nhttps://harbor.example/a/very/long/address';
  const write = async (message: object) => {
    const id = crypto.randomUUID();
    const path = `/api/people/${personId}/messages`;
    const answer = await app.api('POST', path, { id, message }, 'owner@example.com');
    expect([answer.statusCode, answer.body]).toEqual([200, '{}']);
    await app.settle();
    const rows = await db.select().from(postRoom);
    return rows.find(({ text }) => text.includes('Look here'))!;
  };
  const text = await write({ kind: 'text', body });
  expect((await app.site('GET', pathIn(text.text, shortLink))).statusCode).toBe(302);
  await db.delete(postRoom);
  const letter = await write({ kind: 'email', ...emailFromText({ subject: 'Parking', body }) });
  expect(letter.text).toContain('https://harbor.example/a/very/long/address');
  expect(letter.html).not.toContain('/~/opened/');
});

it('leads on when the message is not kept any more, until its person is erased', async () => {
  const letter = await sent(email('Look here:\nhttps://harbor.example/'));
  const path = pathIn(letter.text, shortLink);
  await app.move('P100D');
  await app.get(Housekeeping).tidy();
  expect(await app.database.db.select().from(outbox)).toEqual([]);
  expect((await app.site('GET', path)).statusCode).toBe(302);
  await app.database.db.delete(people).where(eq(people.id, personId));
  expect(await app.database.db.select().from(messageLinks)).toEqual([]);
  expect((await app.site('GET', path)).statusCode).toBe(404);
});
