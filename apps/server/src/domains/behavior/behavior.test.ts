import type { Answered, api, EditorPage, RulePreviewView, RuleView } from '@plumgate/contract';
import type { BookingId, ClientId, PageId } from '@plumgate/core/basics';
import { newBand, newBlock, type Draft } from '@plumgate/core/page';
import type { RuleContent } from '@plumgate/core/routing';
import { eq } from 'drizzle-orm';
import { seesAll } from '../../records/accounts/users-of.ts';
import { bookings } from '../../records/booking/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people, personTags } from '../../records/people/table.ts';
import { begunForms, ruleStarts } from '../../records/routing/starts.table.ts';
import { browserOf } from '../../testing/browser.ts';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { BookingService } from '../booking/booking.service.ts';
import { MergeService } from '../people/merge.service.ts';
import { RuleService } from '../routing/rule.service.ts';
import { PlanService } from '../intake/plan.service.ts';

/** What people do on pages and with bookings, as condition and as trigger. */
let app: TestApp;
let world: World;
let clientId: ClientId;
let page: PageId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  page = world.first.pageId as PageId;
  await app.database.pool.query('delete from routing_rules');
  const draft = world.first.draft as Draft;
  const band = newBand('more', [
    {
      ...{ id: 'column', share: 1 },
      blocks: [
        { ...newBlock('button', 'ask', {}), label: 'Ask us' },
        newBlock('video', 'film', {
          source: { from: 'address', href: 'https://films.test/tour' },
        }),
      ],
    },
  ]);
  const changed = { ...draft, page: { ...draft.page, bands: [...draft.page.bands, band] } };
  await owner('PUT', `/api/pages/${page}/draft`, { version: world.first.version, draft: changed });
  const { version } = (await owner('GET', `/api/pages/${page}`)).json<EditorPage>();
  await owner('POST', `/api/pages/${page}/publish`, { version });
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const tag = (name: string): RuleContent['actions'] => [{ kind: 'tag', tag: name }];
const nothing: RuleContent['conditions'] = { match: 'all', terms: [] };
const add = (trigger: RuleContent['trigger'], changes: Partial<RuleContent> = {}) =>
  app.get(RuleService).add(clientId, {
    ...{ name: 'Set off', conditions: nothing, actions: tag('did it'), trigger },
    ...changes,
  });
const later = (minutes: number) => {
  app.clock.moveTo(app.clock.now().add({ minutes }));
  return app.settle();
};
const tagsOf = async (email: string) =>
  (
    await app.database.db
      .select({ tag: personTags.tag })
      .from(personTags)
      .innerJoin(people, eq(people.id, personTags.personId))
      .where(eq(people.email, email))
  ).map((row) => row.tag);
/** A browser from which somebody has written. */
const knownBrowser = async (email: string, phone = '') => {
  const one = browserOf(app);
  await one.open('/first-visit');
  await app.settle();
  await one.send({ name: 'Ana Okafor', email, phone, _once: email });
  await app.settle();
  return one;
};
const person = async (email: string) =>
  (await app.database.db.select().from(people).where(eq(people.email, email)))[0]!;

