import type { Answered, api, EditorPage, FormView, PersonRecord } from '@plumgate/contract';
import { newQuestion, type FormDefinition } from '@plumgate/core/forms';
import type { Draft } from '@plumgate/core/page';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const form = async () => (await owner('GET', `/api/forms/${world.formId}`)).json<FormView>();
const page = async () =>
  (await owner('GET', `/api/pages/${world.first.pageId}`)).json<EditorPage>();

it('knows the pages that show it', async () => {
  const { definition, pages } = await form();
  expect((definition as FormDefinition).name).toBe('First visit form');
  expect(pages).toEqual([{ pageId: world.first.pageId, name: expect.any(String) as string }]);
});

it('is saved by itself from the version it was changed from, and from no earlier one', async () => {
  const before = await form();
  const renamed = { ...(before.definition as object), name: 'Become a patient' };
  const body = { version: before.version, definition: renamed };
  const saved = await owner('PUT', `/api/forms/${world.formId}`, body);
  expect(saved.json()).toEqual({ version: before.version + 1 });
  expect(await form()).toMatchObject({ version: before.version + 1, definition: renamed });
  const late = await owner('PUT', `/api/forms/${world.formId}`, body);
  expect([late.statusCode, late.json<{ code: string }>().code]).toEqual([409, 'changed-elsewhere']);
});

it('is refused with the place of each mistake', async () => {
  const { version, definition } = await form();
  const answer = await owner('PUT', `/api/forms/${world.formId}`, {
    version,
    definition: { ...(definition as object), questions: [] },
  });
  expect(answer.statusCode).toBe(400);
  expect(answer.json<{ fields: { field: string }[] }>().fields[0]!.field).toBe(
    'body.definition.questions',
  );
});

it('does not overwrite what an open page changes, nor the other way round', async () => {
  const open = await page();
  const { version, definition } = await form();
  const changed = { ...(definition as object), button: 'Send it' };
  await owner('PUT', `/api/forms/${world.formId}`, { version, definition: changed });
  const body = { version: open.version, draft: open.draft };
  const late = await owner('PUT', `/api/pages/${world.first.pageId}/draft`, body);
  expect(late.statusCode).toBe(409);

  const again = await page();
  const draft = again.draft as Draft;
  const forms = { [world.formId]: { ...draft.forms[world.formId]!, button: 'Go' } };
  const now = { version: again.version, draft: { ...draft, forms } };
  await owner('PUT', `/api/pages/${world.first.pageId}/draft`, now);
  expect(await form()).toMatchObject({ version: version + 2, definition: { button: 'Go' } });
});

it('keeps several choices of one question as several answers', async () => {
  const { version, definition } = await form();
  const question = newQuestion('choices', 'q-days', {
    key: 'days',
    label: 'Which days suit you?',
    options: ['Monday', 'Tuesday', 'Friday'],
  });
  const asked = definition as FormDefinition;
  await owner('PUT', `/api/forms/${world.formId}`, {
    version,
    definition: { ...asked, questions: [...asked.questions, question] },
  });
  const { version: draftVersion } = await page();
  await owner('POST', `/api/pages/${world.first.pageId}/publish`, { version: draftVersion });
  const html = (await app.site('GET', `/${world.first.slug}`)).body;
  expect(html).toContain('<legend>Which days suit you?');
  expect(html.match(/type="checkbox" id="[^"]+" name="days"/g)).toHaveLength(3);
  const ana: [string, string][] = [
    ['name', 'Ana'],
    ['email', 'ana@example.com'],
  ];
  const sent = await app.site('POST', `/${world.first.slug}`, {
    form: [...ana, ['days', 'Friday'], ['days', 'Monday']],
  });
  expect(sent.statusCode).toBe(303);
  const { people } = (
    await owner('GET', `/api/clients/${world.client.id}/people?search=ana`)
  ).json<{ people: { id: string }[] }>();
  const person = (await owner('GET', `/api/people/${people[0]!.id}`)).json<PersonRecord>();
  expect(person.timeline.find(({ kind }) => kind === 'form')!.answers).toContainEqual({
    question: 'Which days suit you?',
    answer: 'Monday, Friday',
  });
  const strange = await app.site('POST', `/${world.first.slug}`, {
    form: [...ana, ['days', 'Sunday']],
  });
  expect(strange.statusCode).toBe(422);
});

it('is listed with the pages that show it, and with what came of it', async () => {
  const list = async () =>
    (await owner('GET', `/api/clients/${world.client.id}/forms/overview`)).json<
      Answered<typeof api.listFormsInUse>
    >().forms;
  expect(await list()).toMatchObject([
    {
      id: world.formId,
      name: 'First visit form',
      parts: 1,
      pages: [{ pageId: world.first.pageId, funnel: 'First visit' }],
      submissions: 0,
      lastAt: null,
    },
  ]);
  await app.site('POST', '/first-visit', { form: { name: 'Ana', email: 'ana@example.com' } });
  expect(await list()).toMatchObject([{ submissions: 1, lastAt: '2026-11-05T14:12:00Z' }]);
});

it('is copied with the same questions under other ids, so that both may stand on one page', async () => {
  const { formId } = (
    await owner('POST', `/api/forms/${world.formId}/copy`, { name: 'Second form' })
  ).json<Answered<typeof api.copyForm>>();
  const copy = (await owner('GET', `/api/forms/${formId}`)).json<FormView>();
  const [first, second] = [(await form()).definition, copy.definition] as FormDefinition[];
  expect(second).toMatchObject({ name: 'Second form', button: first!.button });
  expect(second!.questions.map(({ key }) => key)).toEqual(first!.questions.map(({ key }) => key));
  const ids = [...first!.questions, ...second!.questions].map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  expect(copy.pages).toEqual([]);
});

it('keeps forms in folders, copies in the folder of the first', async () => {
  const owner = (method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com');
  const list = async () =>
    (await owner('GET', `/api/clients/${world.client.id}/forms/overview`)).json<{
      forms: { id: string; folder: string }[];
    }>().forms;
  expect(
    (await owner('PUT', `/api/forms/${world.formId}/folder`, { folder: ' First visits ' }))
      .statusCode,
  ).toBe(200);
  const copied = await owner('POST', `/api/forms/${world.formId}/copy`, { name: 'A copy' });
  const { formId } = copied.json<{ formId: string }>();
  const folders = new Map((await list()).map(({ id, folder }) => [id, folder]));
  expect([folders.get(world.formId), folders.get(formId)]).toEqual([
    'First visits',
    'First visits',
  ]);
});
