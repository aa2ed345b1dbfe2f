import type { CalendarView, EventChange } from '@plumgate/contract';
import { noConditions } from '@plumgate/core/conditions';
import { emailFromText } from '@plumgate/core/emails';
import { emptySequence, type SequenceStep } from '@plumgate/core/followup';
import { newEvent, type CalendarContent, type EventDates } from '@plumgate/core/booking';
import type { ClientId, SequenceId } from '@plumgate/core/basics';
import { newBand, newBlock } from '@plumgate/core/page';
import { prose } from '@plumgate/core/basics';
import { asc } from 'drizzle-orm';
import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';
import { bookings } from '../../records/booking/table.ts';
import {
  addBookingStep,
  buildWorld,
  TestApp,
  type Bookable,
  type World,
} from '../../testing/test-app.ts';
import { SequenceService } from '../followup/sequence.service.ts';
import { addressOf, mailTo } from '../../testing/booking-world.ts';

/** An event is typed once: pages, countdown, seats, messages, calendar files and reminders read it. */
let app: TestApp;
let world: World;
let step: Bookable;
const zone = 'America/New_York';
const owner = 'owner@example.com';

const step4 = (id: string, amount: number): SequenceStep => ({
  id,
  ...{ anchor: 'event', side: 'before', delay: { amount, unit: 'days', at: null } },
  ...{ late: 'skip', unlessBooked: false, onlyIf: noConditions },
  action: {
    kind: 'email',
    ...emailFromText({
      subject: `${id}: {{ event.name }} {{ event.day }}`,
      body: '{{ event.where }}',
    }),
  },
});

/** The local day of so many days from now, at half past six. */
const evening = (days: number, time = '18:30'): string =>
  `${app.clock.now().toZonedDateTimeISO(zone).toPlainDate().add({ days }).toString()}T${time}`;
const momentOf = (wall: string) =>
  Temporal.PlainDateTime.from(wall).toZonedDateTime(zone).toInstant();
const dayOf = (wall: string) =>
  momentOf(wall)
    .toZonedDateTimeISO(zone)
    .toLocaleString('en-US', { weekday: 'long', month: 'long', day: 'numeric' });

/** Puts an event on a page of its own, with its countdown, its words and its seats. */
async function setUp(dates: Partial<EventDates> & { start: string }, seats = 2): Promise<void> {
  const sequence = await app.get(SequenceService).create(world.client.id as ClientId, {
    ...emptySequence('Reminders'),
    event: { kind: 'booking', calendar: null, each: true },
    quiet: null,
    steps: [step4('four', 4), step4('two', 2), step4('one', 1)],
  });
  const plain = newEvent('Winter smiles', zone, { start: dates.start, minutes: 90 });
  step = await addBookingStep(
    app,
    world,
    { ...plain.rules, seats },
    { ...plain, dates: { ...plain.dates!, ...dates }, sequence: sequence as SequenceId },
    (event) => ({
      event,
      bands: [
        newBand('what', [
          {
            id: 'words',
            share: 1,
            blocks: [
              newBlock('countdown', 'count', { counts: 'event' }),
              newBlock('text', 'says', {
                text: prose('{{ event.name }}: {{ event.when }}, {{ event.where }}.'),
              }),
            ],
          },
        ]),
      ],
    }),
  );
}
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const signUp = (name: string, start: string) =>
  app.site('POST', step.path, {
    form: {
      ...{ _form: step.formBlock, _once: `${name} ${start}`, _slot: momentOf(start).toString() },
      ...{ name, email: `${name.toLowerCase()}@example.com` },
    },
  });
const read = async () =>
  (
    await app.api('GET', `/api/calendars/${step.calendar.id}`, undefined, owner)
  ).json<CalendarView>();
async function change(turn: (content: CalendarContent) => CalendarContent) {
  const { version, content } = await read();
  const body = { version, content: turn(content) };
  const preview = await app.api('POST', `/api/calendars/${step.calendar.id}/preview`, body, owner);
  const saved = await app.api('PUT', `/api/calendars/${step.calendar.id}`, body, owner);
  return { preview: preview.json<EventChange>(), saved };
}
const withDates = (changes: Partial<EventDates>) => (content: CalendarContent) => ({
  ...content,
  dates: { ...content.dates!, ...changes },
});
const page = async () => (await app.site('GET', step.path)).body;

it('is told alike by page, countdown, seats and confirmation, and keeps the joining link for who is signed up', async () => {
  const start = evening(5);
  await setUp({ start });
  const { saved } = await change((content) => ({
    ...content,
    place: 'video',
    where: 'https://meet.example.org/smiles',
  }));
  expect(saved.statusCode).toBe(200);
  const body = await page();
  expect(body).toContain(`data-until="${momentOf(start).toString()}"`);
  expect(body).toContain(`Winter smiles: ${dayOf(start)} at 6:30 PM, Online.`);
  expect(body).toContain('2 seats left');
  expect(body).not.toContain('meet.example.org');
  expect((await signUp('Ada', start)).statusCode).toBe(303);
  await app.settle();
  const [confirmation] = await mailTo(app, addressOf('Ada'));
  expect(confirmation!.subject).toBe('Your seat: Winter smiles');
  expect(confirmation!.text).toContain('By video: https://meet.example.org/smiles');
  expect(await page()).toContain('1 seat left');
});

