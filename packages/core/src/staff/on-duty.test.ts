import { Temporal } from 'temporal-polyfill';
import type { Week } from '../opening/index.ts';
import { isOnDuty } from './index.ts';

const nine = [{ from: '09:00', to: '17:00' }];
const workdays: Week = [nine, nine, nine, nine, nine, [], []];

it.each([
  ['in their hours', workdays, '2026-11-05T15:00:00Z', true],
  // 17:30 in London is 12:30 in New York.
  ['by the wall of their own zone', workdays, '2026-11-05T17:30:00Z', false],
  ['at the weekend', workdays, '2026-11-07T15:00:00Z', false],
  ['always', null, '2026-11-07T03:00:00Z', true],
])('%s', (_what, onDuty, at, is) =>
  expect(isOnDuty({ onDuty, zone: 'Europe/London' }, Temporal.Instant.from(at))).toBe(is),
);
