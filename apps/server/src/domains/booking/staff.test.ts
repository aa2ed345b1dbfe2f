import type {
  BookingView,
  CalendarView,
  Problem,
  StaffTimesView,
  WaitingView,
} from '@plumgate/contract';
import type { StaffId } from '@plumgate/core/basics';
import type { Calendar, CalendarContent, Staffing } from '@plumgate/core/booking';
import { emailFromText } from '@plumgate/core/emails';
import { eq, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { bookings } from '../../records/booking/table.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { people } from '../../records/people/table.ts';
import {
  addBookingStep,
  buildWorld,
  TestApp,
  type Bookable,
  type World,
} from '../../testing/test-app.ts';
import { addStaff, asOwner, mailTo, sendBooking } from '../../testing/booking-world.ts';

/** A calendar of several people and places. */
let app: TestApp;
let world: World;
let step: Bookable;
let ana: StaffId;
let bo: StaffId;
const zone = 'America/New_York';
const api = asOwner(() => app);

beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  [ana, bo] = (await addStaff(app, world, ['Dr. Ana Reis', 'Dr. Bo Lindqvist'])) as [
    StaffId,
    StaffId,
  ];
});
afterEach(() => app.stop());

async function setUp(
  assign: Staffing['assign'],
  content: Partial<CalendarContent> = {},
  rules: Partial<Calendar> = {},
) {
  step = await addBookingStep(
    app,
    world,
    { length: 60, startEvery: 60, ahead: 60, ...rules },
    {
      staffing: { who: { by: 'name', staff: [ana, bo] }, assign },
      confirmation: emailFromText({
        subject: '{{ booking.when }} with {{ booking.with }}',
        body: '{{ booking.where }}',
      }),
      ...content,
    },
  );
}

/** So many days from today at a time, on the wall of the calendar. */
const at = (days: number, time: string) =>
  app.clock
    .now()
    .toZonedDateTimeISO(zone)
    .toPlainDate()
    .add({ days })
    .toZonedDateTime({ timeZone: zone, plainTime: time })
    .toInstant();
const book = (name: string, start: Temporal.Instant, more: Record<string, string> = {}) =>
  sendBooking(app, step, name, start.toString(), more);
/** The member of the staff of each booking, by its person. */
const booked = async () =>
  Object.fromEntries(
    (
      await app.database.db
        .select({ email: people.email, staffId: bookings.staffId })
        .from(bookings)
        .innerJoin(people, eq(people.id, bookings.personId))
    ).map(({ email, staffId }) => [
      email.split('@')[0]!,
      staffId === ana ? 'Ana' : staffId === bo ? 'Bo' : '-',
    ]),
  );
const slotsOn = async (days: number) => {
  const query = new URLSearchParams({
    from: at(days, '00:00').toString(),
    until: at(days + 1, '00:00').toString(),
  });
  const answer = await api('GET', `/api/calendars/${step.calendar.id}/slots?${query}`);
  return Object.fromEntries(
    answer
      .json<{ slots: { local: string; staff: string[] }[] }>()
      .slots.map(({ local, staff }) => [
        local.slice(11),
        staff.map((id) => (id === ana ? 'Ana' : 'Bo')).join(' '),
      ]),
  );
};

it('two take the same time, the third is told that it is gone', async () => {
  await setUp('anybody');
  const start = at(3, '10:00');
  const codes = [];
  for (const name of ['Una', 'Dee', 'Tre']) codes.push((await book(name, start)).statusCode);
  expect(codes).toEqual([303, 303, 422]);
  expect(Object.values(await booked()).sort()).toEqual(['Ana', 'Bo']);
  await app.settle();
  const [mail] = await mailTo(app, 'una@example.com');
  expect(mail!.subject).toMatch(/10:00 AM with Dr\. (Ana|Bo)/);
});

it('at once, too: no two get the same person', async () => {
  await setUp('anybody');
  const start = at(3, '10:00');
  const answers = await Promise.all(['Una', 'Dee', 'Tre'].map((name) => book(name, start)));
  expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([303, 303, 422]);
  expect(Object.values(await booked()).sort()).toEqual(['Ana', 'Bo']);
});

it('goes in turn, also while others are free', async () => {
  await setUp('in-turn');
  for (const [index, name] of ['Una', 'Dee', 'Tre', 'Fer'].entries()) {
    await book(name, at(3 + index, '10:00'));
    await app.move('PT1M');
  }
  expect(await booked()).toEqual({ una: 'Ana', dee: 'Bo', tre: 'Ana', fer: 'Bo' });
});

it('is with the person that the visitor chose, on a page that says who there is', async () => {
  await setUp('choose');
  const page = await app.site('GET', step.path);
  expect(page.body).toContain('Dr. Bo Lindqvist</option>');
  const start = at(3, '10:00');
  expect((await book('Una', start, { _with: bo })).statusCode).toBe(303);
  const again = await book('Dee', start, { _with: bo });
  expect([again.statusCode, again.body.includes('has just been taken')]).toEqual([422, true]);
  expect(again.body).toMatch(
    new RegExp(`value="${bo}"[^>]*selected|selected=""[^>]*value="${bo}"`),
  );
  expect((await book('Dee', start)).statusCode).toBe(303);
  expect(await booked()).toEqual({ una: 'Bo', dee: 'Ana' });
});

