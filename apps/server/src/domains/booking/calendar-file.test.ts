import type { BookingId } from '@plumgate/core/basics';
import { emptyFacts } from '@plumgate/core/clients';
import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';
import { calendarFile, type FiledBooking } from './calendar-file.ts';

const client = {
  name: 'Stone, Croft; & Sons',
  facts: {
    ...emptyFacts('America/New_York'),
    email: 'desk@example.com',
    street: '3 Quarry Lane',
    town: 'Port Alder',
  },
};
const booking: FiledBooking = {
  id: '00000000-0000-4000-8000-000000000001' as BookingId,
  startsAt: Temporal.Instant.from('2026-11-10T14:00:00Z'),
  endsAt: Temporal.Instant.from('2026-11-10T14:30:00Z'),
  changes: 0,
  state: 'booked',
  calendarName:
    'Survey; "the long one", with a name that goes on and on so that its line must be folded somewhere 🌿',
  where: '3 Quarry Lane, Port Alder',
  person: { name: 'Ana Okafor', email: 'ana@example.com' },
};
const file = (changes: Partial<FiledBooking> = {}) =>
  calendarFile({ ...booking, ...changes }, client, {
    changeLink: 'http://stonecroft.localhost/~/booking/x',
    now: Temporal.Instant.from('2026-11-05T14:12:00Z'),
  });
const event = (content: string) =>
  new ICAL.Component(ICAL.parse(content) as never).getFirstSubcomponent('vevent')!;

it('folds its lines at 75 octets and ends them by CRLF, as RFC 5545 3.1 asks', () => {
  const { content } = file();
  const lines = content.split('\r\n');
  for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  expect(content).not.toMatch(/[^\r]\n/);
  expect(lines.some((line) => line.startsWith(' '))).toBe(true);
});

it('escapes what RFC 5545 3.3.11 asks, and reads back as it was', () => {
  const { content } = file();
  expect(content.replace(/\r\n /g, '')).toContain('SUMMARY:Survey\\; "the long one"\\, with');
  expect(String(event(content).getFirstPropertyValue('summary'))).toBe(
    `${booking.calendarName}, ${client.name}`,
  );
  expect(String(event(content).getFirstPropertyValue('location'))).toBe(
    '3 Quarry Lane, Port Alder',
  );
});

it('keeps its UID, counts its SEQUENCE up, and cancels by METHOD and STATUS (RFC 5546)', () => {
  const [made, moved, cancelled] = [
    file(),
    file({
      changes: 1,
      startsAt: booking.startsAt.add({ hours: 2 }),
      endsAt: booking.endsAt.add({ hours: 2 }),
    }),
    file({ changes: 2, state: 'cancelled' }),
  ].map(({ method, content }) => ({
    method,
    uid: String(event(content).getFirstPropertyValue('uid')),
    sequence: Number(event(content).getFirstPropertyValue('sequence')),
    status: String(event(content).getFirstPropertyValue('status')),
    start: new ICAL.Event(event(content)).startDate.toJSDate().toISOString(),
  }));
  expect(made).toMatchObject({
    method: 'REQUEST',
    sequence: 0,
    status: 'CONFIRMED',
    start: '2026-11-10T14:00:00.000Z',
  });
  expect(moved).toMatchObject({
    uid: made!.uid,
    method: 'REQUEST',
    sequence: 1,
    start: '2026-11-10T16:00:00.000Z',
  });
  expect(cancelled).toMatchObject({
    uid: made!.uid,
    method: 'CANCEL',
    sequence: 2,
    status: 'CANCELLED',
  });
});

it('names organizer and guest, and does without a guest’s address', () => {
  expect(file().content).toMatch(/ORGANIZER;CN=.*mailto:desk@example.com/i);
  expect(file({ person: { name: '', email: '' } }).content).not.toContain('ATTENDEE');
});
