import { Temporal } from 'temporal-polyfill';
import { countedHour, hourKey } from './index.ts';

it.each([
  ['an hour of UTC', '2026-11-05T14:59:59.9Z', 'America/New_York', '2026-11-05T14:00:00Z'],
  [
    'the hour that comes twice as clocks go back',
    '2026-11-01T06:30:00Z',
    'America/New_York',
    '2026-11-01T06:00:00Z',
  ],
  [
    'a quarter where the zone is half an hour off',
    '2026-11-05T14:59:00Z',
    'Asia/Kolkata',
    '2026-11-05T14:45:00Z',
  ],
  [
    'and where it is three quarters off',
    '2026-11-05T14:14:59Z',
    'Asia/Kathmandu',
    '2026-11-05T14:00:00Z',
  ],
  ['before 1970', '1969-12-31T23:10:00Z', 'UTC', '1969-12-31T23:00:00Z'],
])('is %s', (_what, at, zone, hour) =>
  expect(countedHour(Temporal.Instant.from(at), zone).toString()).toBe(hour),
);

it('is called by its day and hour', () => expect(hourKey(4, 9)).toBe('4-09'));