it('nobody is booked twice by way of another calendar', async () => {
  await setUp('anybody', { staffing: { who: { by: 'name', staff: [ana] }, assign: 'anybody' } });
  const start = at(3, '10:00');
  await book('Una', start);
  const made = await api('POST', `/api/clients/${world.client.id}/calendars`, { name: 'Check-up' });
  const other = made.json<CalendarView>();
  const content: CalendarContent = {
    ...other.content,
    staffing: { who: { by: 'name', staff: [ana] }, assign: 'anybody' },
  };
  expect(
    (await api('PUT', `/api/calendars/${other.id}`, { version: other.version, content }))
      .statusCode,
  ).toBe(200);
  const add = (time: string) =>
    api('POST', `/api/calendars/${other.id}/bookings`, {
      start: at(3, time).toString(),
      name: 'Dee',
    });
  expect((await add('10:30')).statusCode).toBe(409);
  expect((await add('11:00')).statusCode).toBe(200);
  // The database itself keeps it so.
  const [one] = await app.database.db.select().from(bookings).limit(1);
  await expect(
    app.database.db
      .insert(bookings)
      .values({ ...one!, id: crypto.randomUUID() as never, submissionId: null }),
  ).rejects.toThrow();
});

it('keeps to their hours, their skills and their time off', async () => {
  await setUp('anybody', {
    staffing: { who: { by: 'skill', skill: 'crowns' }, assign: 'anybody' },
  });
  expect(await slotsOn(3)).toEqual({});
  const late = Array.from({ length: 7 }, () => [{ from: '14:00', to: '20:00' }]);
  for (const [id, hours] of [
    [ana, null],
    [bo, late],
  ] as const)
    await api('PUT', `/api/staff/${id}/times`, {
      version: 0,
      content: { hours, skills: ['Crowns'], email: '' },
    });
  const off = { from: at(3, '09:00').toString(), until: at(3, '15:00').toString(), note: 'Course' };
  expect((await api('POST', `/api/staff/${ana}/time-off`, off)).statusCode).toBe(200);
  expect(await slotsOn(3)).toEqual({ '14:00': 'Bo', '15:00': 'Ana Bo', '16:00': 'Ana Bo' });
  const { staff: listed } = (await api('GET', `/api/clients/${world.client.id}/staff-times`)).json<{
    staff: StaffTimesView[];
  }>();
  expect(listed.map(({ name, timeOff }) => [name, timeOff.map(({ note }) => note)])).toEqual([
    ['Dr. Ana Reis', ['Course']],
    ['Dr. Bo Lindqvist', []],
  ]);
  await api('DELETE', `/api/time-off/${listed[0]!.timeOff[0]!.id}`);
  expect((await slotsOn(3))['09:00']).toBe('Ana');
});

it('a move stays with the same person, or goes to one who is free; the desk gives it to somebody else', async () => {
  await setUp('anybody');
  for (const id of [ana, bo])
    await api('PUT', `/api/staff/${id}/times`, {
      version: 0,
      content: { hours: null, skills: [], email: `${id === ana ? 'ana' : 'bo'}@clinic.test` },
    });
  await book('Una', at(3, '10:00'));
  const [row] = await app.database.db.select().from(bookings);
  const move = async (body: object) =>
    (await api('PUT', `/api/bookings/${row!.id}/time`, body)).json<BookingView>();
  const nine = at(4, '09:00').toString();
  expect((await move({ start: nine })).staff?.id).toBe(row!.staffId);
  await api('POST', `/api/staff/${row!.staffId}/time-off`, {
    from: at(4, '10:00').toString(),
    until: at(4, '12:00').toString(),
  });
  const moved = await move({ start: at(4, '10:00').toString() });
  expect(moved.staff?.id).not.toBe(row!.staffId);
  const back = await move({ start: nine, staff: row!.staffId! });
  expect(back.staff?.id).toBe(row!.staffId);
  await app.settle();
  // Who had it hears of it as well as who has it.
  const told = await mailTo(app, `${row!.staffId === ana ? 'bo' : 'ana'}@clinic.test`);
  expect(told.map(({ subject }) => subject.split(':')[0])).toEqual([
    'Booking moved',
    'Booking moved',
  ]);
});

const twoPlaces = () => [
  { id: 'harbor', name: 'Harbor Street', address: '12 Harbor Street', staff: [ana] },
  { id: 'mill', name: 'Mill Lane', address: '3 Mill Lane', staff: [bo] },
];

it('has several places, of which one is chosen with who works there', async () => {
  await setUp('anybody', { places: twoPlaces() });
  expect((await app.site('GET', step.path)).body).toContain('Mill Lane</option>');
  const start = at(3, '10:00');
  expect((await book('Una', start, { _place: 'mill' })).statusCode).toBe(303);
  expect((await book('Dee', start, { _place: 'mill' })).statusCode).toBe(422);
  expect((await book('Dee', start, { _place: 'harbor' })).statusCode).toBe(303);
  expect(await booked()).toEqual({ una: 'Bo', dee: 'Ana' });
  await app.settle();
  const [mail] = await mailTo(app, 'una@example.com');
  expect(mail!.text).toContain('Mill Lane, 3 Mill Lane');
});