it('takes everybody along as it moves: page, countdown, calendar file and reminders follow, the old time is never told', async () => {
  const [old, next] = [evening(5), evening(8, '19:00')];
  await setUp({ start: old });
  await signUp('Ada', old);
  await signUp('Bo', old);
  expect(await page()).not.toContain('seat left');
  await app.settle();
  await app.move('P2D');
  // The reminder of four days before the old time has gone; that of two days has not.
  const { preview, saved } = await change(withDates({ start: next }));
  expect(preview).toEqual({ moved: 2, gone: [], recordings: 0 });
  expect(saved.statusCode).toBe(200);
  await app.settle();
  const body = await page();
  expect(body).toContain(`data-until="${momentOf(next).toString()}"`);
  expect(body).toContain(`Winter smiles: ${dayOf(next)} at 7:00 PM`);
  const told = (await mailTo(app, addressOf('Ada'))).at(-1)!;
  expect(told.subject).toBe(`New time: ${dayOf(next)} at 7:00 PM`);
  const event = new ICAL.Component(ICAL.parse(told.calendar!) as never).getFirstSubcomponent(
    'vevent',
  )!;
  expect(new ICAL.Event(event).startDate.toJSDate().toISOString()).toBe(
    `${momentOf(next).toString().slice(0, -1)}.000Z`,
  );
  expect(Number(event.getFirstPropertyValue('sequence'))).toBe(1);
  await app.move('P7D');
  const reminders = (await mailTo(app, addressOf('Ada')))
    .map(({ subject }) => subject)
    .filter((one) => /^(four|two|one)/.test(one));
  expect(reminders).toEqual([
    `four: Winter smiles ${dayOf(old)}`,
    ...['four', 'two', 'one'].map((id) => `${id}: Winter smiles ${dayOf(next)}`),
  ]);
});

it('sends the recording to those who were signed up, once', async () => {
  const start = evening(1);
  await setUp({ start });
  await signUp('Ada', start);
  await signUp('Bo', start);
  const [bo] = await app.database.db
    .select()
    .from(bookings)
    .orderBy(asc(bookings.madeAt))
    .offset(1);
  await app.api('POST', `/api/bookings/${bo!.id}/cancel`, undefined, owner);
  await app.move('P3D');
  const link = 'https://video.example.org/smiles';
  const { preview } = await change(withDates({ recordings: [{ start, link }] }));
  expect(preview.recordings).toBe(1);
  await app.settle();
  const [sent, ...more] = (await mailTo(app, addressOf('Ada'))).filter(({ subject }) =>
    subject.includes('recording'),
  );
  expect(sent!.text).toContain(link);
  expect(more).toEqual([]);
  expect(
    (await mailTo(app, addressOf('Bo'))).some(({ subject }) => subject.includes('recording')),
  ).toBe(false);
  const again = await change(withDates({ recordings: [{ start, link: `${link}-2` }] }));
  expect(again.preview.recordings).toBe(0);
});

it('in a series each date has its seats; a date with people on it can move but not vanish', async () => {
  const start = evening(3);
  await setUp({ start, repeat: 'FREQ=WEEKLY;COUNT=3' }, 1);
  const second = evening(10);
  expect((await signUp('Ada', second)).statusCode).toBe(303);
  expect((await signUp('Bo', second)).statusCode).not.toBe(303);
  expect((await signUp('Bo', start)).statusCode).toBe(303);
  const refused = await change(withDates({ repeat: 'FREQ=WEEKLY;COUNT=1' }));
  expect(refused.preview.gone).toEqual([{ start: momentOf(second).toString(), people: 1 }]);
  expect(refused.saved.statusCode).toBe(409);
  expect(refused.saved.json()).toMatchObject({ code: 'date-is-booked' });
  const moved = await change(withDates({ moved: [{ from: second, to: evening(12) }] }));
  expect(moved.preview).toEqual({ moved: 1, gone: [], recordings: 0 });
  expect(moved.saved.statusCode).toBe(200);
  const rows = await app.database.db.select().from(bookings).orderBy(asc(bookings.startsAt));
  expect(rows.map(({ startsAt }) => startsAt.toString())).toEqual(
    [momentOf(start), momentOf(evening(12))].map(String),
  );
  // The page tells of the next date once the first one is over.
  expect(await page()).toContain(`data-until="${momentOf(start).toString()}"`);
  const later = momentOf(evening(12));
  await app.move('P4D');
  expect(await page()).toContain(`data-until="${later.toString()}"`);
});
