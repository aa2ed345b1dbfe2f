import { emailFromText } from '@plumgate/core/emails';
import { noConditions } from '@plumgate/core/conditions';
import type { PersonRecord } from '@plumgate/contract';
import type { ClientId, SequenceId } from '@plumgate/core/basics';
import { emptySequence, type SequenceStep } from '@plumgate/core/followup';
import { asc, eq } from 'drizzle-orm';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { runSteps } from '../../records/followup/table.ts';
import { messageTemplates } from '../../records/messages/message-content.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { joinTogether } from '../../testing/join-together.ts';
import { tellAsGateway } from '../../testing/text-hook.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { ConsentService } from '../messages/consent.service.ts';
import { SequenceService } from './sequence.service.ts';

/** A message is planned, queued, sent and delivered one after the other, and nothing says more than has happened. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  await app.signIn('owner@example.com');
});
afterEach(() => app.stop());

const welcome: SequenceStep = {
  id: 'welcome',
  anchor: 'joined',
  side: 'after',
  delay: { amount: 0, unit: 'minutes', at: null },
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action: {
    kind: 'email',
    ...emailFromText({ subject: 'Hello {{ person.first_name }}', body: 'From {{ client.name }}.' }),
  },
};
const make = (step: SequenceStep): Promise<SequenceId> =>
  app
    .get(SequenceService)
    .create(clientId, { ...emptySequence('Welcome'), quiet: null, steps: [step] });
const stepStates = async () =>
  (await app.database.db.select().from(runSteps)).map(({ state, leftOut }) => leftOut ?? state);
async function recordOf(email: string): Promise<Pick<PersonRecord, 'comingUp' | 'timeline'>> {
  const [person] = await app.database.db.select().from(people).where(eq(people.email, email));
  const answer = await app.api('GET', `/api/people/${person!.id}`, undefined, 'owner@example.com');
  return answer.json<PersonRecord>();
}
const messagesOf = async (email: string) =>
  (await recordOf(email)).timeline.filter(({ kind }) => kind === 'message');

it('is queued while the mail server does not take it, and sent when it has', async () => {
  const door = app.get(MailDoor);
  const real = door.send.bind(door);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await joinTogether(app, clientId, await make(welcome), 1);
  await app.settle();
  expect(await stepStates()).toEqual(['queued']);
  expect(await messagesOf('p0@example.com')).toEqual([]);
  expect((await recordOf('p0@example.com')).comingUp).toMatchObject([
    { text: 'Email “Hello P0”', note: 'Queued, Welcome' },
  ]);
  door.send = real;
  await app.move('PT5M');
  expect(await stepStates()).toEqual(['done']);
  expect(await messagesOf('p0@example.com')).toMatchObject([
    { text: 'Sent email “Hello P0”', note: 'Welcome' },
  ]);
  expect((await recordOf('p0@example.com')).comingUp).toEqual([]);
});

it('is left out with its reason when somebody unsubscribes before it was taken', async () => {
  const door = app.get(MailDoor);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await joinTogether(app, clientId, await make(welcome), 1);
  await app.settle();
  const [person] = await app.database.db.select().from(people);
  await app.get(ConsentService).optOut({ person: person!.id });
  expect(await stepStates()).toEqual(['unsubscribed']);
  const [message] = await app.database.db.select().from(outbox);
  expect(message).toMatchObject({ state: 'left-out', leftOut: 'unsubscribed' });
});

it('keeps the words of a message once, however many people get it, each with their own name', async () => {
  await joinTogether(app, clientId, await make(welcome), 50);
  await app.settle();
  expect(await app.database.db.select().from(messageTemplates)).toHaveLength(1);
  const rows = await app.database.db.select().from(outbox);
  expect(rows).toHaveLength(50);
  for (const { content } of rows)
    expect(Object.keys(content.as === 'template' ? content.values : {})).toEqual(['person']);
  const mails = await app.database.db.select().from(postRoom).orderBy(asc(postRoom.subject));
  expect(mails.slice(0, 2).map(({ subject, text }) => [subject, text.split('\n')[0]])).toEqual([
    ['Hello P0', 'From Quayside Dental.'],
    ['Hello P1', 'From Quayside Dental.'],
  ]);
});

it('is delivered when the gateway reports it, and not before', async () => {
  await joinTogether(
    app,
    clientId,
    await make({ ...welcome, action: { kind: 'text', body: 'Hi from {{ client.name }}' } }),
    1,
  );
  const person = { phone: '(207) 555-0117', phoneKey: '+12075550117', textConsent: true };
  await app.database.db.update(people).set(person);
  await joinTogether(
    app,
    clientId,
    await make({ ...welcome, action: { kind: 'text', body: 'Hi from {{ client.name }}' } }),
    1,
  );
  await app.settle();
  const [message] = await app.database.db.select().from(outbox);
  expect(message).toMatchObject({ kind: 'text', state: 'sent' });
  const { id } = message!;
  expect(await tellAsGateway(app, id, { type: 'text.delivered', data: { id } })).toBe(204);
  expect(await messagesOf('p0@example.com')).toMatchObject([
    { text: 'Sent text “Hi from Quayside Dental”', note: 'Welcome, delivered' },
    { text: 'Left out: Text “Hi from [name]”' },
  ]);
});