describe('a rule that something on a page sets off', () => {
  it.each<[string, NonNullable<RuleContent['trigger']>, string]>([
    ['a page', { kind: 'saw', page: 'first' as never }, ''],
    ['a button', { kind: 'pressed', page: 'first' as never, part: 'ask' }, 'press/first-visit/ask'],
    [
      'a phone number',
      { kind: 'pressed', page: 'first' as never, part: 'phone' },
      'press/first-visit/tel:%2B12075550142',
    ],
    [
      'a video',
      { kind: 'watched', page: 'first' as never, part: 'film', share: 50 },
      'watch/first-visit/film?share=50',
    ],
  ])('starts by %s, for people who are known', async (_what, trigger, told) => {
    await add({ ...trigger, page } as RuleContent['trigger']);
    const ana = await knownBrowser('ana@example.com');
    await app.database.db.delete(personTags);
    const stranger = browserOf(app);
    for (const one of [ana, stranger]) {
      await one.open('/first-visit');
      if (told) expect((await one.tell(`/~/${told}`)).statusCode).toBe(204);
    }
    await later(1);
    expect(await tagsOf('ana@example.com')).toEqual(['did it']);
    expect(await app.database.db.select().from(ruleStarts)).toHaveLength(1);
  });

  it('starts once per person, or each time', async () => {
    await add({ kind: 'pressed', page, part: 'ask' }, { actions: [task('once')] });
    await add({ kind: 'pressed', page, part: 'ask', each: true }, { actions: [task('each')] });
    const ana = await knownBrowser('ana@example.com');
    for (const minutes of [1, 1, 40]) {
      await ana.tell('/~/press/first-visit/ask');
      await later(minutes);
    }
    await ana.tell('/~/press/first-visit/ask');
    await later(1);
    const { rows } = await app.database.pool.query<{ text: string; count: number }>(
      'select text, count(*)::int as count from tasks group by text order by text',
    );
    // The first three presses are of one visit.
    expect(rows).toEqual([
      { text: 'each', count: 2 },
      { text: 'once', count: 1 },
    ]);
  });

  it('asks its conditions then, and again when they did not hold', async () => {
    await add(
      { kind: 'saw', page },
      { conditions: { match: 'all', terms: [{ about: 'tag', is: 'hot' }] } },
    );
    const ana = await knownBrowser('ana@example.com');
    await ana.open('/first-visit');
    await later(1);
    expect(await tagsOf('ana@example.com')).toEqual([]);
    const { id } = await person('ana@example.com');
    await app.database.db.insert(personTags).values({ personId: id, clientId, tag: 'hot' });
    await ana.open('/first-visit');
    await later(1);
    expect(await tagsOf('ana@example.com')).toContain('did it');
  });

  it('tells the business what was done, and the record says why', async () => {
    await add(
      { kind: 'pressed', page, part: 'ask' },
      { name: 'Wants to ask', actions: [{ kind: 'notify', email: 'desk@quayside-dental.test' }] },
    );
    const ana = await knownBrowser('ana@example.com');
    await ana.tell('/~/press/first-visit/ask');
    await later(1);
    const told = await app.database.db.select().from(outbox).where(eq(outbox.kind, 'email'));
    expect(told.map(({ title }) => title)).toContain(
      'Ana Okafor pressed “Ask us” on “First visit”',
    );
    const { id } = await person('ana@example.com');
    const record = (await owner('GET', `/api/people/${id}`)).json<{
      timeline: { text: string; note: string }[];
    }>();
    expect(record.timeline).toContainEqual(
      expect.objectContaining({
        text: 'Matched the rule Wants to ask',
        note: 'because they pressed “Ask us” on “First visit”',
      }),
    );
    await ana.tell('/~/watch/first-visit/film?share=0');
    await ana.tell('/~/press/first-visit/tel:%2B12075550142');
    await later(1);
    const done = (await owner('GET', `/api/people/${id}`)).json<typeof record>();
    const texts = done.timeline.map(({ text }) => text);
    for (const text of [
      'Looked at “First visit”',
      'Pressed “Ask us” on “First visit”',
      'Pressed a phone number on “First visit”',
      'Started “Watch how it goes” on “First visit”',
    ])
      expect(texts).toContain(text);
  });

  it('is tried again when it could not be carried out, and given up in the end', async () => {
    await add({ kind: 'saw', page });
    const ana = await knownBrowser('ana@example.com');
    await app.database.db.delete(ruleStarts);
    const failing = jest
      .spyOn(app.get(PlanService), 'carryOut')
      .mockRejectedValueOnce(new Error('no'));
    await ana.open('/first-visit');
    await app.settle();
    expect(await tagsOf('ana@example.com')).toEqual([]);
    await later(1);
    expect(await tagsOf('ana@example.com')).toEqual(['did it']);
    failing.mockRejectedValue(new Error('no'));
    await app.database.db.delete(ruleStarts);
    await ana.open('/first-visit');
    for (const minutes of [0, 1, 10, 60]) await later(minutes);
    expect(await app.database.db.select().from(ruleStarts)).toMatchObject([
      { failures: 4, dueAt: null },
    ]);
    failing.mockRestore();
  });

  it('does not start for somebody who is deleted, nor by a rule that is off by then', async () => {
    const id = await add({ kind: 'saw', page });
    const ana = await knownBrowser('ana@example.com');
    await app.database.db.delete(ruleStarts);
    await ana.open('/first-visit');
    await app.database.pool.query('update routing_rules set "on" = false where id = $1', [id]);
    await later(1);
    expect(await tagsOf('ana@example.com')).toEqual([]);
    expect(await app.database.db.select().from(ruleStarts)).toEqual([]);
  });
});

