import { Temporal } from 'temporal-polyfill';
import {
  areTooManyComplaints,
  areTooManyRefused,
  CampaignContent,
  campaignStart,
  newCampaign,
  outOfQuiet,
  type CampaignTime,
} from './index.ts';

const instant = (text: string) => Temporal.Instant.from(text);
const zones = { zone: 'America/New_York', theirZone: 'America/Los_Angeles' };

it.each(['email', 'text'] as const)('a new campaign by %s can be saved', (kind) =>
  expect(CampaignContent.safeParse(newCampaign('Spring', kind)).success).toBe(true),
);

it.each<[string, CampaignTime, string, string]>([
  ['now', { kind: 'now' }, '2026-11-10T12:00:00Z', '2026-11-10T12:00:00Z'],
  [
    'at a time of the client',
    { kind: 'at', at: '2026-11-11T09:00' },
    '2026-11-10T12:00:00Z',
    '2026-11-11T14:00:00Z',
  ],
  [
    'at a time that is past',
    { kind: 'at', at: '2026-11-09T09:00' },
    '2026-11-10T12:00:00Z',
    '2026-11-10T12:00:00Z',
  ],
  [
    'in their own morning',
    { kind: 'morning', date: '2026-11-11', at: '09:00' },
    '2026-11-10T12:00:00Z',
    '2026-11-11T17:00:00Z',
  ],
  // The clocks of both go back on November 1, 2026.
  [
    'in the morning after the clocks go back',
    { kind: 'morning', date: '2026-11-01', at: '09:00' },
    '2026-10-31T12:00:00Z',
    '2026-11-01T17:00:00Z',
  ],
])('begins %s', (_what, when, now, start) =>
  expect(campaignStart(when, { ...zones, now: instant(now) }).toString()).toBe(start),
);

it.each([
  ['2026-11-10T13:00:00Z', '2026-11-10T13:00:00Z', 'at eight in the morning'],
  ['2026-11-10T12:59:59Z', '2026-11-10T13:00:00Z', 'a second before eight'],
  ['2026-11-11T01:59:59Z', '2026-11-11T01:59:59Z', 'a second before nine in the evening'],
  ['2026-11-11T02:00:00Z', '2026-11-11T13:00:00Z', 'at nine in the evening'],
  ['2026-11-01T05:30:00Z', '2026-11-01T13:00:00Z', 'in the night in which the clocks go back'],
])('a text due at %s goes out at %s: %s', (due, goes) =>
  expect(outOfQuiet(instant(due), 'America/New_York').toString()).toBe(goes),
);

it.each([
  [0, 49, false],
  [0, 50, true],
  [95, 5, false],
  [94, 6, true],
  [1000, 50, false],
])('%i sent and %i refused: too many is %s', (sent, refused, tooMany) =>
  expect(areTooManyRefused(sent, refused)).toBe(tooMany),
);

it.each([
  [100, 2, false],
  [100, 3, true],
  [1000, 3, false],
  [999, 3, true],
  [10_000, 31, true],
])('%i sent and %i complaints: too many is %s', (sent, complaints, tooMany) =>
  expect(areTooManyComplaints(sent, complaints)).toBe(tooMany),
);
