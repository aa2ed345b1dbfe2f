import type { Answered, api, PersonRecord } from '@plumgate/contract';
import { newQuestion } from '@plumgate/core/forms';
import { parse } from 'csv-parse/sync';
import { buildWorld, publishForm, TestApp, type World } from '../../testing/test-app.ts';

type List = Answered<typeof api.listSubmissions>;

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
  await publishForm(app, world, { questions });
  for (const sent of everybody) {
    app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
    await app.site('POST', '/first-visit', { form: sent });
  }
});
afterAll(() => app.stop());

const everybody: Record<string, string>[] = [
  { name: 'Ana Okafor', email: 'ana@example.com', where: 'Roof', stars: '5', more: '=1+1' },
  { name: 'Bo Lindqvist', email: 'bo@example.com', where: 'Gutters', stars: '2', more: 'Ça va' },
  { name: 'Cy Marsh', email: 'cy@example.com', where: 'Roof', more: 'two\nlines, and "quotes"' },
];

const questions = [
  newQuestion('full-name', 'q1', { key: 'name', label: 'Your name' }),
  newQuestion('email', 'q2', { key: 'email' }),
  newQuestion('choices', 'q3', {
    key: 'where',
    label: 'Where does it leak?',
    options: ['Roof', 'Gutters', 'Walls'],
  }),
  newQuestion('rating', 'q4', { key: 'stars', label: 'How are we?' }),
  newQuestion('long-text', 'q5', { key: 'more', label: 'Anything else?' }),
];

const desk = (method: 'GET' | 'POST', url: string) =>
  app.api(method, url, undefined, 'desk@example.com');
const list = async (query: Record<string, string> = {}): Promise<List> =>
  (
    await desk('GET', `/api/clients/${world.client.id}/submissions?${new URLSearchParams(query)}`)
  ).json<List>();
const people = async (query: Record<string, string>) =>
  (await list(query)).submissions.map(({ person }) => person);

it('lists what was sent, newest first, each with its person, answers, source and rules', async () => {
  const { submissions, total, next } = await list();
  expect({ total, next }).toEqual({ total: 3, next: null });
  expect(submissions[0]).toMatchObject({
    person: 'Cy Marsh',
    form: expect.any(String),
    page: 'First visit',
    formId: world.formId,
    answers: [
      { key: 'name', label: 'Your name', value: 'Cy Marsh', isWho: true },
      { key: 'email', value: 'cy@example.com' },
      { key: 'where', label: 'Where does it leak?', values: ['Roof'], isWho: false },
      { key: 'more', value: 'two\nlines, and "quotes"' },
    ],
    source: { first: 'Direct', last: 'Direct' },
    rules: ['New patients'],
    junk: null,
  });
  const { personId } = submissions[0]!;
  const record = (await desk('GET', `/api/people/${personId}`)).json<PersonRecord>();
  expect(record.email).toBe('cy@example.com');
});

it('goes on where a part ended', async () => {
  const first = await list({ limit: '2' });
  expect(first.submissions.map(({ person }) => person)).toEqual(['Cy Marsh', 'Bo Lindqvist']);
  expect(await people({ limit: '2', after: first.next! })).toEqual(['Ana Okafor']);
});

it.each([
  [{ search: 'gutters' }, ['Bo Lindqvist']],
  [{ search: 'roof marsh' }, ['Cy Marsh']],
  [{ search: '100%' }, []],
  [{ page: '00000000-0000-4000-8000-000000000000' }, []],
  [{ until: '2026-11-05T14:13:30Z' }, ['Ana Okafor']],
  [{ from: '2026-11-05T14:14:30Z' }, ['Cy Marsh']],
])('narrows by %j to %j', async (query, names) => expect(await people(query)).toEqual(names));

it('sums up a form: a bar for each answer, averages, and what was written', async () => {
  const { submissions, questions } = (await desk('GET', `/api/forms/${world.formId}/answers`)).json<
    Answered<typeof api.summarizeSubmissions>
  >();
  expect(submissions).toBe(3);
  expect(questions).toMatchObject([
    {
      key: 'where',
      answered: 3,
      bars: [
        { answer: 'Roof', count: 2 },
        { answer: 'Gutters', count: 1 },
        { answer: 'Walls', count: 0 },
      ],
      texts: [],
    },
    { key: 'stars', answered: 2, average: 3.5 },
    {
      key: 'more',
      bars: null,
      texts: [{ text: 'two\nlines, and "quotes"' }, { text: 'Ça va' }, { text: '=1+1' }],
    },
  ]);
});

it('sums up a form that only asks who somebody is, and one that nobody has sent', async () => {
  const { formId } = (
    await app.api(
      'POST',
      `/api/clients/${world.client.id}/forms`,
      { name: 'Who' },
      'owner@example.com',
    )
  ).json<{ formId: string }>();
  const answer = await desk('GET', `/api/forms/${formId}/answers`);
  expect(answer.json()).toEqual({ submissions: 0, questions: [] });
});

// Read back by another parser (csv-parse), which holds to RFC 4180.
it('exports CSV with a column for each question, lines and quotes kept and formulas made harmless', async () => {
  const answer = await desk('GET', `/api/clients/${world.client.id}/submissions.csv`);
  expect(answer.headers['content-type']).toBe('text/csv; charset=utf-8');
  expect(answer.body).toContain('\r\n');
  const rows: string[][] = parse(answer.body);
  expect(rows[0]).toEqual(
    'Received,Person,Form,Page,First source,Source,Your name,Email,Where does it leak?,How are we?,Anything else?,Rules matched'.split(
      ',',
    ),
  );
  expect(rows).toHaveLength(4);
  expect(rows[1]!.slice(0, 2)).toEqual(['2026-11-05 09:15', 'Cy Marsh']);
  expect(rows[1]!.at(-2)).toBe('two\nlines, and "quotes"');
  expect(rows[3]!.at(-2)).toBe("'=1+1");
});

it('shows what was put aside beside the rest, and takes it in by one press, once', async () => {
  for (let again = 0; again < 12; again++)
    await app.site('POST', '/first-visit', {
      form: { name: 'Dov Flood', email: 'dov@example.com', more: `flood ${again}` },
    });
  const junk = await list({ junk: 'true' });
  expect(junk.submissions.length).toBe(junk.junk);
  expect(junk.junk).toBeGreaterThan(0);
  const [aside] = junk.submissions;
  expect(aside).toMatchObject({
    personId: null,
    person: 'Dov Flood',
    junk: { reason: 'recipient' },
    rules: [],
  });
  const before = await list({ search: 'flood' });
  const restored = await desk('POST', `/api/submissions/${aside!.id}/restore`);
  expect(restored.statusCode).toBe(200);
  const after = await list({ search: 'flood' });
  expect([after.total, after.junk]).toEqual([before.total + 1, before.junk - 1]);
  expect((await desk('POST', `/api/submissions/${aside!.id}/restore`)).statusCode).toBe(404);
});
