import type { BinEntry, CalendarView, PathBoard, RemovalView } from '@plumgate/contract';
import { count, eq } from 'drizzle-orm';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { Receiving } from '../../domains/inbox/receiving.service.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { outbox } from '../messages/outbox.table.ts';
import { people } from '../people/table.ts';
import { submissions } from '../intake/table.ts';
import { Bin } from './bin.ts';
import { Erasures } from './erasures.ts';
import { MailDoor } from '../../platform/mail/mail-door.ts';

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const ofClient = (rest: string) => `/api/clients/${world.client.id}/${rest}`;
const things = async () =>
  (await owner('GET', ofClient('bin'))).json<{ things: BinEntry[] }>().things;
const remove = async (url: string) => {
  const answer = await owner('DELETE', url);
  expect([url, answer.statusCode]).toEqual([url, 200]);
  return answer.json<{ binId: string }>().binId;
};
const restore = (binId: string) => owner('POST', ofClient(`bin/${binId}/restore`));
const preview = async (kind: string, id: string) =>
  (await owner('GET', ofClient(`removals/${kind}/${id}`))).json<RemovalView>();
const send = (email: string, more: Record<string, string> = {}) =>
  app.site('POST', `/${world.first.slug}`, {
    form: { _form: world.formBlock, name: 'Ana Villar', email, phone: '(207) 555-0117', ...more },
  });
const personId = async (email: string) => {
  const [row] = await app.database.db.select().from(people).where(eq(people.email, email));
  return row!.id;
};
const listed = async () =>
  (await owner('GET', ofClient('people'))).json<{ people: { email: string }[]; total: number }>();
const mine = async <Row>(what: string, key = what) =>
  (await owner('GET', ofClient(what))).json<Record<string, Row[]>>()[key]!;

it('a funnel: says what would be lost, goes with its pages, and comes back whole', async () => {
  await send('ana@example.com');
  await app.settle();
  const { id } = world.first.funnel;
  const before = (await owner('GET', `/api/funnels/${id}/path`)).json<PathBoard>();
  const loss = await preview('funnel', id);
  expect(loss).toMatchObject({ name: 'First visit', isLive: true });
  expect(loss.losses).toEqual(
    expect.arrayContaining([
      { what: 'goes-along', count: 2, names: before.steps.map(({ name }) => name) },
      { what: 'leads', count: 1, names: [] },
      expect.objectContaining({ what: 'rules', count: 1 }),
    ]),
  );
  const binId = await remove(`/api/funnels/${id}`);
  expect((await app.site('GET', `/${world.first.slug}`)).statusCode).toBe(404);
  expect((await owner('GET', `/api/funnels/${id}/path`)).statusCode).toBe(404);
  expect((await owner('GET', `/api/pages/${world.first.pageId}`)).statusCode).toBe(404);
  expect(await things()).toEqual([
    expect.objectContaining({ kind: 'funnel', name: 'First visit', removedBy: 'Oriel' }),
  ]);
  expect((await restore(binId)).json()).toEqual({ note: null });
  expect((await owner('GET', `/api/funnels/${id}/path`)).json()).toEqual(before);
  expect((await app.site('GET', `/${world.first.slug}`)).statusCode).toBe(200);
  expect(await things()).toEqual([]);
});

it('a page leaves its address to others, and takes a free one when it comes back', async () => {
  const { slug, pageId } = world.first;
  const binId = await remove(`/api/pages/${pageId}`);
  const taken = await owner('PUT', `/api/pages/${world.thanks.pageId}/address`, { slug });
  expect(taken.statusCode).toBe(200);
  const { note } = (await restore(binId)).json<{ note: string }>();
  expect(note).toContain(`/${slug}-2`);
  expect((await app.site('GET', `/${slug}-2`)).statusCode).toBe(200);
});

it('a page whose funnel is in the bin waits for the funnel', async () => {
  const page = await remove(`/api/pages/${world.first.pageId}`);
  const funnel = await remove(`/api/funnels/${world.first.funnel.id}`);
  const refused = await restore(page);
  expect(refused.json()).toMatchObject({
    detail: expect.stringContaining('First visit') as string,
  });
  await restore(funnel);
  expect((await restore(page)).statusCode).toBe(200);
  expect((await app.site('GET', `/${world.first.slug}`)).statusCode).toBe(200);
});

