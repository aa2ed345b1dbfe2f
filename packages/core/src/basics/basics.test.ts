import { Temporal } from 'temporal-polyfill';
import { isZone, localDay, Slug, slugFrom, TimeOfDay, zoneNote } from './index.ts';

describe('slugFrom', () => {
  it.each([
    ['Nervous-patient first visit', 'nervous-patient-first-visit'],
    ['Café & Crêpes!', 'cafe-crepes'],
    ['Runner’s knee evening', 'runners-knee-evening'],
    ['  --  ', 'page'],
    ['東京', 'page'],
    ['Smørrebrød på Ærø', 'smorrebrod-pa-aero'],
    ['Straße zum Łódź', 'strasse-zum-lodz'],
    ['Ремонт крыши', 'remont-kryshi'],
    ['Οδοντίατρος', 'odontiatros'],
    ['Đà Nẵng', 'da-nang'],
    ['Þór & Guðrún', 'thor-gudrun'],
    ['x'.repeat(80), 'x'.repeat(60)],
  ])('makes %j into %j', (title, slug) => {
    expect(slugFrom(title)).toBe(slug);
    expect(Slug.safeParse(slug).success).toBe(true);
  });
});

describe('isZone', () => {
  it.each([
    ['America/New_York', true],
    ['Europe/London', true],
    ['UTC', true],
    ['+02:00', false],
    ['Mars/Olympus', false],
    ['', false],
  ])('says of %j: %j', (name, known) => expect(isZone(name)).toBe(known));
});

it('tells the local day, not the day in UTC', () => {
  const late = Temporal.Instant.from('2026-11-06T03:30:00Z');
  expect(localDay(late, 'America/New_York')).toBe('2026-11-05');
  expect(localDay(late, 'Asia/Tokyo')).toBe('2026-11-06');
});

it.each(['24:00', '9:00', '12:60', ''])('refuses %j as a time of day', (time) => {
  expect(TimeOfDay.safeParse(time).success).toBe(false);
});

// Names of zones as CLDR has them; New York and Toronto keep the same clock (tz database, from memory).
it.each([
  ['America/Chicago', 'America/New_York', ', Central Time'],
  ['America/New_York', 'America/New_York', ''],
  ['America/Toronto', 'America/New_York', ''],
  ['Europe/London', 'America/New_York', ', United Kingdom Time'],
])('of a time in %s notes to a reader in %s: %j', (zone, reader, note) => {
  expect(zoneNote(Temporal.Instant.from('2026-11-10T15:00:00Z'), zone, reader)).toBe(note);
});
