import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { StaffTimesView } from '@plumgate/contract';
import type { StaffId } from '@plumgate/core/basics';
import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';
import { busyFeeds, busyTimes } from '../../records/booking/staff-times.table.ts';
import { CONFIG } from '../../platform/config.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { BusyFeedService } from './busy-feed.service.ts';
import { addStaff, asOwner } from '../../testing/booking-world.ts';

/** Calendars of the staff's own, as strangers' servers send them. */
let app: TestApp;
let world: World;
let server: Server;
let ana: StaffId;
/** What each path sends; one that sends nothing hangs. */
const sent = new Map<string, string | number | null>();
const api = asOwner(() => app);

beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  [ana] = (await addStaff(app, world, ['Ana'])) as [StaffId];
  server = createServer((request, answer) => {
    const what = sent.get(request.url!);
    if (what === null) return;
    if (typeof what === 'number') return void answer.writeHead(what).end();
    answer.writeHead(200, { 'content-type': 'text/calendar' }).end(what);
  });
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  app
    .get<{ outboundAllowed: Set<string> }>(CONFIG as never)
    .outboundAllowed.add(`127.0.0.1:${(server.address() as AddressInfo).port}`);
});
afterEach(() => app.database.db.delete(busyFeeds));
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await app.stop();
});

