import { newEvent } from '@plumgate/core/booking';
import type { StaffId } from '@plumgate/core/basics';
import ICAL from 'ical.js';
import { calendarFeeds } from '../../records/booking/feeds.table.ts';
import {
  addBookingStep,
  buildWorld,
  TestApp,
  type Bookable,
  type World,
} from '../../testing/test-app.ts';
import { addStaff, asOwner, sendBooking } from '../../testing/booking-world.ts';

/** Bookings as calendar programs read them from a private address. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const book = (step: Bookable, name: string, start: string) => sendBooking(app, step, name, start);
const pathOf = (address: string) => new URL(address).pathname;
const make = async (url: string) =>
  pathOf((await api('POST', url)).json<{ address: string }>().address);
/** The entries of a feed, read by ical.js. */
async function entriesOf(path: string) {
  const answer = await app.site('GET', path, { headers: { host: 'localhost' } });
  expect(answer.headers['content-type']).toBe('text/calendar; charset=utf-8');
  const calendar = new ICAL.Component(ICAL.parse(answer.body) as never);
  expect(calendar.getFirstPropertyValue('method')).toBe('PUBLISH');
  return calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    return {
      uid: event.uid,
      summary: event.summary,
      sequence: event.sequence,
      start: event.startDate.toJSDate().toISOString(),
    };
  });
}
const ten = '2026-11-10T15:00:00Z';

it('says each booking as it is now, and no canceled one', async () => {
  const step = await addBookingStep(app, world);
  await book(step, 'Ana', ten);
  await book(step, 'Bo', '2026-11-10T16:00:00Z');
  const path = await make(`/api/calendars/${step.calendar.id}/feed`);
  const before = await entriesOf(path);
  expect(before.map(({ summary, start }) => [summary, start])).toEqual([
    ['Ana, First visit', '2026-11-10T15:00:00.000Z'],
    ['Bo, First visit', '2026-11-10T16:00:00.000Z'],
  ]);
  const [first, second] = before.map(({ uid }) => uid.split('@')[0]!);
  await api('PUT', `/api/bookings/${first}/time`, { start: '2026-11-11T15:00:00Z' });
  await api('POST', `/api/bookings/${second}/cancel`);
  expect(await entriesOf(path)).toEqual([
    { ...before[0]!, start: '2026-11-11T15:00:00.000Z', sequence: 1 },
  ]);
});

it('says an event once for each date, with how many come', async () => {
  const plain = newEvent('Winter smiles', 'America/New_York', {
    start: '2026-11-12T18:30',
    minutes: 90,
  });
  const step = await addBookingStep(app, world, { ...plain.rules, seats: 20 }, plain);
  for (const name of ['Ana', 'Bo']) await book(step, name, '2026-11-12T23:30:00Z');
  const entries = await entriesOf(await make(`/api/calendars/${step.calendar.id}/feed`));
  expect(entries.map(({ summary }) => summary)).toEqual(['Winter smiles (2 of 20)']);
});

it('gives somebody of the staff their own bookings, of every calendar', async () => {
  const [ana] = (await addStaff(app, world, ['Dr. Ana Reis'])) as [StaffId];
  const step = await addBookingStep(
    app,
    world,
    {},
    { staffing: { who: { by: 'name', staff: [ana] }, assign: 'anybody' } },
  );
  await book(step, 'Una', ten);
  const [entry] = await entriesOf(await make(`/api/staff/${ana}/feed`));
  expect(entry!.summary).toBe('Una, First visit');
});

it('is shown once and kept as a hash; a new address or none stops it', async () => {
  const step = await addBookingStep(app, world);
  const url = `/api/calendars/${step.calendar.id}/feed`;
  expect((await api('GET', url)).json()).toEqual({ madeAt: null });
  const first = await make(url);
  const [row] = await app.database.db.select().from(calendarFeeds);
  expect(first).not.toContain(row!.tokenHash);
  const second = await make(url);
  const status = async (path: string) =>
    (await app.site('GET', path, { headers: { host: 'localhost' } })).statusCode;
  expect([await status(first), await status(second)]).toEqual([404, 200]);
  await api('DELETE', url);
  expect(await status(second)).toBe(404);
  expect(await status('/calendar-feeds/x.ics')).toBe(404);
});
