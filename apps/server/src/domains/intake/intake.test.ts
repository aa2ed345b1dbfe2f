import type { EditorPage, MessageSummary, PersonRecord, PersonSummary } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { eq } from 'drizzle-orm';
import { outbox } from '../../records/messages/outbox.table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { submissions } from '../../records/intake/table.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const ana = { name: 'Ana Okafor', email: 'ana@example.com', phone: '(207) 555-0117' };
const send = (form: Record<string, string>, headers: Record<string, string> = {}) =>
  app.site('POST', '/first-visit', { form, headers });
const owner = (url: string) => app.api('GET', url, undefined, 'owner@example.com');
const people = async (search: string) =>
  (
    await owner(`/api/clients/${world.client.id}/people?search=${encodeURIComponent(search)}`)
  ).json<{ people: PersonSummary[]; total: number }>();
const person = async (id: string) => (await owner(`/api/people/${id}`)).json<PersonRecord>();
const messagesTo = async (to: string) =>
  (await owner(`/api/clients/${world.client.id}/messages?search=${encodeURIComponent(to)}`)).json<{
    messages: MessageSummary[];
  }>().messages;

it('takes a lead all the way: person, tags, owner, answers, confirmation and notice', async () => {
  const answer = await send({ ...ana, _form: world.formBlock });
  expect(answer.statusCode).toBe(303);
  expect(answer.headers.location).toMatch(/^\/first-visit-thank-you\?_carried=/);
  await app.settle();

  const found = await people('ana@example.com');
  expect(found.total).toBe(1);
  const record = await person(found.people[0]!.id);
  expect(record).toMatchObject({
    firstName: 'Ana',
    lastName: 'Okafor',
    tags: ['first-visit'],
    assigneeName: 'Front desk',
    submissions: 1,
  });
  expect(record.timeline.map(({ kind }) => kind).sort()).toEqual([
    'form',
    'message',
    'notice',
    'owner',
    'sequence',
    'tag',
    'tag',
  ]);
  expect(record.comingUp).toMatchObject([
    { at: '2026-11-06T14:12:00Z', note: 'Planned, Gentle welcome, 2 of 3' },
    { at: '2026-11-08T14:00:00Z', note: 'Planned, Gentle welcome, 3 of 3' },
  ]);

  const [confirmation] = await messagesTo('ana@example.com');
  expect(confirmation).toMatchObject({
    subject: 'Your place is saved, Ana',
    to: 'ana@example.com',
  });
  const [notice] = await messagesTo('desk@quayside-dental.test');
  expect(notice!.text).toContain('Mobile: (207) 555-0117');
});

it('gives the business the number and the record, one press away', async () => {
  const [notice] = await messagesTo('desk@quayside-dental.test');
  expect(notice!.text).toContain('Call (207) 555-0117: tel:+12075550117');
  const [, path] = /Open the record: http:\/\/localhost:\d+(\S+)/.exec(notice!.text)!;
  const [, slug, place, id] = path!.split('/');
  expect([slug, place]).toEqual(['quayside', 'people']);
  expect((await person(id!)).email).toBe('ana@example.com');
});

it('greets by first name on the next page, and anybody else with the fallback', async () => {
  const answer = await send({ ...ana, email: 'greeted@example.com' });
  const cookie = answer.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  expect((await app.site('GET', '/first-visit-thank-you', { headers: { cookie } })).body).toContain(
    'Thank you, Ana.',
  );
  const stranger = await app.site('GET', '/first-visit-thank-you');
  expect(stranger.body).toContain('Thank you, and welcome.');
  const forged = cookie.replace(/gate_carry=\w{8}/, 'gate_carry=AAAAAAAA');
  expect(
    (await app.site('GET', '/first-visit-thank-you', { headers: { cookie: forged } })).body,
  ).toContain('and welcome.');
});

it('knows the same person in other case and with spaces, and keeps each submission', async () => {
  for (const email of ['wren@example.com', ' Wren@Example.COM ', 'WREN@example.com'])
    await send({ name: 'Wren Halloran', email });
  const found = await people('wren');
  expect(found.total).toBe(1);
  expect(found.people[0]!.submissions).toBe(3);
  const kept = await app.database.db
    .select()
    .from(submissions)
    .where(eq(submissions.personId, found.people[0]!.id as never));
  expect(kept).toHaveLength(3);
  await app.settle();
  expect(
    (await messagesTo('wren@example.com')).filter(({ subject }) =>
      subject.startsWith('Your place'),
    ),
  ).toHaveLength(1);
});

