import { emailFromText } from '@plumgate/core/emails';
import { noConditions } from '@plumgate/core/conditions';
import type { CalendarView, SequenceEffect, SequenceView } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { emptySequence, type SequenceContent } from '@plumgate/core/followup';
import { RuleService } from '../routing/rule.service.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { SequenceService } from './sequence.service.ts';

/** Messages name only what exists, and a gap that somebody would read is counted before it is sent. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'POST' | 'PUT', url: string, body: object) =>
  app.api(method, url, body, 'owner@example.com');
const saying = (body: string, changes: Partial<SequenceContent> = {}): SequenceContent => ({
  ...emptySequence('Later'),
  quiet: null,
  steps: [
    {
      id: 'later',
      anchor: 'joined',
      side: 'after',
      delay: { amount: 3, unit: 'days', at: null },
      late: 'skip',
      unlessBooked: false,
      onlyIf: noConditions,
      action: { kind: 'email', ...emailFromText({ subject: 'Later', body }) },
    },
  ],
  ...changes,
});
const made = async (content: SequenceContent) =>
  app.get(SequenceService).create(world.client.id as ClientId, content);
const save = async (content: SequenceContent) =>
  owner('PUT', `/api/sequences/${await made(saying('B'))}`, { version: 1, content });

it.each([
  ['a field of the person that there is not', 'Hi {{ person.nickname }}', 'person.nickname'],
  ['an answer that no form asks for', 'About {{ answers.garden }}', 'answers.garden'],
  ['an event of a sequence that counts from none', 'At {{ event.time }}', 'event.time'],
  ['a booking of a sequence that counts from none', 'At {{ booking.when }}', 'booking.when'],
])('refuses %s, and says where it stands', async (_what, body, field) => {
  const answer = await save(saying(body));
  expect(answer.statusCode).toBe(400);
  expect(answer.json<{ fields: unknown }>().fields).toEqual([
    {
      field: 'body.content.steps.0.action.blocks.0.text',
      message: `There is no merge field “${field}”. Remove it, or insert one from the list.`,
    },
  ]);
});

it('leaves what named it before as it is, while something else is changed', async () => {
  const content = saying('About {{ answers.garden }}');
  const url = `/api/sequences/${await made(content)}`;
  const answer = await owner('PUT', url, { version: 1, content: { ...content, name: 'Renamed' } });
  expect(answer.json<SequenceView>().content.name).toBe('Renamed');
});

it('takes answers that a form asks for, and the event it counts from', async () => {
  const event = { kind: 'fixed', name: 'Evening', at: '2027-01-10T18:00' } as const;
  const answer = await save(saying('{{ answers.name }}, {{ event.time }}', { event }));
  expect(answer.json<SequenceView>().version).toBe(2);
});

it('a calendar refuses them too: its confirmation knows no answers', async () => {
  const url = `/api/clients/${world.client.id}/calendars`;
  const calendar = (await owner('POST', url, { name: 'Visits' })).json<CalendarView>();
  const { content } = calendar;
  const confirmation = { ...content.confirmation, subject: 'About {{ answers.name }}' };
  const answer = await owner('PUT', `/api/calendars/${calendar.id}`, {
    version: calendar.version,
    content: { ...content, confirmation },
  });
  expect(answer.statusCode).toBe(400);
  expect(answer.body).toContain('body.content.confirmation.subject');
});

it('counts before a change is applied for how many a message would have a gap', async () => {
  const id = await made(saying('B'));
  await app.get(RuleService).add(world.client.id as ClientId, {
    name: 'Later',
    conditions: { match: 'all', terms: [{ about: 'form', is: world.formId }] },
    actions: [{ kind: 'start', sequence: id }],
  });
  for (const name of ['Ana Okafor', 'Cher', 'Wren'])
    await app.site('POST', '/first-visit', {
      form: { _form: world.formBlock, name, email: `${name.slice(0, 3)}@example.com` },
    });
  const gapsOf = async (body: string) =>
    (
      await owner('POST', `/api/sequences/${id}/preview`, { content: saying(body) })
    ).json<SequenceEffect>().gaps;
  expect(await gapsOf('Dear {{ person.last_name }}')).toEqual([
    { field: 'person.last_name', people: 2 },
  ]);
  expect(await gapsOf('Dear {{ person.last_name | default: "friend" }}')).toEqual([]);
});
