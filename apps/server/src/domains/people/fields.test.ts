import type { Answered, api, FieldView, PersonRecord } from '@plumgate/contract';
import { newQuestion, type FormDefinition } from '@plumgate/core/forms';
import { parse } from 'csv-parse/sync';
import { buildWorld, publishForm, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
});
afterAll(() => app.stop());

const who = [
  newQuestion('full-name', 'q1', { key: 'name', label: 'Your name' }),
  newQuestion('email', 'q2', { key: 'email' }),
];
const questions: FormDefinition['questions'] = [
  ...who,
  newQuestion('number', 'q3', { key: 'age', label: 'Roof age' }),
  newQuestion('choices', 'q4', {
    key: 'where',
    label: 'Where does it leak?',
    options: ['Roof', 'Gutters'],
  }),
  newQuestion('short-text', 'q5', { key: 'secret', label: 'Just for us', field: null }),
];

const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const fields = async (): Promise<FieldView[]> =>
  (await owner('GET', `/api/clients/${world.client.id}/fields`)).json<
    Answered<typeof api.listFields>
  >().fields;
const record = async (email: string): Promise<PersonRecord> => {
  const list = await owner('GET', `/api/clients/${world.client.id}/people?search=${email}`);
  const [person] = list.json<Answered<typeof api.listPeople>>().people;
  return (await owner('GET', `/api/people/${person!.id}`)).json<PersonRecord>();
};
const send = (answers: Record<string, string>) =>
  app.site('POST', '/first-visit', { form: { name: 'Ana', email: 'ana@example.com', ...answers } });
const set = (id: string, key: string, typed: string) =>
  app.api('PUT', `/api/people/${id}/fields/${key}`, { typed }, 'desk@example.com');

it('publishing a form makes the fields that its questions fill, and a second time none', async () => {
  await publishForm(app, world, { questions });
  await publishForm(app, world, { questions, button: 'Send it' });
  const named = (await fields()).map(({ key, name, type, forms, people }) => ({
    ...{ key, name, type, people },
    forms: forms.length,
  }));
  expect(named).toEqual([
    { key: 'roof_age', name: 'Roof age', type: 'number', forms: 1, people: 0 },
    {
      key: 'where_does_it_leak',
      name: 'Where does it leak?',
      type: 'choices',
      forms: 1,
      people: 0,
    },
  ]);
});

it('answers fill them, the latest stays with what was before', async () => {
  await send({ age: '12', where: 'Gutters', secret: 'x' });
  app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
  await send({ age: '13' });
  const { fields: own } = await record('ana@example.com');
  expect(own.map(({ key, words }) => [key, words])).toEqual([
    ['roof_age', '13'],
    ['where_does_it_leak', 'Gutters'],
  ]);
  expect(own[0]!.history.map(({ words, by, isAnswer }) => [words, by, isAnswer])).toEqual([
    ['13', 'First visit', true],
    ['12', 'First visit', true],
  ]);
  expect((await fields())[0]!.people).toBe(1);
});

it('the front desk changes and empties them; what does not fit is said', async () => {
  const { id } = await record('ana@example.com');
  expect((await set(id, 'roof_age', '20')).statusCode).toBe(200);
  const wrong = await set(id, 'where_does_it_leak', 'Cellar');
  expect([wrong.statusCode, wrong.json<{ detail: string }>().detail]).toEqual([
    400,
    'Please choose one of the answers offered.',
  ]);
  expect((await set(id, 'where_does_it_leak', '')).statusCode).toBe(200);
  expect((await set(id, 'nothing', 'x')).statusCode).toBe(404);
  const after = await record('ana@example.com');
  expect(after.fields.map(({ words }) => words)).toEqual(['20', '']);
  expect(after.fields[0]!.history[0]).toMatchObject({ words: '20', isAnswer: false });
});

it('a question of another form fills the field of its name, and a renamed one stays the same', async () => {
  const [roof] = await fields();
  const body = { name: 'Age of the roof', options: [] };
  expect((await owner('PUT', `/api/fields/${roof!.id}`, body)).statusCode).toBe(200);
  // The form's own question still fills it; one of the new name, under another key, does too.
  await publishForm(app, world, {
    questions: [
      ...questions,
      newQuestion('number', 'q6', { key: 'age_2', label: 'age of the ROOF' }),
    ],
  });
  await send({ age: '30', age_2: '31' });
  expect((await fields()).map(({ name }) => name)).toEqual([
    'Age of the roof',
    'Where does it leak?',
  ]);
  expect((await record('ana@example.com')).fields[0]!.words).toBe('31');
});

