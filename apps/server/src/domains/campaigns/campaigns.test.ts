import type { Answered, api, CampaignView } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { newCampaign, type CampaignContent } from '@plumgate/core/campaigns';
import { noConditions } from '@plumgate/core/conditions';
import { emailFromText } from '@plumgate/core/emails';
import { and, eq } from 'drizzle-orm';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { routingRules } from '../../records/routing/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** One message to many: who gets it and who does not, in portions, paused, stopped, once, and what became of it. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  await app.database.db.delete(routingRules);
});
afterAll(() => app.stop());

const ask = async (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) => {
  await app.signIn('owner@example.com');
  return app.api(method, url, body, 'owner@example.com');
};
const ok = async <Got>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) => {
  const answer = await ask(method, url, body);
  if (answer.statusCode >= 300) throw new Error(answer.body);
  return answer.json<Got>();
};
const email = (subject: string, body = 'Dear {{ person.first_name | default: "friend" }},') => ({
  kind: 'email' as const,
  ...emailFromText({ subject, body }),
});
const draft = async (changes: Partial<CampaignContent>): Promise<string> => {
  const content = {
    ...newCampaign('News', 'email'),
    ...{ consent: 'not-unsubscribed' as const, perMinute: 10_000 },
    ...changes,
  };
  const { id } = await ok<{ id: string }>('POST', `/api/clients/${clientId}/campaigns`, {
    content,
  });
  return id;
};
const view = (id: string) => ok<CampaignView>('GET', `/api/campaigns/${id}`);
const send = (id: string) => ask('POST', `/api/campaigns/${id}/send`);
const setState = (id: string, state: string) => ok('POST', `/api/campaigns/${id}/state`, { state });

let count = 0;
/** Somebody on the client's record; `source` is what the tests tell them apart by. */
const person = async (source: string, changes: Partial<typeof people.$inferInsert> = {}) => {
  const n = ++count;
  const at = app.clock.now();
  const id = `00000000-0000-4000-8000-${String(n).padStart(12, '0')}` as PersonId;
  const address = changes.email ?? `person${n}@example.com`;
  await app.database.db.insert(people).values({
    ...{ id, clientId, firstName: `P${n}`, lastName: 'Orr', source, lastSource: source },
    ...{ email: address, emailKey: address || null, phone: '', phoneKey: null },
    ...{ addedAt: at, lastSeenAt: at, submissionCount: 0 },
    ...changes,
  });
  return { id, address };
};
const from = (source: string) => ({
  match: 'all' as const,
  terms: [{ about: 'source' as const, is: source }],
});
const received = async (subject: string) =>
  (await app.database.db.select().from(postRoom).where(eq(postRoom.subject, subject))).map(
    ({ to }) => to,
  );

it('goes to those of the list who can get it, once, and says why the others do not', async () => {
  const at = app.clock.now();
  const ana = await person('Fair');
  await person('Fair', { email: '' });
  await person('Fair', { unsubscribedAt: at });
  await person('Fair', { mailRefusedAt: at });
  await person('Fair', { email: ana.address });
  await person('Elsewhere');
  const message = email('Spring');
  const content = { kind: 'email', consent: 'not-unsubscribed', to: from('Fair'), resendOf: null };
  const reach = await ok<Answered<typeof api.getCampaignReach>>(
    'POST',
    `/api/clients/${clientId}/campaigns/reach`,
    content,
  );
  const reasons = ['already-got-it', 'mail-refused', 'no-email', 'unsubscribed'];
  expect(reach.reached).toBe(1);
  expect(reach.leftOut.map(({ reason }) => reason).sort()).toEqual(reasons);
  const id = await draft({ message, to: from('Fair') });
  expect((await view(id)).counts).toBeNull();
  // Asked twice, as by a press that is repeated.
  await Promise.all([send(id), send(id)]);
  await app.settle();
  await send(id);
  await app.settle();
  expect(await received('Spring')).toEqual([ana.address]);
  const { counts, state } = await view(id);
  expect(state).toBe('sending');
  expect(counts).toMatchObject({ listed: 5, waiting: 0, sent: 1, failed: 0, opened: 0 });
  expect(counts!.leftOut.map(({ reason }) => reason).sort()).toEqual(reasons);
  const listed = await ok<Answered<typeof api.listCampaignPeople>>(
    'GET',
    `/api/campaigns/${id}/people?state=left-out`,
  );
  expect(listed.people.map(({ why }) => why)).toContain('they have unsubscribed');
});

it('asks for consent where only those who agreed are meant', async () => {
  await person('Agreed');
  const content = { kind: 'email', consent: 'agreed', to: from('Agreed'), resendOf: null };
  expect(await ok('POST', `/api/clients/${clientId}/campaigns/reach`, content)).toEqual({
    reached: 0,
    leftOut: [{ reason: 'no-email-consent', people: 1 }],
  });
});