describe('a form that is begun and left', () => {
  const begin = () => `/~/begin/first-visit/${world.formBlock}`;

  it('starts a rule half an hour later, unless it was sent', async () => {
    await add({ kind: 'left', form: world.formId, each: true });
    const ana = await knownBrowser('ana@example.com');
    await later(1);
    await ana.tell(begin());
    await later(29);
    expect(await tagsOf('ana@example.com')).toEqual([]);
    await later(1);
    expect(await tagsOf('ana@example.com')).toEqual(['did it']);
    const bo = await knownBrowser('bo@example.com', '(207) 555-0188');
    await later(1);
    await bo.tell(begin());
    await app.settle();
    await bo.send({ name: 'Bo', email: 'bo@example.com', _once: 'again' });
    await later(31);
    expect(await tagsOf('bo@example.com')).toEqual([]);
    expect(await app.database.db.select().from(begunForms)).toEqual([]);
  });

  it('starts it for somebody who became known meanwhile by another form', async () => {
    const step = await addBookingStep(app, world);
    await add({ kind: 'left', form: world.formId });
    const ana = browserOf(app);
    await ana.open('/first-visit');
    await ana.tell(begin());
    await app.settle();
    await ana.send({ name: 'Ana', email: 'ana@example.com' }, step.path);
    await later(31);
    const known = await app.database.db.select().from(people);
    if (known.length > 0) expect(await tagsOf(known[0]!.email)).toEqual(['did it']);
  });
});

it('starts rules by what happens with bookings', async () => {
  const { calendar } = await addBookingStep(app, world);
  for (const kind of ['booked', 'moved', 'cancelled', 'came', 'missed'] as const)
    await add({ kind, calendar: calendar.id, each: true }, { actions: tag(`has ${kind}`) });
  await add({ kind: 'came', calendar: null }, { actions: tag('anywhere') });
  await knownBrowser('ana@example.com');
  const ana = await person('ana@example.com');
  const start = app.clock.now().round('hour').add({ hours: 48 });
  const book = () =>
    owner('POST', `/api/calendars/${calendar.id}/bookings`, {
      ...{ personId: ana.id, start: start.toString() },
    });
  const made = await book();
  expect(made.statusCode).toBe(200);
  const [{ id } = { id: '' as BookingId }] = await app.database.db.select().from(bookings);
  const service = app.get(BookingService);
  await service.move(id, start.add({ hours: 1 }), 'business', seesAll);
  await later(0);
  expect((await tagsOf('ana@example.com')).toSorted()).toEqual(['has booked', 'has moved']);
  await service.mark(id, 'missed', seesAll);
  await service.mark(id, 'came', seesAll);
  await later(0);
  expect((await tagsOf('ana@example.com')).toSorted()).toEqual([
    ...['anywhere', 'has booked', 'has came', 'has missed', 'has moved'],
  ]);
  await service.mark(id, 'booked', seesAll);
  await service.cancel(id, 'business', seesAll);
  await later(0);
  expect(await tagsOf('ana@example.com')).toContain('has cancelled');
});

