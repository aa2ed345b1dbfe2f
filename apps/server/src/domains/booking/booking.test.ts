import { users } from '../../records/accounts/table.ts';
import type { BookingView, CalendarView, TodayBoard } from '@plumgate/contract';
import type { BookingId, PersonId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people, timeline } from '../../records/people/table.ts';
import { PersonLinks } from '../messages/person-links.ts';
import {
  addBookingStep,
  buildWorld,
  TestApp,
  type Bookable,
  type World,
} from '../../testing/test-app.ts';
import { BookingService } from './booking.service.ts';
import { CalendarService } from './calendar.service.ts';
import { bookings } from '../../records/booking/table.ts';
import { seesAll } from '../../records/accounts/users-of.ts';
import { mailTo } from '../../testing/booking-world.ts';

let app: TestApp;
let world: World;
let step: Bookable;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  step = await addBookingStep(app, world);
});
afterAll(() => app.stop());

let number = 0;
/** Every test books on a day of its own, so that none meets another's bookings. */
const nextDay = () => Temporal.PlainDate.from('2026-11-10').add({ days: number++ });
const at = (day: Temporal.PlainDate, time: string) =>
  day.toZonedDateTime({ timeZone: 'America/New_York', plainTime: time }).toInstant().toString();
const typed = (name: string, start: string) => ({
  _form: step.formBlock,
  _once: `${name}-${start}`,
  _slot: start,
  name,
  email: `${name.toLowerCase()}@example.com`,
  phone: '(207) 555-0117',
});
const book = (name: string, start: string, headers: Record<string, string> = {}) =>
  app.site('POST', step.path, { form: typed(name, start), headers });
const bookingOf = async (name: string) => {
  const [row] = await app.database.db
    .select({ booking: bookings })
    .from(bookings)
    .innerJoin(people, eq(people.id, bookings.personId))
    .where(eq(people.email, `${name.toLowerCase()}@example.com`));
  return row!.booking;
};
const linkOf = async (name: string) => app.get(PersonLinks).bookingPath((await bookingOf(name)).id);
/** A calendar file, read by ical.js. */
const readFile = (content: string) => {
  const calendar = new ICAL.Component(ICAL.parse(content) as never);
  const event = calendar.getFirstSubcomponent('vevent')!;
  const value = (name: string) => String(event.getFirstPropertyValue(name));
  return {
    method: calendar.getFirstPropertyValue('method'),
    uid: value('uid'),
    sequence: Number(value('sequence')),
    status: value('status'),
    location: value('location'),
    start: new ICAL.Event(event).startDate.toJSDate().toISOString(),
    end: new ICAL.Event(event).endDate.toJSDate().toISOString(),
  };
};

describe('from page to page', () => {
  it('types nothing again, books, and says when and where', async () => {
    const start = at(nextDay(), '10:00');
    const first = await app.site('POST', `/${world.first.slug}`, {
      form: {
        _form: world.formBlock,
        name: 'Ana Okafor',
        email: 'Ana@example.com',
        phone: '(207) 555-0117',
      },
    });
    expect(first.headers.location).toMatch(/^\/choose\?_carried=/);
    const cookie = String(first.headers['set-cookie'])
      .split(/,(?=gate)/)
      .map((one) => one.split(';')[0])
      .join('; ');
    const page = await app.site('GET', '/choose', { headers: { cookie } });
    expect(page.body).toContain('For Ana Okafor, Ana@example.com');
    expect(page.body).toContain('value="(207) 555-0117"');
    expect(page.body).toContain(`value="${start}"`);
    const booked = await app.site('POST', '/choose', {
      form: { ...typed('Ana', start), name: 'Ana Okafor', email: 'Ana@example.com' },
      headers: { cookie },
    });
    expect([booked.statusCode, booked.headers.location]).toEqual([303, `/${world.thanks.slug}`]);
    await app.settle();
    const [mail] = (await mailTo(app, 'Ana@example.com')).filter(({ calendar }) => calendar !== '');
    expect(mail!.subject).toBe('See you on Tuesday, November 10 at 10:00 AM');
    expect(readFile(mail!.calendar)).toMatchObject({
      method: 'REQUEST',
      sequence: 0,
      status: 'CONFIRMED',
      start: new Date(start).toISOString(),
      end: new Date(Date.parse(start) + 30 * 60_000).toISOString(),
    });
    const told = await mailTo(app, 'desk@quayside-dental.test');
    expect(told.map(({ subject }) => subject)).toContain(
      'New booking: Ana Okafor, Tuesday, November 10 at 10:00 AM',
    );
  });

  it('gives the free times as JSON, found from the page', async () => {
    const page = await app.site('GET', '/choose');
    const path = /data-slots="([^"]+)"/.exec(page.body)![1]!;
    const day = nextDay();
    const query = new URLSearchParams({
      from: at(day, '00:00'),
      until: at(day.add({ days: 1 }), '00:00'),
    });
    const { zone, slots } = (await app.site('GET', `${path}?${query}`)).json<{
      zone: string;
      slots: { local: string }[];
    }>();
    expect(zone).toBe('America/New_York');
    expect(slots.map(({ local }) => local.slice(11))).toEqual(
      Array.from(
        { length: 16 },
        (_, half) =>
          `${String(9 + Math.floor(half / 2)).padStart(2, '0')}:${half % 2 ? '30' : '00'}`,
      ),
    );
    expect((await app.site('GET', path.replace(/.$/, 'z'))).statusCode).toBe(404);
  });
});