it('is filled from the record as it is when it leaves', async () => {
  const { id: who } = await person('Late');
  const id = await draft({
    ...{ message: email('Later'), to: from('Late') },
    when: { kind: 'at', at: '2027-01-04T09:00' },
  });
  await send(id);
  await app.settle();
  expect(await received('Later')).toEqual([]);
  await app.database.db.update(people).set({ firstName: 'Renamed' }).where(eq(people.id, who));
  await app.move('P120D');
  const [got] = await app.database.db.select().from(postRoom).where(eq(postRoom.subject, 'Later'));
  expect(got!.text).toContain('Dear Renamed,');
});

it('goes out in portions, waits while it is paused, and leaves out the rest when it is stopped', async () => {
  for (let n = 0; n < 6; n++) await person('Portions');
  const id = await draft({ message: email('Portions'), to: from('Portions'), perMinute: 2 });
  await send(id);
  await app.settle();
  expect(await received('Portions')).toHaveLength(1);
  await app.move('PT30S');
  expect(await received('Portions')).toHaveLength(2);
  await setState(id, 'paused');
  await app.move('PT10M');
  expect(await received('Portions')).toHaveLength(2);
  await setState(id, 'sending');
  await app.settle();
  // It goes on in the same portions from where it was.
  expect((await received('Portions')).length).toBeLessThan(4);
  await app.move('PT30S');
  await setState(id, 'stopped');
  await app.move('PT10M');
  const { counts, state } = await view(id);
  expect(state).toBe('stopped');
  expect(counts!.waiting).toBe(0);
  expect(counts!.sent).toBeGreaterThanOrEqual(3);
  expect(counts!.leftOut).toEqual([{ reason: 'campaign-stopped', people: 6 - counts!.sent }]);
});

it('reaches each in their own morning', async () => {
  await person('Zones', { zone: 'America/New_York' });
  await person('Zones', { zone: 'America/Los_Angeles' });
  const day = app.clock.now().toZonedDateTimeISO('America/New_York').toPlainDate().add({ days: 2 });
  const id = await draft({
    ...{ message: email('Morning'), to: from('Zones') },
    when: { kind: 'morning', date: day.toString(), at: '09:00' },
  });
  await send(id);
  const rows = await app.database.db
    .select({ dueAt: outbox.dueAt })
    .from(outbox)
    .where(eq(outbox.campaignId, id as never))
    .orderBy(outbox.dueAt);
  expect(rows.map(({ dueAt }) => dueAt.toZonedDateTimeISO('America/New_York').hour)).toEqual([
    9, 12,
  ]);
});

it('lets nobody’s reminder wait behind it', async () => {
  const { id: who, address } = await person('Behind');
  const id = await draft({
    ...{ message: email('Behind'), to: from('Behind') },
    when: { kind: 'at', at: '2027-12-04T09:00' },
  });
  await send(id);
  await ok('POST', `/api/people/${who}/messages`, {
    id: '00000000-0000-4000-8000-0000000000aa',
    message: email('Ours'),
  });
  await app.settle();
  expect(await received('Ours')).toEqual([address]);
});

it('does not send a text that does not say how to end texts, and waits for the morning', async () => {
  const phone = { phone: '(207) 555-0188', phoneKey: '+12075550188', textConsent: true };
  await person('Texts', { ...phone, zone: 'America/New_York' });
  const quiet = await draft({ message: { kind: 'text', body: 'Sale' }, to: from('Texts') });
  const refused = await send(quiet);
  expect(refused.statusCode).toBe(400);
  expect(refused.json<{ detail: string }>().detail).toContain('Reply STOP to end texts.');
  const night = app.clock
    .now()
    .toZonedDateTimeISO('America/New_York')
    .toPlainDate()
    .add({ days: 1 })
    .toZonedDateTime({ timeZone: 'America/New_York', plainTime: '22:00' });
  await app.move(app.clock.now().until(night.toInstant()).toString());
  const id = await draft({
    ...{ to: from('Texts') },
    message: { kind: 'text', body: 'See {{ links.first_visit }} Reply STOP to end texts.' },
  });
  await send(id);
  await app.settle();
  expect((await view(id)).counts).toMatchObject({ sent: 0, waiting: 1 });
  await app.move('PT11H');
  expect((await view(id)).counts).toMatchObject({ waiting: 0 });
  const [text] = await app.database.db
    .select()
    .from(postRoom)
    .where(eq(postRoom.to, '+12075550188'));
  // The link is the person's own, and short.
  expect(text!.text).toMatch(/^See http:\/\/\S+\/~\/l\/\w{10} Reply STOP/);
  const path = /(\/~\/l\/\w+)/.exec(text!.text)![1]!;
  const followed = await app.site('GET', path, { headers: { 'user-agent': browser } });
  expect(followed.statusCode).toBe(302);
  expect(followed.headers.location).toMatch(/\/first-visit\?_for=/);
  expect((await view(id)).counts).toMatchObject({
    clicked: 1,
    links: [{ people: 1, name: expect.stringMatching(/\/first-visit$/) as string }],
  });
});