it('a person: their follow-up ends, nothing queued goes out, and they are in no list', async () => {
  // What is due at once is tried and stays queued: the mail server is down until they are removed.
  const door = app.get(MailDoor);
  const working = door.send.bind(door);
  door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
  await send('ana@example.com');
  await app.settle();
  const id = await personId('ana@example.com');
  expect((await preview('person', id)).losses).toEqual(
    expect.arrayContaining([
      { what: 'submissions', count: 1, names: [] },
      { what: 'runs', count: 1, names: [] },
    ]),
  );
  const binId = await remove(`/api/people/${id}`);
  door.send = working;
  await app.move('P9D');
  const sent = await app.database.db.select().from(outbox).where(eq(outbox.personId, id));
  expect(new Set(sent.map(({ state }) => state))).toEqual(new Set(['left-out']));
  expect(await listed()).toMatchObject({ people: [], total: 0 });
  expect((await owner('GET', `/api/people/${id}`)).statusCode).toBe(404);
  const today = (await owner('GET', ofClient('today'))).json<{ waitingTotal: number }>();
  expect(today.waitingTotal).toBe(0);
  await restore(binId);
  expect((await owner('GET', `/api/people/${id}`)).statusCode).toBe(200);
});

it('a person who texts STOP meanwhile gets no texts when they are restored', async () => {
  await send('ana@example.com');
  const id = await personId('ana@example.com');
  const { db } = app.database;
  await db.update(people).set({ textConsent: true }).where(eq(people.id, id));
  const binId = await remove(`/api/people/${id}`);
  await app
    .get(Receiving)
    .text({ id: 'text-1', from: '+12075550117', to: '+12075550142', body: 'STOP' });
  await restore(binId);
  const [person] = await db.select().from(people).where(eq(people.id, id));
  expect(person!.textConsent).toBe(false);
});

it('a person’s address is free meanwhile; whoever took it stays, and the two are not mixed', async () => {
  await send('ana@example.com');
  const first = await personId('ana@example.com');
  const binId = await remove(`/api/people/${first}`);
  await send('ana@example.com', { name: 'Ana Later' });
  expect((await listed()).total).toBe(1);
  expect((await restore(binId)).json()).toMatchObject({ status: 409, code: 'place-taken' });
  expect(await things()).toHaveLength(1);
});

it('a person’s time is free again, without a word to them', async () => {
  const { path, formBlock } = await addBookingStep(app, world, { notice: 0 });
  const start = '2026-11-06T15:00:00Z';
  const booked = await app.site('POST', path, {
    form: { _form: formBlock, _slot: start, name: 'Ana', email: 'ana@example.com', phone: '' },
  });
  expect(booked.statusCode).toBe(303);
  await app.settle();
  const id = await personId('ana@example.com');
  expect((await preview('person', id)).losses).toContainEqual({
    what: 'cancelled-bookings',
    count: 1,
    names: [],
  });
  await remove(`/api/people/${id}`);
  const again = await app.site('POST', path, {
    form: { _form: formBlock, _slot: start, name: 'Bo', email: 'bo@example.com', phone: '' },
  });
  expect(again.statusCode).toBe(303);
  await app.settle();
  const told = await app.database.db.select().from(outbox).where(eq(outbox.personId, id));
  expect(told.filter(({ title }) => /cancel/i.test(title))).toEqual([]);
});

it('a calendar: nobody books any more, and what is booked can still be cancelled', async () => {
  const { path, formBlock, calendar } = await addBookingStep(app, world, { notice: 0 });
  const form = (email: string, start: string) => ({
    form: { _form: formBlock, _slot: start, name: 'Ana', email, phone: '' },
  });
  await app.site('POST', path, form('ana@example.com', '2026-11-06T15:00:00Z'));
  expect(await preview('calendar', calendar.id)).toMatchObject({
    name: 'First visit',
    losses: [
      { what: 'upcoming-bookings', count: 1 },
      { what: 'shown-on', names: ['Choose a time'] },
    ],
  });
  const binId = await remove(`/api/calendars/${calendar.id}`);
  expect(await mine<CalendarView>('calendars')).toEqual([]);
  expect((await app.site('GET', path)).statusCode).toBe(200);
  const refused = await app.site('POST', path, form('bo@example.com', '2026-11-06T16:00:00Z'));
  expect(refused.statusCode).not.toBe(303);
  const id = await personId('ana@example.com');
  const { bookings } = (await owner('GET', `/api/people/${id}`)).json<{
    bookings: { id: string }[];
  }>();
  const cancelled = await owner('POST', `/api/bookings/${bookings[0]!.id}/cancel`);
  expect(cancelled.json()).toMatchObject({ state: 'cancelled' });
  await restore(binId);
  expect(await mine<CalendarView>('calendars')).toHaveLength(1);
});