it('makes one submission of a doubled post, however close the two are', async () => {
  const twice = { ...ana, email: 'twice@example.com', _once: 'press-1' };
  const answers = await Promise.all([send(twice), send(twice), send(twice)]);
  expect(answers.map(({ statusCode }) => statusCode)).toEqual([303, 303, 303]);
  expect((await people('twice')).people[0]!.submissions).toBe(1);
  await send({ ...twice, _once: 'press-2' });
  expect((await people('twice')).people[0]!.submissions).toBe(2);
});

it('knows a doubled post without script by its words, on the same day', async () => {
  const plain = { ...ana, email: 'noscript@example.com', _once: '' };
  await send(plain);
  await send(plain);
  expect((await people('noscript')).people[0]!.submissions).toBe(1);
});

it('gives the page back with what was typed and a sentence at each field', async () => {
  const typed = { name: '', email: 'not an email', phone: 'call me', extra: 'x' };
  const answer = await send(typed);
  expect(answer.statusCode).toBe(422);
  expect(answer.body).toContain('Please fill in “Your name”.');
  expect(answer.body).toContain('This does not look like an email address.');
  expect(answer.body).toContain('value="not an email"');
  expect(answer.body).toContain('value="call me"');
  expect(answer.body).toContain('no question called “extra”');
  const json = await send(typed, { accept: 'application/json' });
  expect(json.json<{ problems: { field: string }[] }>().problems.map(({ field }) => field)).toEqual(
    ['name', 'email', 'phone', 'extra'],
  );
  expect((await people('not an email')).total).toBe(0);
});

it('answers a script with where to go', async () => {
  const answer = await send(
    { ...ana, email: 'script@example.com' },
    { accept: 'application/json' },
  );
  expect(answer.json<{ next: string }>().next).toMatch(/^\/first-visit-thank-you\?_carried=/);
});

it('shows markup in an answer as text, on the page, in the app and in mail', async () => {
  const sly = '<script>alert(1)</script>{{client.phone}}';
  const back = await send({ name: sly, email: 'nope' });
  expect(back.body).not.toContain('<script>alert(1)');
  const sent = await send({ name: sly, email: 'sly@example.com' });
  const cookie = sent.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  expect(
    (await app.site('GET', '/first-visit-thank-you', { headers: { cookie } })).body,
  ).not.toContain('<script>alert(1)');
  await app.settle();
  const [mail] = await messagesTo('sly@example.com');
  const { html } = (await owner(`/api/messages/${mail!.id}`)).json<{ html: string }>();
  expect(html).not.toContain('<script>alert');
  expect(html).toContain('&lt;script&gt;');
  // The dot is kept from becoming a link by a character of no width.
  expect(mail!.subject.replaceAll('\u200B', '')).toContain('{{client.phone}}');
});

it('sends the second message a day later, once', async () => {
  await send({ ...ana, email: 'later@example.com' });
  await app.settle();
  expect(await messagesTo('later@example.com')).toHaveLength(1);
  await app.move('P1D');
  await app.move('P1D');
  const all = await messagesTo('later@example.com');
  expect(all.map(({ subject }) => subject)).toEqual([
    'What the half hour feels like',
    'Your place is saved, Ana',
  ]);
  expect(all[0]!.receivedAt).toBe('2026-11-06T14:12:00Z');
});

it('owes nothing when the transaction fails', async () => {
  const before = (await app.database.db.select().from(outbox)).length;
  const answer = await app.site('POST', '/first-visit', {
    form: { ...ana, email: 'x@example.com', _once: 'z' },
    client: 'nobody',
  });
  expect(answer.statusCode).toBe(404);
  expect(await app.database.db.select().from(outbox)).toHaveLength(before);
});

it('answers in the language of the page', async () => {
  const page = (
    await app.api('GET', `/api/pages/${world.first.pageId}`, undefined, 'owner@example.com')
  ).json<EditorPage>();
  const draft = page.draft as Draft;
  const kept = await app.api(
    'PUT',
    `/api/pages/${page.pageId}/draft`,
    { version: page.version, draft: { ...draft, page: { ...draft.page, language: 'es' } } },
    'owner@example.com',
  );
  const { version } = kept.json<{ version: number }>();
  const published = await app.api(
    'POST',
    `/api/pages/${page.pageId}/publish`,
    { version },
    'owner@example.com',
  );
  expect(published.statusCode).toBe(200);
  const typed = { name: '', email: 'nadie', phone: '' };
  const answer = await send(typed);
  expect(answer.body).toContain('<html lang="es">');
  expect(answer.body).toContain('Revise las respuestas marcadas.');
  const json = await send(typed, { accept: 'application/json' });
  const { problems } = json.json<{ problems: { field: string; message: string }[] }>();
  expect(problems.find(({ field }) => field === 'email')?.message).toMatch(/^No parece una/);
});