it('refuses a place that the calendar has not', async () => {
  await setUp('anybody', { places: twoPlaces() });
  const start = at(3, '10:00');
  const typed = { start: start.toString(), name: 'Una', place: 'garden' };
  const answer = await api('POST', `/api/calendars/${step.calendar.id}/bookings`, typed);
  expect([answer.statusCode, answer.json<Problem>().fields]).toEqual([
    400,
    [{ field: 'place', message: 'Choose one of its places: Harbor Street, Mill Lane.' }],
  ]);
  expect((await book('Una', start, { _place: 'garden' })).statusCode).toBe(422);
  expect(await booked()).toEqual({});
});

it('holds a freed seat for who waits for that person and that place, and offers them no other', async () => {
  await setUp('choose', { places: twoPlaces(), waiting: { hours: 4 } }, { ahead: 1 });
  const anHour = Array.from({ length: 7 }, () => [{ from: '10:00', to: '11:00' }]);
  const content = { hours: anHour, skills: [], email: '' };
  await api('PUT', `/api/staff/${bo}/times`, { version: 0, content });
  const tomorrow = at(1, '10:00');
  await book('Una', tomorrow, { _place: 'mill', _with: bo });
  const list = async () =>
    (await api('GET', `/api/calendars/${step.calendar.id}/waiting-list`)).json<{
      waiting: WaitingView[];
    }>().waiting;
  // Ana is free all day, at the other place.
  await sendBooking(app, step, 'Dee', 'wait', { _place: 'mill', _with: bo });
  const wished = { staff: { name: 'Dr. Bo Lindqvist' }, place: { name: 'Mill Lane' } };
  expect(await list()).toMatchObject([{ ...wished, offered: null }]);
  const [una] = await app.database.db.select().from(bookings);
  await api('POST', `/api/bookings/${una!.id}/cancel`);
  expect(await list()).toMatchObject([{ offered: { start: tomorrow.toString() } }]);
  await app.settle();
  const mail = (await mailTo(app, 'dee@example.com')).at(-1)!;
  expect(mail.subject).toContain('First visit, with Dr. Bo Lindqvist, Mill Lane');
  const offer = new URL(/https?:\S+\/~\/offer\/\S+/.exec(mail.text)![0]).pathname;
  await app.site('POST', offer, { form: { do: 'take' } });
  const [dee] = await app.database.db.select().from(bookings).where(eq(bookings.state, 'booked'));
  expect(dee).toMatchObject({ staffId: bo, place: 'mill' });
});

it('waits for anybody where the wish is for nobody that the client has', async () => {
  await setUp('choose', { waiting: { hours: 4 } }, { ahead: 1, notice: 60 * 48 });
  const sent = await sendBooking(app, step, 'Eve', 'wait', { _with: crypto.randomUUID() });
  expect(sent.statusCode).toBe(303);
  const url = `/api/calendars/${step.calendar.id}/waiting-list`;
  const { waiting } = (await api('GET', url)).json<{ waiting: WaitingView[] }>();
  expect(waiting).toMatchObject([{ person: { name: 'Eve' }, staff: null }]);
});

it('lets a person have so many bookings ahead of them; the desk may book more', async () => {
  await setUp('anybody', { mostPerPerson: 1 });
  expect((await book('Una', at(3, '10:00'))).statusCode).toBe(303);
  const again = await book('Una', at(4, '10:00'));
  expect([again.statusCode, again.body.includes('You have a booking here already')]).toEqual([
    422,
    true,
  ]);
  const [person] = await app.database.db.select({ id: bookings.personId }).from(bookings);
  const byHand = await api('POST', `/api/calendars/${step.calendar.id}/bookings`, {
    start: at(4, '10:00').toString(),
    personId: person!.id,
  });
  expect(byHand.statusCode).toBe(200);
});

it('keeps a booking whose person of the staff has left, and its time', async () => {
  await setUp('anybody');
  const start = at(3, '10:00');
  await book('Una', start);
  await book('Dee', start);
  await app.database.db.delete(staff).where(sql`true`);
  expect(await booked()).toEqual({ una: '-', dee: '-' });
  expect((await book('Tre', start)).statusCode).toBe(422);
});

it('notes a deposit that was taken elsewhere', async () => {
  await setUp('anybody');
  await book('Una', at(3, '10:00'));
  const [row] = await app.database.db.select().from(bookings);
  const note = (deposit: object | null) =>
    api('PUT', `/api/bookings/${row!.id}/deposit`, { deposit });
  const kept = await note({ amount: 5000, note: 'Cash' });
  expect(kept.json<BookingView>().deposit).toEqual({ amount: 5000, note: 'Cash' });
  expect((await note({ amount: 0, note: '' })).statusCode).toBe(400);
  expect((await note(null)).json<BookingView>().deposit).toBeNull();
});