it('a sequence: its runs end, and a rule that starts it starts nothing', async () => {
  await send('ana@example.com');
  const [sequence] = await mine<{ id: string }>('sequences');
  expect((await preview('sequence', sequence!.id)).losses).toEqual(
    expect.arrayContaining([
      { what: 'runs', count: 1, names: [] },
      expect.objectContaining({ what: 'rules', count: 1 }),
    ]),
  );
  const binId = await remove(`/api/sequences/${sequence!.id}`);
  await send('bo@example.com');
  const person = (await owner('GET', `/api/people/${await personId('bo@example.com')}`)).json<{
    timeline: { text: string }[];
  }>();
  expect(person.timeline.map(({ text }) => text).join('\n')).not.toContain('Joined');
  await restore(binId);
  expect(await mine('sequences')).toHaveLength(1);
});

it('a rule does nothing in the bin, and comes back where it was', async () => {
  const [rule] = await mine<{ id: string; on: boolean }>('rules');
  const binId = await remove(`/api/rules/${rule!.id}`);
  await send('ana@example.com');
  expect(await mine('rules')).toEqual([]);
  const [row] = await app.database.db.select().from(submissions);
  expect(row!.rulesMatched).toEqual([]);
  await restore(binId);
  expect(await mine<{ on: boolean }>('rules')).toMatchObject([{ id: rule!.id, on: true }]);
});

it('a form that a page shows stays; one that none shows goes', async () => {
  const refused = await owner('DELETE', `/api/forms/${world.formId}`);
  expect(refused.json()).toMatchObject({
    status: 400,
    detail: expect.stringContaining('Remove it from there first') as string,
  });
});

it('goes for good after thirty days, and not a day before', async () => {
  await send('ana@example.com');
  const id = await personId('ana@example.com');
  await remove(`/api/people/${id}`);
  await remove(`/api/funnels/${world.first.funnel.id}`);
  await app.move('P29D');
  await app.get(Housekeeping).tidy();
  expect(await things()).toHaveLength(2);
  await app.move('P1DT1H');
  await app.get(Housekeeping).tidy();
  expect(await things()).toEqual([]);
  for (const table of [people, submissions, outbox]) {
    const [left] = await app.database.db.select({ count: count() }).from(table);
    expect(left!.count).toBe(0);
  }
});

it('what was erased is erased again after an older copy of the database was put back', async () => {
  await send('ana@example.com');
  const id = await personId('ana@example.com');
  const [copy] = await app.database.db.select().from(people);
  await owner('DELETE', ofClient(`bin/${await remove(`/api/people/${id}`)}`));
  expect((await listed()).total).toBe(0);
  const { searchText: _, ...row } = copy!;
  await app.database.db.insert(people).values(row);
  expect((await listed()).total).toBe(1);
  await app.get(Bin).replayErasures();
  expect((await listed()).total).toBe(0);
  expect(await app.get(Erasures).all()).toEqual([{ kind: 'person', id }]);
});

it('shows a front desk no bin, and nobody another client’s', async () => {
  await app.signIn('desk@example.com');
  const asDesk = await app.api('GET', ofClient('bin'), undefined, 'desk@example.com');
  expect(asDesk.statusCode).toBe(403);
  const other = (
    await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'UTC' })
  ).json<{ id: string }>().id;
  const binId = await remove(`/api/funnels/${world.first.funnel.id}`);
  const elsewhere = await owner('POST', `/api/clients/${other}/bin/${binId}/restore`);
  expect(elsewhere.statusCode).toBe(404);
  const peek = await owner('GET', `/api/clients/${other}/removals/page/${world.first.pageId}`);
  expect(peek.statusCode).toBe(404);
});