it('a question that asks for something else fills another field', async () => {
  const changed = questions.map((question) =>
    question.key === 'age' ? { ...question, kind: 'date' as const } : question,
  );
  await publishForm(app, world, { questions: changed });
  await send({ age: '2026-11-29' });
  const own = (await record('ana@example.com')).fields;
  expect(own.map(({ name, words }) => [name, words])).toEqual([
    ['Age of the roof', '31'],
    ['Roof age', 'November 29, 2026'],
    ['Where does it leak?', ''],
  ]);
});

it('fields are added, never twice, and deleted only when no form fills them', async () => {
  const add = (body: object) => owner('POST', `/api/clients/${world.client.id}/fields`, body);
  const field = { name: 'Budget', type: 'money', options: [] };
  const added = await add(field);
  expect(added.json()).toMatchObject({ key: 'budget' });
  expect((await add({ ...field, name: 'BUDGET' })).statusCode).toBe(400);
  expect((await add({ ...field, name: ' ' })).statusCode).toBe(400);
  expect((await add({ name: 'Color', type: 'choice', options: [] })).statusCode).toBe(400);
  const { id } = await record('ana@example.com');
  await set(id, 'budget', '$1,250.50');
  const budget = (await fields()).find(({ key }) => key === 'budget')!;
  expect((await record('ana@example.com')).fields.map(({ words }) => words)).toContain('$1,250.50');
  expect((await owner('DELETE', `/api/fields/${budget.id}`)).statusCode).toBe(200);
  expect((await record('ana@example.com')).fields.map(({ key }) => key)).not.toContain('budget');
  const inUse = (await fields()).find(({ name }) => name === 'Where does it leak?')!;
  const refused = await owner('DELETE', `/api/fields/${inUse.id}`);
  expect([refused.statusCode, refused.json<{ detail: string }>().detail]).toEqual([
    400,
    expect.stringMatching(/^“Where does it leak\?” is filled by /),
  ]);
});

it('another client’s desk sees and changes none', async () => {
  const { id } = await record('ana@example.com');
  const [field] = await fields();
  const other = await owner('POST', '/api/clients', {
    name: 'Fernhill',
    slug: 'fernhill',
    zone: 'America/New_York',
  });
  const clientId = other.json<{ id: string }>().id;
  expect((await owner('GET', `/api/clients/${clientId}/fields`)).json()).toEqual({ fields: [] });
  const url = `/api/clients/${clientId}/fields`;
  expect((await app.api('GET', url, undefined, 'desk@example.com')).statusCode).toBe(404);
  expect(
    (await app.api('DELETE', `/api/fields/${field!.id}`, undefined, 'desk@example.com')).statusCode,
  ).toBe(403);
  expect((await set(id, 'roof_age', '1')).statusCode).toBe(200);
});

it('exports people with their own fields, and nothing that a spreadsheet would run', async () => {
  await publishForm(app, world, { questions });
  await app.site('POST', '/first-visit', {
    form: { name: '=HYPERLINK("x")', email: 'csv@example.com', age: '31', where: 'Roof' },
  });
  const answer = await owner(
    'GET',
    `/api/clients/${world.client.id}/people/export.csv?search=csv@`,
  );
  expect(answer.headers['content-type']).toContain('text/csv');
  const [head, ...rows] = parse(answer.body) as string[][];
  expect(head!.slice(0, 3)).toEqual(['Name', 'Email', 'Phone']);
  expect(rows).toHaveLength(1);
  const cell = (name: string) => rows[0]![head!.indexOf(name)];
  expect(cell('Name')).toBe(`'=HYPERLINK("x")`);
  const own = Object.fromEntries((await fields()).map(({ key, name }) => [key, cell(name)]));
  expect(Object.values(own)).toEqual(expect.arrayContaining(['31', 'Roof']));
  expect(cell('First source')).toBe('Direct');
});
