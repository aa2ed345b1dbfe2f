import type { Answered, api, MessageSummary } from '@plumgate/contract';
import { newQuestion, type FormDefinition } from '@plumgate/core/forms';
import { buildWorld, publishForm, TestApp, type World } from '../../testing/test-app.ts';

type List = Answered<typeof api.listSubmissions>;
type SetOff = Answered<typeof api.getSetOff>;

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const questions = [
  newQuestion('full-name', 'q1', { key: 'name', label: 'Your name' }),
  newQuestion('email', 'q2', { key: 'email' }),
  newQuestion('phone', 'q3', { key: 'phone' }),
  newQuestion('short-text', 'q4', { key: 'roof', label: 'Your roof' }),
];
const owner = (url: string) => app.api('GET', url, undefined, 'owner@example.com');
const messagesTo = async (to: string) => {
  await app.settle();
  return (
    await owner(`/api/clients/${world.client.id}/messages?search=${encodeURIComponent(to)}`)
  ).json<{ messages: MessageSummary[] }>().messages;
};
const publish = (changes: Partial<FormDefinition>) =>
  publishForm(app, world, { questions, ...changes });
const send = (form: Record<string, string>) => app.site('POST', '/first-visit', { form });
const newest = async () =>
  (await owner(`/api/clients/${world.client.id}/submissions`)).json<List>().submissions[0]!;

it('tells several people by email and text, in the form’s own words, with all answers', async () => {
  await publish({
    notify: ['one@quayside-dental.test', 'two@quayside-dental.test'],
    notice: {
      texts: ['(207) 555-0190', 'no number', '207-555-0190'],
      subject: '{{ person.first_name }} has a {{ answers.roof }}',
      body: 'Please call {{ person.name }} today.',
    },
  });
  await send({ name: 'Ana Okafor', email: 'ana@example.com', roof: 'slate roof' });
  for (const to of ['one@quayside-dental.test', 'two@quayside-dental.test']) {
    const [notice, ...others] = await messagesTo(to);
    expect(others).toEqual([]);
    expect(notice!.subject).toBe('Ana has a slate roof');
    expect(notice!.text).toContain('Please call Ana Okafor today.');
    expect(notice!.text).toContain('Your roof: slate roof');
    expect(notice!.text).toMatch(/Open the record: http/);
  }
  const texts = await messagesTo('+12075550190');
  expect(texts).toHaveLength(1);
  expect(texts[0]!.text).toMatch(
    /^Ana has a slate roof\nYour name: Ana Okafor[^]*\/quayside\/people\//,
  );
});

it('never makes a link or a field of what a stranger typed', async () => {
  await publish({
    notify: ['one@quayside-dental.test'],
    notice: { texts: [], subject: 'From {{ answers.roof }}', body: '' },
  });
  await send({
    name: 'Bo',
    email: 'bo@example.com',
    roof: 'https://pay.example {{ client.phone }}',
  });
  const told = await messagesTo('one@quayside-dental.test');
  const notice = told.find(({ subject }) => subject.startsWith('From'));
  expect(notice!.subject).not.toContain('https://');
  expect(notice!.subject.replaceAll('\u200b', '')).toContain('{{ client.phone }}');
});

it('sends a copy of the answers to whoever wrote, where the form says so', async () => {
  await publish({ sendsCopy: true });
  await send({ name: 'Cy Marsh', email: 'cy@example.com', roof: 'Tiles' });
  const copies = await messagesTo('cy@example.com');
  const copy = copies.find(({ subject }) => subject === 'Your answers to Quayside Dental');
  expect(copy!.text).toContain('Hello Cy,');
  expect(copy!.text).toContain('Your roof: Tiles');
  await publish({ sendsCopy: false });
  await send({ name: 'Di', email: 'di@example.com', roof: 'Tiles' });
  expect((await messagesTo('di@example.com')).map(({ subject }) => subject)).not.toContain(
    'Your answers to Quayside Dental',
  );
});

it('says of a submission which rules matched, why others did not, and what it set off', async () => {
  await publish({ notify: ['one@quayside-dental.test'], sendsCopy: true });
  await app.api(
    'POST',
    `/api/clients/${world.client.id}/rules`,
    {
      name: 'Ads only',
      conditions: { match: 'all', terms: [{ about: 'source', is: 'Search ads' }] },
      actions: [{ kind: 'tag', tag: 'ads' }],
    },
    'owner@example.com',
  );
  const { rules } = (await owner(`/api/clients/${world.client.id}/rules`)).json<{
    rules: { id: string; content: { name: string } }[];
  }>();
  const ads = rules.find(({ content }) => content.name === 'Ads only')!;
  await app.api(
    'PUT',
    `/api/rules/${ads.id}`,
    { on: true, content: ads.content },
    'owner@example.com',
  );
  app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
  await send({ name: 'Eve', email: 'eve@example.com', roof: 'Tin' });
  await app.settle();
  const { id } = await newest();
  const setOff = (await owner(`/api/received/${id}/set-off`)).json<SetOff>();
  expect(setOff.matched).toEqual(['New patients']);
  expect(setOff.missed).toEqual([
    { name: 'Ads only', why: 'It is only for leads from Search ads.' },
  ]);
  expect(setOff.sequences).toMatchObject([{ name: 'Gentle welcome', state: 'running' }]);
  expect(setOff.messages.map(({ kind, to, state }) => [kind, to, state])).toEqual([
    ['email', 'one@quayside-dental.test', 'sent'],
    ['email', 'eve@example.com', 'sent'],
    ['email', 'eve@example.com', 'sent'],
  ]);
  expect(setOff.bookings).toEqual([]);
});