describe('two who want the same time', () => {
  it('one gets it, the other keeps what they typed and sees the nearest free ones', async () => {
    const start = at(nextDay(), '11:00');
    const answers = await Promise.all([book('Bram', start), book('Nell', start)]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([303, 422]);
    const lost = answers.find(({ statusCode }) => statusCode === 422)!;
    expect(lost.body).toContain('has just been taken');
    expect(lost.body).toContain('Nearest free times');
    expect(lost.body).toContain('value="(207) 555-0117"');
    expect(lost.body).toMatch(/value="(Bram|Nell)"/);
  });

  it('with script the other gets the times anew as part of the answer', async () => {
    const start = at(nextDay(), '11:00');
    await book('Piet', start);
    const lost = await book('Tova', start, { accept: 'application/json' });
    const body = lost.json<{ problems: { field: string }[]; times: string }>();
    expect(body.problems[0]!.field).toBe('_slot');
    expect(body.times).toContain('Nearest free times');
    expect(body.times).not.toContain(`value="${start}"`);
  });

  it('nothing of the one who lost is kept: no person, no submission, no message', async () => {
    const start = at(nextDay(), '11:00');
    await book('Ulla', start);
    await book('Wren', start);
    const [wren] = await app.database.db
      .select()
      .from(people)
      .where(eq(people.email, 'wren@example.com'));
    expect(wren).toBeUndefined();
  });

  it('the database itself refuses a second, whoever writes it', async () => {
    const start = at(nextDay(), '11:00');
    await book('Zadie', start);
    const { id: _id, ...row } = await bookingOf('Zadie');
    const again = app.database.db.insert(bookings).values({
      ...row,
      id: '00000000-0000-4000-8000-0000000000aa' as BookingId,
      startsAt: row.startsAt.add({ minutes: 10 }),
      endsAt: row.endsAt.add({ minutes: 10 }),
      heldUntil: row.heldUntil.add({ minutes: 10 }),
    });
    await expect(again).rejects.toMatchObject({ cause: { code: '23P01' } });
  });

  it('a doubled post is one booking', async () => {
    const start = at(nextDay(), '11:00');
    const answers = [await book('Odile', start), await book('Odile', start)];
    expect(answers.map(({ statusCode }) => statusCode)).toEqual([303, 303]);
    const all = await app.database.db
      .select()
      .from(bookings)
      .where(eq(bookings.startsAt, Temporal.Instant.from(start)));
    expect(all).toHaveLength(1);
  });
});

it.each([
  ['no time at all', '', 'Please choose a time.'],
  ['something that is no time', 'tomorrow', 'Please choose a time.'],
  ['a time in the past', '2026-11-01T15:00:00Z', 'has just been taken'],
  ['a time that was never offered', '2026-11-12T14:07:00Z', 'has just been taken'],
  ['a time outside of hours', '2026-11-12T03:00:00Z', 'has just been taken'],
  ['a time beyond the horizon', '2027-11-12T15:00:00Z', 'has just been taken'],
])('refuses %s and keeps what was typed', async (_what, start, words) => {
  const answer = await book('Dev', start);
  expect(answer.statusCode).toBe(422);
  expect(answer.body).toContain(words);
  expect(answer.body).toContain('value="Dev"');
});

describe('the link in the confirmation', () => {
  it('moves: the other side is told, the file keeps its UID and its SEQUENCE grows', async () => {
    const day = nextDay();
    await book('Joss', at(day, '09:00'));
    const link = await linkOf('Joss');
    const before = readFile((await app.site('GET', `${link}/visit.ics`)).body);
    const moved = await app.site('POST', link, { form: { do: 'move', _slot: at(day, '15:00') } });
    expect([moved.statusCode, moved.headers.location]).toEqual([303, link]);
    const after = readFile((await app.site('GET', `${link}/visit.ics`)).body);
    expect(after).toMatchObject({
      uid: before.uid,
      sequence: before.sequence + 1,
      start: new Date(at(day, '15:00')).toISOString(),
    });
    await app.settle();
    const subjects = (await mailTo(app, 'joss@example.com')).map(({ subject }) => subject);
    expect(subjects).toContainEqual(expect.stringMatching(/^New time: .* at 3:00 PM$/));
    const told = (await mailTo(app, 'desk@quayside-dental.test')).map(({ subject }) => subject);
    expect(told.some((subject) => subject.startsWith('Booking moved: Joss'))).toBe(true);
    expect((await book('Lorcan', at(day, '09:00'))).statusCode).toBe(303);
  });

  it('cancels once, frees the time, and sends METHOD:CANCEL under the same UID', async () => {
    const start = at(nextDay(), '09:00');
    await book('Fenn', start);
    const link = await linkOf('Fenn');
    for (const _press of [1, 2])
      expect((await app.site('POST', link, { form: { do: 'cancel' } })).statusCode).toBe(303);
    expect((await app.site('GET', link)).body).toContain('This booking is canceled');
    await app.settle();
    const mails = await mailTo(app, 'fenn@example.com');
    const files = mails
      .filter(({ calendar }) => calendar)
      .map(({ calendar }) => readFile(calendar))
      .sort((a, b) => a.sequence - b.sequence);
    expect(files.map(({ method }) => method)).toEqual(['REQUEST', 'CANCEL']);
    expect(files[1]).toMatchObject({ uid: files[0]!.uid, sequence: 1, status: 'CANCELLED' });
    expect((await book('Roux', start)).statusCode).toBe(303);
  });

  it('does not move onto a taken time, nor a cancelled booking anywhere', async () => {
    const day = nextDay();
    await book('Ines', at(day, '09:00'));
    await book('Petra', at(day, '10:00'));
    const link = await linkOf('Petra');
    const answer = await app.site('POST', link, { form: { do: 'move', _slot: at(day, '09:00') } });
    expect([answer.statusCode, answer.body.includes('That time is not free')]).toEqual([409, true]);
    await app.site('POST', link, { form: { do: 'cancel' } });
    expect(
      (await app.site('POST', link, { form: { do: 'move', _slot: at(day, '12:00') } })).statusCode,
    ).toBe(409);
  });

  it('leads nowhere when it is guessed, changed, or opened on another client’s host', async () => {
    await book('Casper', at(nextDay(), '09:00'));
    const link = await linkOf('Casper');
    for (const path of [`${link}x`, link.replace(/\.[^.]+$/, '.AAAA'), '/~/booking/none'])
      expect((await app.site('GET', path)).statusCode).toBe(404);
    expect((await app.site('GET', link, { client: 'elsewhere' })).statusCode).toBe(404);
  });

  it('is over once the notice has passed', async () => {
    const soon = app.clock.now().add({ minutes: 130 });
    const start = soon
      .round({ smallestUnit: 'minute', roundingIncrement: 30, roundingMode: 'ceil' })
      .toString();
    await book('Saoirse', start);
    const link = await linkOf('Saoirse');
    await app.move('PT40M');
    expect((await app.site('GET', link)).body).toContain('It is too close');
    expect((await app.site('POST', link, { form: { do: 'cancel' } })).statusCode).toBe(409);
  });
});

describe('bookings', () => {
  const api = (
    method: 'GET' | 'POST' | 'PUT',
    url: string,
    body?: object,
    who = 'desk@example.com',
  ) => app.api(method, url, body, who);
  beforeAll(() => app.signIn('desk@example.com'));

  it('books by hand, outside of hours too, and not over another', async () => {
    const start = at(nextDay(), '20:00');
    const url = `/api/calendars/${step.calendar.id}/bookings`;
    const made = await api('POST', url, { start, name: 'Yusuf Marsh', email: 'yusuf@example.com' });
    expect(made.json<BookingView>()).toMatchObject({
      state: 'booked',
      person: { name: 'Yusuf Marsh' },
    });
    const { person } = made.json<BookingView>();
    const [row] = await app.database.db.select().from(people).where(eq(people.id, person.id));
    expect(row!.touchedAt).not.toBeNull();
    expect((await api('POST', url, { start, name: 'Another' })).json()).toMatchObject({
      code: 'slot-taken',
    });
    expect((await api('POST', url, { start })).json()).toMatchObject({
      fields: [{ field: 'body.name' }],
    });
  });

  it('marks, moves and cancels, and tells the person, not the business', async () => {
    const day = nextDay();
    await book('Mirela', at(day, '09:00'));
    const { id, personId } = await bookingOf('Mirela');
    expect(
      (await api('PUT', `/api/bookings/${id}/time`, { start: at(day, '18:00') })).json(),
    ).toMatchObject({ startsAt: at(day, '18:00') });
    expect((await api('POST', `/api/bookings/${id}/mark`, { as: 'came' })).json()).toMatchObject({
      state: 'came',
    });
    expect((await api('POST', `/api/bookings/${id}/cancel`)).json()).toMatchObject({
      code: 'booking-is-over',
    });
    await api('POST', `/api/bookings/${id}/mark`, { as: 'booked' });
    expect((await api('POST', `/api/bookings/${id}/cancel`)).json()).toMatchObject({
      state: 'cancelled',
    });
    const facts = await app.database.db
      .select()
      .from(timeline)
      .where(eq(timeline.personId, personId));
    expect(facts.map(({ fact }) => fact.kind)).toEqual(
      expect.arrayContaining(['booked', 'moved', 'came', 'cancelled']),
    );
    await app.settle();
    const told = (await mailTo(app, 'desk@quayside-dental.test')).map(({ subject }) => subject);
    expect(
      told.filter((subject) => subject.includes('Mirela') && /moved|cancelled/.test(subject)),
    ).toEqual([]);
  });

  it('lists a week of one client, and hides another’s from the front desk', async () => {
    const list = await api(
      'GET',
      `/api/clients/${world.client.id}/bookings?from=2026-11-09T00:00:00Z&until=2026-12-20T00:00:00Z`,
    );
    const starts = list
      .json<{ bookings: BookingView[] }>()
      .bookings.map(({ startsAt }) => startsAt);
    expect(starts.length).toBeGreaterThan(5);
    expect(starts).toEqual(starts.toSorted());
    const other = (
      await app.api(
        'POST',
        '/api/clients',
        { name: 'Other', slug: 'other', zone: 'UTC' },
        'owner@example.com',
      )
    ).json<{ id: string }>();
    const calendar = (
      await app.api(
        'POST',
        `/api/clients/${other.id}/calendars`,
        { name: 'Theirs' },
        'owner@example.com',
      )
    ).json<CalendarView>();
    expect(
      (
        await api(
          'GET',
          `/api/calendars/${calendar.id}/slots?from=2026-11-09T00:00:00Z&until=2026-11-10T00:00:00Z`,
        )
      ).statusCode,
    ).toBe(404);
    expect(
      (
        await api('POST', `/api/calendars/${calendar.id}/bookings`, {
          start: '2026-11-09T15:00:00Z',
          name: 'X',
        })
      ).statusCode,
    ).toBe(404);
  });

  it('refuses hours that make no sense, with the remedy', async () => {
    const { content, version } = step.calendar;
    const hours = content.rules.hours.with(1, [{ from: '17:00', to: '09:00' }]);
    const answer = await app.api(
      'PUT',
      `/api/calendars/${step.calendar.id}`,
      { version, content: { ...content, rules: { ...content.rules, hours } } },
      'owner@example.com',
    );
    expect(answer.json<{ detail: string }>().detail).toBe(
      'The opening hours for Tuesday end (09:00) before they begin (17:00). Swap them or clear the day.',
    );
  });
});

it('sells no more seats than there are, however many press at once', async () => {
  const evening = nextDay();
  const step3 = await app.api(
    'POST',
    `/api/clients/${world.client.id}/calendars`,
    { name: 'Evening' },
    'owner@example.com',
  );
  const calendar = step3.json<CalendarView>();
  const content = {
    ...calendar.content,
    rules: {
      ...calendar.content.rules,
      hours: Array.from({ length: 7 }, () => [{ from: '18:00', to: '19:30' }]),
      length: 90,
      seats: 3,
      ahead: 90,
    },
  };
  await app.api(
    'PUT',
    `/api/calendars/${calendar.id}`,
    { version: 1, content },
    'owner@example.com',
  );
  const start = at(evening, '18:00');
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, index) =>
      app.api(
        'POST',
        `/api/calendars/${calendar.id}/bookings`,
        { start, name: `Guest ${index}` },
        'owner@example.com',
      ),
    ),
  );
  expect(answers.filter(({ statusCode }) => statusCode === 200)).toHaveLength(3);
});