describe('a lead that arrives', () => {
  it('is asked what its browser did before it was known', async () => {
    await add(undefined, {
      conditions: { match: 'all', terms: [{ about: 'pressed', page, part: 'ask' }] },
    });
    const ana = browserOf(app);
    await ana.open('/first-visit');
    await ana.tell('/~/press/first-visit/ask');
    await app.settle();
    await ana.send({ name: 'Ana', email: 'ana@example.com' });
    await browserOf(app).send({ name: 'Bo', email: 'bo@example.com' });
    expect(await tagsOf('ana@example.com')).toEqual(['did it']);
    expect(await tagsOf('bo@example.com')).toEqual([]);
  });

  it('goes through none of the rules that wait for something else', async () => {
    await add({ kind: 'came', calendar: null });
    await knownBrowser('ana@example.com');
    expect(await tagsOf('ana@example.com')).toEqual([]);
  });
});

it('goes with a record that turned out to be the same person, and comes back', async () => {
  const one = await knownBrowser('ana@example.com');
  const other = await knownBrowser('ana.o@example.com', '(207) 555-0188');
  await one.tell('/~/press/first-visit/ask');
  await other.tell('/~/watch/first-visit/film?share=75');
  await app.settle();
  const count = async (term: object) =>
    (
      await owner('POST', `/api/clients/${clientId}/people/query`, {
        conditions: { match: 'all', terms: [term] },
      })
    ).json<Answered<typeof api.queryPeople>>().total;
  const watched = { about: 'watched', page, part: 'film', share: 50 };
  expect(await count(watched)).toBe(1);
  const ana = await person('ana@example.com');
  const second = await person('ana.o@example.com');
  const who = { id: null, name: 'Oriel' } as never;
  const merge = await app.get(MergeService).merge(who, ana.id, second.id, {} as never);
  expect(await count(watched)).toBe(1);
  expect(await count({ ...watched, not: true })).toBe(0);
  await app.get(MergeService).undo(who, merge);
  expect(await count({ ...watched, not: true })).toBe(1);
});

it('is refused where no page’s script would tell it', async () => {
  const ana = browserOf(app);
  for (const url of [
    'watch/first-visit/film?share=33',
    'watch/first-visit/film',
    'watch/first-visit/ask?share=50',
    'watch/first-visit/nothing?share=50',
  ])
    expect((await ana.tell(`/~/${url}`)).statusCode).toBe(404);
});

it('lists a rule with how many it started for, and its preview counts who did it', async () => {
  await add({ kind: 'pressed', page, part: 'ask' });
  const ana = await knownBrowser('ana@example.com');
  await ana.tell('/~/press/first-visit/ask');
  await later(1);
  const { rules } = (await owner('GET', `/api/clients/${clientId}/rules`)).json<{
    rules: RuleView[];
  }>();
  expect(rules[0]).toMatchObject({ matched30: 1, unreachable: null });
  const preview = async (trigger: object, terms: object[] = []) =>
    (
      await owner('POST', `/api/clients/${clientId}/rules/preview`, {
        ...{ trigger, conditions: { match: 'all', terms } },
      })
    ).json<RulePreviewView>();
  const pressed = { kind: 'pressed', page, part: 'ask' };
  expect(await preview(pressed)).toMatchObject({
    ...{ leads: 1, matched: 1, people: [{ name: 'Ana Okafor' }] },
  });
  expect(await preview(pressed, [{ about: 'tag', is: 'hot' }])).toMatchObject({
    ...{ leads: 1, matched: 0, people: [] },
  });
  for (const trigger of [
    { kind: 'saw', page },
    { kind: 'watched', page, part: 'film', share: 50 },
    { kind: 'left', form: world.formId },
    { kind: 'came' },
  ])
    expect((await preview(trigger)).matched).toBe(trigger.kind === 'saw' ? 1 : 0);
});

const task = (text: string) => ({ kind: 'task', text, inDays: 0 }) as const;
