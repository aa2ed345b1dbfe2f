import { Temporal } from 'temporal-polyfill';
import type { Cents } from '../basics/index.ts';
import { countConversions, type ConversionRule, type Outcome, type Touch } from './index.ts';

const start = Temporal.Instant.from('2026-11-01T12:00:00Z');
const onDay = (day: number) => start.add({ minutes: Math.round(day * 24 * 60) });
const came = (day: number, source: string, person = 'ana'): Touch => ({
  ...{ person, source, at: onDay(day) },
  isPaid: source.endsWith('ads'),
});
const did = (day: number, person = 'ana'): Outcome => ({
  ...{ person, at: onDay(day), value: 5000 as Cents },
});
const rule = (changes: Partial<ConversionRule> = {}): ConversionRule => ({
  ...{ counts: 'once', windowDays: 30, credit: 'last' },
  ...changes,
});
const sources = (touches: Touch[], outcomes: Outcome[], changes: Partial<ConversionRule>) =>
  countConversions(touches, outcomes, rule(changes)).map(({ touch }) => touch?.source ?? null);

/** A path of visits, worked by hand: by ads on day 0, a search on day 3, ads of another kind on day 5, by oneself on day 6. */
const path = [
  came(6, 'Direct'),
  came(0, 'Search ads'),
  came(3, 'Search'),
  came(5, 'Social ads'),
  came(2, 'Email', 'bo'),
];

it.each<[string, Partial<ConversionRule>, number, (string | null)[]]>([
  ['the first of all', { credit: 'first' }, 7, ['Search ads']],
  ['the last of all', { credit: 'last' }, 7, ['Direct']],
  ['the last that was paid for', { credit: 'last-paid' }, 7, ['Social ads']],
  ['the first within the window', { credit: 'first', windowDays: 5 }, 7, ['Search']],
  [
    'the last paid within the window, which ends on its day',
    { credit: 'last-paid', windowDays: 2 },
    7,
    ['Social ads'],
  ],
  [
    'the last, where none within the window was paid for',
    { credit: 'last-paid', windowDays: 1 },
    7,
    ['Direct'],
  ],
  ['none after the window', { windowDays: 1 }, 7.01, [null]],
  ['none that came later', { credit: 'last' }, 4, ['Search']],
  ['a visit of the same moment', { credit: 'last' }, 5, ['Social ads']],
])('%s', (_what, changes, day, expected) =>
  expect(sources(path, [did(day)], changes)).toEqual(expected),
);

it.each<[string, Partial<ConversionRule>, number[], number[]]>([
  ['once for a person', {}, [7, 8, 36.9], [7]],
  ['again when the window is over', {}, [7, 8, 37], [7, 37]],
  ['counted from the last that counted', { windowDays: 10 }, [0, 9, 10, 19], [0, 10]],
  ['every time', { counts: 'every' }, [8, 7, 8], [7, 8, 8]],
])('counts %s', (_what, changes, days, counted) =>
  expect(
    countConversions(
      path,
      days.map((day) => did(day)),
      rule(changes),
    ).map(({ outcome }) => outcome.at.toString()),
  ).toEqual(counted.map((day) => onDay(day).toString())),
);

it('keeps people apart, and their outcomes with all that is known of them', () => {
  const found = countConversions(path, [did(7), did(7, 'bo'), did(7, 'cy')], rule());
  expect(found.map(({ outcome, touch }) => [outcome.person, touch?.source, outcome.value])).toEqual(
    [
      ['ana', 'Direct', 5000],
      ['bo', 'Email', 5000],
      ['cy', undefined, 5000],
    ],
  );
  expect(countConversions([], [], rule())).toEqual([]);
});
