import type { FollowUpTemplateView } from '@plumgate/contract';
import type { CalendarId, ClientId, PageId, SequenceId } from '@plumgate/core/basics';
import { newCalendar, newEvent } from '@plumgate/core/booking';
import { readyFollowUps, takeFollowUp } from '@plumgate/core/library';
import { asc, eq } from 'drizzle-orm';
import { calendars } from '../../records/booking/table.ts';
import { sequenceRuns, sequences } from '../../records/followup/table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { pages } from '../../records/pages/table.ts';
import { ownFields } from '../../records/people/fields.table.ts';
import { peopleLists } from '../../records/people/lists.table.ts';
import { routingRules } from '../../records/routing/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { CalendarService } from '../booking/calendar.service.ts';

/** A follow-up is taken whole, with all that starts it, or not at all. */
let app: TestApp;
let world: World;
const owner = 'owner@example.com';
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  const [page] = await app.database.db
    .select({ slug: pages.slug })
    .from(pages)
    .where(eq(pages.id, world.thanks.pageId as PageId));
  slug = page!.slug;
});
afterEach(() => app.stop());

const clientId = () => world.client.id as ClientId;
let slug = '';
const thanks = () => ({ id: world.thanks.pageId as PageId, slug });
const contentOf = (key: string, calendar: CalendarId | null = null) => {
  const followUp = readyFollowUps.find((one) => one.key === key)!;
  const pages = Object.fromEntries(followUp.pages.map((need) => [need.key, thanks()]));
  return { content: takeFollowUp(followUp, { calendar, pages }), fields: followUp.fields };
};
const take = (body: object, email = owner) =>
  app.api('POST', `/api/clients/${world.client.id}/follow-ups`, body, email);
const db = () => app.database.db;

it('starts by a form: a rule is added, and whoever sends it is answered at once', async () => {
  const answer = await take({
    ...contentOf('answered-at-once'),
    start: { by: 'form', form: world.formId },
  });
  expect(answer.statusCode).toBe(200);
  const sent = await app.site('POST', '/first-visit', {
    form: {
      ...{ _form: 'form', _once: 'one', name: 'Ada', email: 'ada@example.com' },
    },
  });
  expect(sent.statusCode).toBe(303);
  await app.move('PT2M');
  const mail = await db().select().from(postRoom).where(eq(postRoom.to, 'ada@example.com'));
  expect(mail.map(({ subject }) => subject)).toContain('We have your message');
});

it('starts by a calendar or an event: it is that calendar’s sequence from now on', async () => {
  const { id } = await app
    .get(CalendarService)
    .create(
      clientId(),
      newEvent('Evening', 'America/New_York', { start: '2026-12-03T18:30', minutes: 90 }),
    );
  const answer = await take({
    ...contentOf('event', id),
    start: { by: 'calendar', calendar: id },
  });
  const { sequenceId } = answer.json<{ sequenceId: string }>();
  const [row] = await db().select().from(calendars).where(eq(calendars.id, id));
  expect(row!.content.sequence).toBe(sequenceId);
  expect(row!.version).toBe(2);
});

it('starts by what becomes of a booking, by a list or by hand', async () => {
  const missed = await take({
    ...contentOf('did-not-come'),
    start: { by: 'missed', calendar: null },
  });
  expect(missed.json()).toMatchObject({ sequenceId: expect.any(String) as string });
  await take({ ...contentOf('review'), start: { by: 'came', calendar: null } });
  const lapsed = readyFollowUps.find(({ key }) => key === 'lapsed')!;
  await take({ ...contentOf('lapsed'), start: { by: 'list', ...lapsed.list } });
  await take({ ...contentOf('quote'), start: { by: 'hand' } });
  const rules = await db().select().from(routingRules).orderBy(asc(routingRules.position));
  expect(rules.map(({ content, on }) => [content.name, content.trigger?.kind, on])).toEqual([
    ...rules.slice(0, -2).map(({ content, on }) => [content.name, content.trigger?.kind, on]),
    ['Start “Did not come”', 'missed', true],
    ['Start “Job done: ask for a review”', 'came', true],
  ]);
  const lists = await db().select().from(peopleLists);
  expect(lists.map(({ name, userId }) => [name, userId])).toEqual([['Not seen for a year', null]]);
  const fields = await db().select().from(ownFields);
  expect(fields.map(({ key, name }) => [key, name])).toContainEqual(['quote_for', 'Quote for']);
});

it.each<[string, () => object]>([
  ['a form that is not there', () => ({ by: 'form', form: world.thanks.pageId })],
  ['a calendar that is not there', () => ({ by: 'calendar', calendar: world.thanks.pageId })],
])('leaves nothing behind for %s', async (_what, start) => {
  const before = await db().select().from(sequences);
  const answer = await take({ ...contentOf('quote'), start: start() });
  expect(answer.statusCode).toBe(400);
  expect(await db().select().from(sequences)).toEqual(before);
  expect((await db().select().from(ownFields)).map(({ key }) => key)).not.toContain('quote_for');
});

it('does not start by itself while a page that it links to is not live', async () => {
  await db()
    .update(pages)
    .set({ offline: true })
    .where(eq(pages.id, world.thanks.pageId as PageId));
  const answer = await take({
    ...contentOf('did-not-come'),
    start: { by: 'missed', calendar: null },
  });
  expect(answer.json<{ notLive: string[] }>().notLive).toHaveLength(1);
  const rules = await db().select().from(routingRules).orderBy(asc(routingRules.position));
  expect(rules.at(-1)).toMatchObject({ on: false, content: { name: 'Start “Did not come”' } });
});

it('refuses words that name what the client does not have, and a calendar of somebody else', async () => {
  const { content, fields } = contentOf('did-not-come');
  const gone = JSON.parse(
    JSON.stringify(content).replaceAll(/links\.\w+/g, 'links.nowhere'),
  ) as object;
  const answer = await take({ content: gone, fields, start: { by: 'missed', calendar: null } });
  expect(answer.statusCode).toBe(400);
  expect(answer.json<{ detail: string }>().detail).toMatch(/links\.nowhere/);
});

it('keeps a sequence for all clients without what is its client’s, until it is deleted', async () => {
  const { id: calendar } = await app
    .get(CalendarService)
    .create(clientId(), newCalendar('Visits', 'America/New_York'));
  const made = await take({
    ...contentOf('before-the-visit', calendar),
    start: { by: 'calendar', calendar },
  });
  const { sequenceId } = made.json<{ sequenceId: SequenceId }>();
  const kept = await app.api(
    'POST',
    `/api/sequences/${sequenceId}/template`,
    { name: 'Our visits' },
    owner,
  );
  const { id } = kept.json<{ id: string }>();
  const list = async () =>
    (await app.api('GET', '/api/follow-up-templates', undefined, owner)).json<{
      templates: FollowUpTemplateView[];
    }>().templates;
  const [template, ...more] = await list();
  expect(more).toEqual([]);
  expect(template).toMatchObject({ id, name: 'Our visits', startsBy: 'calendar', trade: 'any' });
  expect(JSON.stringify(template)).not.toContain(calendar);
  const again = takeFollowUp(template!, { calendar, pages: {} });
  expect((await take({ content: again, fields: [], start: { by: 'hand' } })).statusCode).toBe(200);
  await app.api('DELETE', `/api/follow-up-templates/${id}`, undefined, owner);
  expect(await list()).toEqual([]);
  expect(await db().select().from(sequenceRuns)).toEqual([]);
});
