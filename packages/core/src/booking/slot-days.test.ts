import { Temporal } from 'temporal-polyfill';
import { looksUntil, openSlots, plainCalendar, shownTimes, slotDays, timeChoice } from './index.ts';

const slots = (from: string, days: number, hours: [string, string]) => {
  const start = Temporal.PlainDate.from(from).toZonedDateTime('America/New_York').toInstant();
  const [opens, closes] = hours;
  return openSlots({
    calendar: {
      ...plainCalendar('America/New_York'),
      hours: Array.from({ length: 7 }, () => [{ from: opens, to: closes }]),
      notice: 0,
    },
    closed: [],
    bookings: [],
    from: start,
    until: start.add({ hours: 24 * days }),
    now: start,
  });
};

it('puts free times under their local days, and no more days than asked for', () => {
  const days = slotDays(slots('2026-11-10', 5, ['09:00', '10:00']), 2);
  expect(days).toEqual([
    {
      date: '2026-11-10',
      label: 'Tuesday, November 10',
      times: [
        { start: '2026-11-10T14:00:00Z', label: '9:00 AM', left: 1 },
        { start: '2026-11-10T14:30:00Z', label: '9:30 AM', left: 1 },
      ],
    },
    expect.objectContaining({ label: 'Wednesday, November 11' }),
  ]);
});

it('has no days where nothing is free', () => expect(slotDays([], 5)).toEqual([]));

it('says noon and midnight as a clock of twelve hours does', () => {
  const labels = (hours: [string, string]) =>
    slots('2026-11-10', 1, hours).map((slot) => timeChoice(slot).label);
  expect(labels(['00:00', '00:30'])).toEqual(['12:00 AM']);
  expect(labels(['12:00', '13:30'])).toEqual(['12:00 PM', '12:30 PM', '1:00 PM']);
});

it('tells two alike wall times apart by their offset', () => {
  // New York's clocks go back on 1 November 2026 (tz database, from memory).
  const labels = slots('2026-11-01', 1, ['01:00', '02:00']).map((slot) => timeChoice(slot).label);
  expect(labels).toEqual([
    '1:00 AM (UTC-04:00)',
    '1:30 AM (UTC-04:00)',
    '1:00 AM (UTC-05:00)',
    '1:30 AM (UTC-05:00)',
  ]);
});

describe('what a page shows of free times', () => {
  const now = Temporal.Instant.from('2026-11-10T05:00:00Z');
  const rules = plainCalendar('America/New_York');
  const free = slots('2026-11-10', 12, ['09:00', '09:30']);
  it('is eight days at once, and says where the next begin', () => {
    const shown = shownTimes(free, rules, { locale: 'en' });
    expect(shown.days.map(({ date }) => date)).toEqual(
      Array.from({ length: 8 }, (_, day) => `2026-11-${10 + day}`),
    );
    expect([shown.nextDay, shown.seats]).toEqual(['2026-11-18', false]);
  });
  it('goes on from a day, in the page’s way, until none is left', () => {
    const shown = shownTimes(free, { seats: 12 }, { from: '2026-11-18', locale: 'fr' });
    expect(shown.days[0]).toMatchObject({
      label: 'mercredi 18 novembre',
      times: [{ label: '09:00' }],
    });
    expect([shown.days.length, shown.nextDay, shown.seats]).toEqual([4, null, true]);
  });
  it('is nothing where nothing is free', () =>
    expect(shownTimes([], rules, { locale: 'en' })).toEqual({
      days: [],
      seats: false,
      nextDay: null,
    }));
  it('looks as far as the calendar offers days, with a day for each side', () =>
    expect(looksUntil({ ahead: 30 }, now).toString()).toBe('2026-12-12T05:00:00Z'));
});
