import type { MessageSummary, PersonRecord, PersonSummary } from '@plumgate/contract';
import { newQuestion } from '@plumgate/core/forms';
import { buildWorld, publishForm, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await publishForm(app, world, {
    confirms: true,
    questions: [
      newQuestion('full-name', 'q1', { key: 'name' }),
      newQuestion('email', 'q2', { key: 'email' }),
      newQuestion('consent', 'q3', { key: 'news', label: 'Send me news.', purpose: 'emails' }),
      newQuestion('consent', 'q4', { key: 'terms', label: 'I agree.', purpose: 'terms' }),
    ],
  });
});
afterAll(() => app.stop());

const owner = (url: string) => app.api('GET', url, undefined, 'owner@example.com');
const messagesTo = async (to: string) => {
  await app.settle();
  return (
    await owner(`/api/clients/${world.client.id}/messages?search=${encodeURIComponent(to)}`)
  ).json<{ messages: MessageSummary[] }>().messages;
};
const record = async (email: string): Promise<PersonRecord> => {
  const found = (await owner(`/api/clients/${world.client.id}/people?search=${email}`)).json<{
    people: PersonSummary[];
  }>();
  return (await owner(`/api/people/${found.people[0]!.id}`)).json<PersonRecord>();
};
const send = (form: Record<string, string>) => app.site('POST', '/first-visit', { form });
const linkIn = ({ text }: MessageSummary) => /http:\/\/[^/]+(\/~\/confirm\/\S+)/.exec(text)![1]!;
const kinds = ({ timeline }: PersonRecord) => timeline.map(({ text }) => text);

it('asks to confirm, and begins what the rules would have started only then', async () => {
  await send({ name: 'Ana', email: 'ana@example.com', news: 'yes', terms: 'yes' });
  const [asked, ...others] = await messagesTo('ana@example.com');
  expect([asked!.subject, others.length]).toEqual(['Please confirm your email address', 0]);
  const before = await record('ana@example.com');
  expect(kinds(before)).toContain('Asked to confirm ana@example.com');
  expect(kinds(before)).not.toContain('Joined “Gentle welcome”');
  expect(before.tags).toEqual(['first-visit']);
  expect(before.consents.map(({ purpose, isUnconfirmed }) => [purpose, isUnconfirmed])).toEqual([
    ['terms', false],
    ['emails', true],
  ]);

  // A program that looks into mail opens the link: that confirms nothing.
  const page = await app.site('GET', linkIn(asked!));
  expect(page.statusCode).toBe(200);
  expect(page.body).toContain('Confirm my address');
  expect(kinds(await record('ana@example.com'))).not.toContain('Joined “Gentle welcome”');

  const pressed = await app.site('POST', linkIn(asked!), { form: { do: 'confirm' } });
  expect(pressed.body).toContain('Your email address is confirmed.');
  await app.site('POST', linkIn(asked!), { form: { do: 'confirm' } });
  const after = await record('ana@example.com');
  expect(kinds(after).filter((text) => text === 'Joined “Gentle welcome”')).toHaveLength(1);
  expect(after.consents.every(({ isUnconfirmed }) => !isUnconfirmed)).toBe(true);
  expect((await messagesTo('ana@example.com')).map(({ subject }) => subject)).toContain(
    'Your place is saved, Ana',
  );
});

it('asks nobody twice who has confirmed', async () => {
  await send({ name: 'Ana', email: 'Ana@Example.com', _once: 'again' });
  expect(
    (await messagesTo('ana@example.com')).filter(({ subject }) => subject.includes('confirm')),
  ).toHaveLength(1);
});

it('asks in the language of the page', async () => {
  const { rows } = await app.database.pool.query<{ id: string; document: object }>(
    `select r.id, r.document from page_revisions r join pages p on p.live_revision = r.id where p.id = $1`,
    [world.first.pageId],
  );
  await app.database.pool.query(`update page_revisions set document = $2 where id = $1`, [
    rows[0]!.id,
    JSON.stringify({ ...rows[0]!.document, language: 'es' }),
  ]);
  await app.site('POST', '/first-visit', {
    form: { name: 'Eva', email: 'eva@example.com', _revision: rows[0]!.id },
  });
  const [asked] = await messagesTo('eva@example.com');
  expect(asked).toBeDefined();
  const page = await app.site('GET', linkIn(asked!));
  expect(page.body).toContain('<html lang="');
});

it.each(['x', 'abc.def', ''])('shows nothing under the link %j', async (token) => {
  const page = await app.site('GET', `/~/confirm/${token}`);
  expect(page.statusCode).toBe(404);
  const pressed = await app.site('POST', `/~/confirm/${token}`, { form: { do: 'confirm' } });
  expect(pressed.statusCode).toBe(404);
});

it('keeps the language and the zone of whoever wrote', async () => {
  await send({ name: 'Zoe', email: 'zoe@example.com', _zone: 'America/Los_Angeles' });
  await send({ name: 'Yan', email: 'yan@example.com', _zone: 'Nowhere/<b>' });
  expect((await record('zoe@example.com')).zone).toBe('America/Los_Angeles');
  expect((await record('yan@example.com')).zone).toBe('');
});