it('ends what ends on a booking', async () => {
  const start = at(nextDay(), '09:00');
  await app.site('POST', `/${world.first.slug}`, {
    form: {
      _form: world.formBlock,
      _once: 'hanneke',
      name: 'Hanneke',
      email: 'hanneke@example.com',
      phone: '(207) 555-0100',
    },
  });
  await book('Hanneke', start);
  const [person] = await app.database.db
    .select()
    .from(people)
    .where(eq(people.email, 'hanneke@example.com'));
  const facts = await app.database.db
    .select()
    .from(timeline)
    .where(eq(timeline.personId, person!.id as PersonId));
  expect(facts.map(({ fact }) => fact)).toContainEqual({
    kind: 'ended',
    sequence: 'Gentle welcome',
    because: 'booked',
  });
});

it('owes a confirmation for each booking and change, never two under one key', async () => {
  const keys = (await app.database.db.select({ key: outbox.key }).from(outbox)).map(
    ({ key }) => key,
  );
  expect(new Set(keys).size).toBe(keys.length);
});

it('tells a booking’s time by the clock of its calendar, on pages and in messages alike, and names the zone', async () => {
  const service = app.get(CalendarService);
  const { id, version, content } = await service.row(step.calendar.id, seesAll);
  const central = { ...content, rules: { ...content.rules, zone: 'America/Chicago' } };
  const [me] = await app.database.db.select({ id: users.id }).from(users);
  await service.save(id, me!.id, { version, content: central });
  try {
    // Nine in Chicago is ten in Maine, where the client is.
    const start = nextDay()
      .toZonedDateTime({ timeZone: 'America/Chicago', plainTime: '09:00' })
      .toInstant()
      .toString();
    expect((await book('Zoe', start)).statusCode).toBe(303);
    await app.settle();
    const [confirmation] = await mailTo(app, 'zoe@example.com');
    expect(confirmation!.text).toContain('at 9:00 AM, Central Time');
    const page = await app.site('GET', await linkOf('Zoe'));
    expect(page.body).toContain('at 9:00 AM, Central Time');
  } finally {
    await service.save(id, me!.id, { version: version + 1, content });
  }
});

it('who booked by themselves is not waiting for a call, until the booking is cancelled', async () => {
  const waits = async () =>
    (await app.api('GET', `/api/clients/${world.client.id}/today`, undefined, 'owner@example.com'))
      .json<TodayBoard>()
      .waiting.some(({ email }) => email === 'selma@example.com');
  expect((await book('Selma', at(nextDay(), '10:00'))).statusCode).toBe(303);
  expect(await waits()).toBe(false);
  await app.get(BookingService).cancel((await bookingOf('Selma')).id, 'visitor', seesAll);
  expect(await waits()).toBe(true);
});