const browser =
  'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Safari/537.36';

it('counts what is opened and followed, names proxies, and changes nothing when a scanner looks', async () => {
  const { id: who } = await person('Opens');
  await person('Opens');
  const message = email('Opens', 'Hello\n\nhttps://example.com/menu');
  const id = await draft({ message, to: from('Opens') });
  await send(id);
  await app.settle();
  const mails = await app.database.db.select().from(postRoom).where(eq(postRoom.subject, 'Opens'));
  const [first, second] = mails.map(({ html }) => ({
    link: /href="http[^"]*?(\/~\/l\/\w+)"/.exec(html)![1]!,
    picture: /src="http[^"]*?(\/~\/opened\/[^"]+)"/.exec(html)![1]!,
    unsubscribe: /href="http[^"]*?(\/~\/unsubscribe\/[^"]+)"/.exec(html)![1]!,
  }));
  const get = (path: string, agent: string) =>
    app.site('GET', path, { headers: { 'user-agent': agent } });
  // A scanner opens every address of a mail.
  for (const path of Object.values(first!))
    await get(path, 'Mozilla/5.0 (compatible; Googlebot/2.1)');
  expect((await view(id)).counts).toMatchObject({ clicked: 0, unsubscribed: 0 });
  await app.database.db.update(outbox).set({ openedAt: null }).where(eq(outbox.personId, who));
  await get(second!.picture, 'Mozilla/5.0 GoogleImageProxy');
  await get(first!.link, browser);
  await get(first!.link, browser);
  expect((await view(id)).counts).toMatchObject({
    ...{ opened: 2, openedByProxy: 1, clicked: 1 },
    links: [{ name: 'example.com/menu', people: 1 }],
  });
  expect((await get('/~/l/nothing', browser)).statusCode).toBe(404);
  const [link] = await app.database.db
    .select()
    .from(messageLinks)
    .where(eq(messageLinks.clicks, 2));
  expect(link!.href).toBe('https://example.com/menu');
});

it('is sent again once to those who did not open it', async () => {
  const { id: opened } = await person('Again');
  const other = await person('Again');
  const id = await draft({ message: email('Again'), to: from('Again') });
  await send(id);
  await app.settle();
  await app.database.db
    .update(outbox)
    .set({ openedAt: app.clock.now() })
    .where(and(eq(outbox.campaignId, id as never), eq(outbox.personId, opened)));
  const again = await ok<{ id: string }>('POST', `/api/campaigns/${id}/resend`);
  await send(again.id);
  await app.settle();
  expect((await received('Again')).filter((to) => to === other.address)).toHaveLength(2);
  expect(await received('Again')).toHaveLength(3);
  expect((await ask('POST', `/api/campaigns/${id}/resend`)).statusCode).toBe(400);
  expect((await view(id)).isSentAgain).toBe(true);
});

it('is not sent to somebody who unsubscribes before their turn', async () => {
  const { id: who } = await person('Turn');
  const id = await draft({
    ...{ message: email('Turn'), to: from('Turn') },
    when: { kind: 'at', at: '2027-12-05T09:00' },
  });
  await send(id);
  await ok('POST', `/api/people/${who}/messages`, {
    id: '00000000-0000-4000-8000-0000000000ab',
    message: email('A way out'),
  });
  await app.settle();
  const [mail] = await app.database.db
    .select()
    .from(postRoom)
    .where(eq(postRoom.subject, 'A way out'));
  const path = new URL(mail!.unsubscribe).pathname;
  await app.site('POST', path, { form: { 'List-Unsubscribe': 'One-Click' } });
  expect((await view(id)).counts!.leftOut).toEqual([{ reason: 'unsubscribed', people: 1 }]);
});

it('is changed only while it is a draft, and by one at a time', async () => {
  const id = await draft({ message: email('Draft'), to: from('Nobody') });
  const { content, version } = await view(id);
  const save = (body: object) => ask('PUT', `/api/campaigns/${id}`, body);
  expect((await save({ version, content: { ...content, name: 'Other' } })).statusCode).toBe(200);
  expect((await save({ version, content })).statusCode).toBe(409);
  await send(id);
  expect((await save({ version: version + 2, content })).statusCode).toBe(400);
  expect(
    (
      await ask('PUT', `/api/campaigns/${id}`, {
        version,
        content: { ...content, to: noConditions, perMinute: 0 },
      })
    ).statusCode,
  ).toBe(400);
  await ok('DELETE', `/api/campaigns/${id}`);
  expect((await ask('GET', `/api/campaigns/${id}`)).statusCode).toBe(404);
});
