import { noConditions } from '@plumgate/core/conditions';
import type { CalendarView, SequenceView } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { AccountService } from '../../domains/accounts/account.service.ts';
import {
  addBookingStep,
  buildWorld,
  password,
  TestApp,
  type World,
} from '../../testing/test-app.ts';

/** What rules, sequences and calendars name has to be there and the client's own. */
let app: TestApp;
let world: World;
let other: { client: string; sequence: string; desk: string; calendar: string };
const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');

beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  const client = (
    await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'UTC' })
  ).json<{ id: string }>().id;
  const made = async (what: string) =>
    (await owner('POST', `/api/clients/${client}/${what}`, { name: 'Theirs' })).json<{
      id: string;
    }>().id;
  const desk = await app.get(AccountService).addUser({
    name: 'Their desk',
    email: 'their-desk@example.com',
    password,
    role: 'front-desk',
    clientIds: [client as ClientId],
  });
  other = {
    client,
    desk,
    sequence: await made('sequences'),
    calendar: await made('calendars'),
  };
});
afterAll(() => app.stop());

const nowhere = '00000000-0000-4000-8000-000000000000';
const rule = (changes: object) => ({
  name: 'A rule',
  conditions: { match: 'all', terms: [{ about: 'form', is: world.formId }] },
  actions: [{ kind: 'tag', tag: 'new' }],
  ...changes,
});
const rules = () => `/api/clients/${world.client.id}/rules`;

it.each<[string, () => object, string]>([
  [
    'a form that is not there',
    () => ({ conditions: { match: 'all', terms: [{ about: 'form', is: nowhere }] } }),
    'body.conditions.terms.0.is',
  ],
  [
    'another client’s sequence',
    () => ({ actions: [{ kind: 'start', sequence: other.sequence }] }),
    'body.actions.0.sequence',
  ],
  [
    'another client’s front desk',
    () => ({
      actions: [
        { kind: 'tag', tag: 'x' },
        { kind: 'assign', to: other.desk },
      ],
    }),
    'body.actions.1.to',
  ],
])('a rule can’t name %s', async (_what, changes, field) => {
  const answer = await owner('POST', rules(), rule(changes()));
  expect(answer.statusCode).toBe(400);
  expect(answer.json<{ fields: object[] }>().fields).toEqual([
    { field, message: expect.stringMatching(/no longer exists/) as string },
  ]);
});

it('a rule whose page is gone can be switched off, and not on again', async () => {
  const { id } = (
    await owner(
      'POST',
      rules(),
      rule({ conditions: { match: 'all', terms: [{ about: 'page', is: world.thanks.pageId }] } }),
    )
  ).json<{ id: string }>();
  await owner('DELETE', `/api/pages/${world.thanks.pageId}`);
  const content = rule({
    conditions: { match: 'all', terms: [{ about: 'page', is: world.thanks.pageId }] },
  });
  const save = (on: boolean) => owner('PUT', `/api/rules/${id}`, { on, content });
  expect((await save(false)).statusCode).toBe(200);
  expect((await save(true)).json()).toMatchObject({
    code: 'bad-request',
    fields: [{ field: 'body.content.conditions.terms.0.is' }],
  });
  await owner('POST', `/api/pages/${world.thanks.pageId}/restore`);
  expect((await save(true)).statusCode).toBe(200);
});

it('a calendar can’t start another client’s sequence', async () => {
  const { calendar } = await addBookingStep(app, world);
  const view = (await owner('GET', `/api/clients/${world.client.id}/calendars`))
    .json<{ calendars: CalendarView[] }>()
    .calendars.find(({ id }) => id === calendar.id)!;
  const answer = await owner('PUT', `/api/calendars/${view.id}`, {
    version: view.version,
    content: { ...view.content, sequence: other.sequence },
  });
  expect(answer.json()).toMatchObject({
    code: 'bad-request',
    fields: [{ field: 'body.content.sequence' }],
  });
});

it('a sequence can’t count from another client’s calendar or start their sequence', async () => {
  const view = (
    await owner('POST', `/api/clients/${world.client.id}/sequences`, { name: 'Ours' })
  ).json<SequenceView>();
  const step = {
    id: 'next',
    anchor: 'joined',
    side: 'after',
    delay: { amount: 1, unit: 'days', at: null },
    late: 'skip',
    unlessBooked: false,
    onlyIf: noConditions,
    action: { kind: 'start', sequence: other.sequence },
  };
  const content = {
    ...view.content,
    event: { kind: 'booking', calendar: other.calendar, each: true },
    steps: [step],
  };
  const answer = await owner('PUT', `/api/sequences/${view.id}`, {
    version: view.version,
    content,
  });
  expect(answer.json<{ fields: { field: string }[] }>().fields.map(({ field }) => field)).toEqual([
    'body.content.event.calendar',
    'body.content.steps.0.action.sequence',
  ]);
});