const at = (path: string) => `http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`;
const add = (address: string) => api('POST', `/api/staff/${ana}/busy-feeds`, { address });
const calendar = (...components: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//A//B//EN', ...components, 'END:VCALENDAR', '']
    .join('\r\n')
    .replaceAll('\n\r\n', '\r\n');
const event = (...lines: string[]) =>
  [
    'BEGIN:VEVENT',
    `UID:${crypto.randomUUID()}`,
    'DTSTAMP:20260101T000000Z',
    ...lines,
    'END:VEVENT',
  ].join('\r\n');
/** The busy times that a calendar gives, on the wall of New York. */
async function busyIn(text: string): Promise<string[]> {
  sent.set('/a.ics', text);
  const answer = await add(at('/a.ics'));
  expect(answer.json()).toMatchObject({ busy: expect.any(Number) as number });
  return stored();
}
async function stored(): Promise<string[]> {
  const rows = await app.database.db.select().from(busyTimes).orderBy(busyTimes.startsAt);
  const wall = (moment: Temporal.Instant) =>
    moment
      .toZonedDateTimeISO('America/New_York')
      .toPlainDateTime()
      .toString({ smallestUnit: 'minute' });
  return rows.map(({ startsAt, endsAt }) => `${wall(startsAt)} to ${wall(endsAt)}`);
}
// The world's clock stands at November 5, 2026, 9:12 in New York.
describe('what a calendar says', () => {
  it.each<[string, string[], string[]]>([
    [
      'in UTC, in a named zone, and in none',
      [
        event('DTSTART:20261110T140000Z', 'DTEND:20261110T150000Z'),
        event('DTSTART;TZID=Europe/London:20261110T160000', 'DURATION:PT30M'),
        event('DTSTART:20261110T130000', 'DTEND:20261110T140000'),
      ],
      [
        '2026-11-10T09:00 to 2026-11-10T10:00',
        '2026-11-10T11:00 to 2026-11-10T11:30',
        '2026-11-10T13:00 to 2026-11-10T14:00',
      ],
    ],
    [
      'whole days, over a clock change, by the wall',
      [event('DTSTART;VALUE=DATE:20270313', 'DTEND;VALUE=DATE:20270315')],
      ['2027-03-13T00:00 to 2027-03-15T00:00'],
    ],
    [
      'nothing that leaves them free, is canceled, past, or a booking of the program itself',
      [
        event('DTSTART:20261110T140000Z', 'DTEND:20261110T150000Z', 'TRANSP:TRANSPARENT'),
        event('DTSTART:20261110T140000Z', 'DTEND:20261110T150000Z', 'STATUS:CANCELLED'),
        event('DTSTART:20261010T140000Z', 'DTEND:20261010T150000Z'),
        'BEGIN:VEVENT\r\nUID:1@plumgate\r\nDTSTART:20261110T140000Z\r\nDTEND:20261110T150000Z\r\nEND:VEVENT',
      ],
      [],
    ],
    [
      'a zone that only the file knows, by its rules',
      [
        [
          'BEGIN:VTIMEZONE',
          'TZID:Office',
          'BEGIN:STANDARD',
          'DTSTART:19700101T000000',
          'TZOFFSETFROM:-0300',
          'TZOFFSETTO:-0300',
          'END:STANDARD',
          'END:VTIMEZONE',
        ].join('\r\n'),
        event('DTSTART;TZID=Office:20261110T120000', 'DTEND;TZID=Office:20261110T130000'),
      ],
      ['2026-11-10T10:00 to 2026-11-10T11:00'],
    ],
    [
      'free and busy times (RFC 5545, section 3.6.4)',
      [
        'BEGIN:VFREEBUSY\r\nUID:f\r\nDTSTAMP:20260101T000000Z\r\nFREEBUSY:20261110T140000Z/PT1H,20261111T140000Z/20261111T143000Z\r\nFREEBUSY;FBTYPE=FREE:20261112T140000Z/PT1H\r\nEND:VFREEBUSY',
      ],
      ['2026-11-10T09:00 to 2026-11-10T10:00', '2026-11-11T09:00 to 2026-11-11T09:30'],
    ],
    [
      'a line that can’t be read, and everything else',
      [
        event('DTSTART:tomorrow', 'DTEND:later'),
        event('DTSTART:20261110T140000Z', 'DTEND:20261110T150000Z'),
      ],
      ['2026-11-10T09:00 to 2026-11-10T10:00'],
    ],
  ])('%s', async (_what, components, expected) =>
    expect(await busyIn(calendar(...components))).toEqual(expected),
  );

  it('a series with a date left out, one moved and one that is canceled', async () => {
    const uid = 'UID:series';
    const zoned = (wall: string) => `TZID=America/New_York:${wall}`;
    const found = await busyIn(
      calendar(
        [
          ...['BEGIN:VEVENT', uid, `DTSTART;${zoned('20261027T090000')}`, 'DURATION:PT1H'],
          'RRULE:FREQ=WEEKLY;UNTIL=20261208T140000Z',
          `EXDATE;${zoned('20261117T090000')}`,
          'END:VEVENT',
        ].join('\r\n'),
        [
          ...['BEGIN:VEVENT', uid, `RECURRENCE-ID;${zoned('20261124T090000')}`],
          ...[`DTSTART;${zoned('20261125T100000')}`, 'DURATION:PT1H', 'END:VEVENT'],
        ].join('\r\n'),
        [
          ...['BEGIN:VEVENT', uid, 'RECURRENCE-ID:20261201T140000Z', 'STATUS:CANCELLED'],
          ...[`DTSTART;${zoned('20261201T090000')}`, 'DURATION:PT1H', 'END:VEVENT'],
        ].join('\r\n'),
      ),
    );
    expect(found).toEqual([
      '2026-11-10T09:00 to 2026-11-10T10:00',
      '2026-11-25T10:00 to 2026-11-25T11:00',
      '2026-12-08T09:00 to 2026-12-08T10:00',
    ]);
  });

  it('a series on the day on which a time is skipped, with a date left out', async () => {
    const uid = 'UID:night';
    const zoned = (wall: string) => `TZID=America/New_York:${wall}`;
    const found = await busyIn(
      calendar(
        [
          ...['BEGIN:VEVENT', uid, `DTSTART;${zoned('20270307T023000')}`, 'DURATION:PT1H'],
          'RRULE:FREQ=WEEKLY;COUNT=4',
          // Left out by the moment: on March 21 it is 2:30 in summer time.
          'EXDATE:20270321T063000Z',
          'END:VEVENT',
        ].join('\r\n'),
      ),
    );
    // At 2:30 on March 14 there is no such time in New York: RFC 5545, 3.3.5 reads it by the offset of before, which is 3:30.
    expect(found).toEqual([
      '2027-03-07T02:30 to 2027-03-07T03:30',
      '2027-03-14T03:30 to 2027-03-14T04:30',
      '2027-03-28T02:30 to 2027-03-28T03:30',
    ]);
  });

  it('a series on the day on which a time comes twice, with that date moved', async () => {
    const uid = 'UID:night';
    const zoned = (wall: string) => `TZID=America/New_York:${wall}`;
    const found = await busyIn(
      calendar(
        [
          ...['BEGIN:VEVENT', uid, `DTSTART;${zoned('20271024T013000')}`, 'DURATION:PT1H'],
          'RRULE:FREQ=WEEKLY;COUNT=4',
          'END:VEVENT',
        ].join('\r\n'),
        [
          // Moved by the moment: on November 7 it is 1:30 twice, and the first of them is meant (RFC 5545, 3.3.5).
          ...['BEGIN:VEVENT', uid, 'RECURRENCE-ID:20271107T053000Z'],
          ...[`DTSTART;${zoned('20271108T100000')}`, 'DURATION:PT1H', 'END:VEVENT'],
        ].join('\r\n'),
      ),
    );
    expect(found).toEqual([
      '2027-10-24T01:30 to 2027-10-24T02:30',
      '2027-10-31T01:30 to 2027-10-31T02:30',
      '2027-11-08T10:00 to 2027-11-08T11:00',
      '2027-11-14T01:30 to 2027-11-14T02:30',
    ]);
  });

  // ical.js expands the same rules by itself: two programs that agree.
  it.each([
    'FREQ=DAILY;INTERVAL=10;COUNT=40',
    'FREQ=MONTHLY;BYDAY=1FR;COUNT=20',
    'FREQ=MONTHLY;BYDAY=-2MO;COUNT=12',
    'FREQ=WEEKLY;INTERVAL=2;WKST=SU;BYDAY=TU,TH;COUNT=16',
    'FREQ=MONTHLY;BYMONTHDAY=13;BYDAY=FR;COUNT=5',
  ])('a series as ical.js expands it: %s', async (rule) => {
    const start = ['DTSTART;TZID=America/New_York:20261109T083000', 'DURATION:PT45M'];
    const text = calendar(event(...start, `RRULE:${rule}`));
    const component = new ICAL.Component(ICAL.parse(text) as never).getFirstSubcomponent('vevent')!;
    const times = new ICAL.Event(component).iterator();
    const walls: string[] = [];
    for (let next = times.next() as ICAL.Time | null; next; next = times.next() as ICAL.Time | null)
      walls.push(next.toString().slice(0, 16));
    const until = '2028-11-05';
    // The rule's own first date counts for ical.js even where it does not fit the rule (RFC 5545, 3.8.5.3).
    expect((await busyIn(text)).map((one) => one.slice(0, 16))).toEqual(
      walls.filter((wall) => wall < until && !isUnruly(wall, rule)),
    );
  });
});

/** Whether a start is the first of a series without being one of its rule. */
const isUnruly = (wall: string, rule: string): boolean =>
  wall === '2026-11-09T08:30' && /MONTHLY|YEARLY|BYDAY=TU/.test(rule);

describe('a calendar that', () => {
  it.each([
    ['is no calendar', '<html>Sign in</html>', /not a calendar file/],
    ['is empty', '', /not a calendar file/],
    ['is not shared', 404, /not shared/],
    ['fails', 500, /error \(500\)/],
    ['is larger than can be read', 'BEGIN:VCALENDAR'.padEnd(21 * 2 ** 20), /too large/],
  ] as const)('%s is refused with the reason', async (_what, what, words) => {
    sent.set('/bad.ics', what);
    const answer = await add(at('/bad.ics'));
    expect([answer.statusCode, answer.json<{ detail: string }>().detail]).toEqual([
      422,
      expect.stringMatching(words),
    ]);
    expect(await app.database.db.$count(busyFeeds)).toBe(0);
  });

  it.each(['ftp://example.com/a.ics', 'http://10.0.0.1/a.ics', 'webcal://localhost/a.ics'])(
    'lies where nobody may look: %s',
    async (address) => expect((await add(address)).statusCode).toBe(422),
  );

  it('has 50,000 events is read; the past is not kept', async () => {
    const days = Array.from({ length: 50_000 }, (_, index) =>
      Temporal.PlainDate.from('2026-11-20')
        .subtract({ days: index % 20_000 })
        .toString()
        .replaceAll('-', ''),
    );
    const found = await busyIn(
      calendar(...days.map((day) => event(`DTSTART:${day}T150000Z`, `DTEND:${day}T160000Z`))),
    );
    expect(new Set(found).size).toBe(16);
  });

  it('recurs forever, by the second, or never comes is kept as far as anybody can book', async () => {
    const daily = event('DTSTART:19700101T100000Z', 'DURATION:PT1H', 'RRULE:FREQ=DAILY');
    const never = event(
      'DTSTART:20260101T100000Z',
      'DURATION:PT1H',
      'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
    );
    const restless = event('DTSTART:20260101T100000Z', 'DURATION:PT1S', 'RRULE:FREQ=SECONDLY');
    expect((await busyIn(calendar(daily, never, restless))).length).toBeGreaterThan(700);
  });
});

describe('from then on', () => {
  const due = async () => {
    await app.database.db.update(busyFeeds).set({ nextAt: app.clock.now() });
    await app.get(BusyFeedService).readDue();
    return (await api('GET', `/api/clients/${world.client.id}/staff-times`)).json<{
      staff: StaffTimesView[];
    }>().staff[0]!.feeds[0]!;
  };
  const hour = (day: number) => event(`DTSTART:202611${day}T140000Z`, 'DURATION:PT1H');

  it('what changed is seen; what can’t be read leaves what was known, says why, and is tried less often', async () => {
    await busyIn(calendar(hour(10)));
    sent.set('/a.ics', calendar(hour(11), hour(12)));
    expect((await due()).problem).toBeNull();
    expect((await stored()).map((one) => one.slice(0, 10))).toEqual(['2026-11-11', '2026-11-12']);
    sent.set('/a.ics', 503);
    expect((await due()).problem).toMatch(/error \(503\)/);
    await due();
    const [feed] = await app.database.db.select().from(busyFeeds);
    expect(feed!.nextAt.since(app.clock.now()).total('minutes')).toBe(20);
    expect(await stored()).toHaveLength(2);
  });

  it('two processes read it once', async () => {
    await busyIn(calendar(hour(10)));
    await app.database.db.update(busyFeeds).set({ nextAt: app.clock.now() });
    let asked = 0;
    server.on('request', () => asked++);
    const service = app.get(BusyFeedService);
    await Promise.all([service.readDue(), service.readDue(), service.readDue()]);
    expect(asked).toBe(1);
  });

  it('is forgotten with what it said', async () => {
    await busyIn(calendar(hour(10)));
    const [feed] = await app.database.db.select().from(busyFeeds);
    await api('DELETE', `/api/busy-feeds/${feed!.id}`);
    expect(await stored()).toEqual([]);
  });

  it('never keeps more than five of one person', async () => {
    sent.set('/a.ics', calendar());
    for (let number = 0; number < 5; number++)
      expect((await add(at('/a.ics'))).statusCode).toBe(200);
    expect((await add(at('/a.ics'))).json()).toMatchObject({ code: 'too-many-busy-feeds' });
  });
});
