import { Temporal } from 'temporal-polyfill';
import {
  Conditions,
  conditionsWords,
  matches,
  noConditions,
  Term,
  termWords,
  type Facts,
} from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const at = (text: string) => Temporal.Instant.from(text);
const facts = (changes: Partial<Facts> = {}): Facts => ({
  now: at('2026-11-29T15:00:00Z'),
  zone: 'America/New_York',
  isOpen: true,
  contact: 'ana okafor ana@example.com (207) 555-0117 +12075550117 roof',
  tags: ['roof', 'storm'],
  town: 'Port Alder',
  assignee: id(1),
  stage: id(8),
  value: 12_500,
  firstSource: 'Social ads',
  lastSource: 'Email',
  addedAt: at('2026-11-10T15:00:00Z'),
  lastSeenAt: at('2026-11-28T15:00:00Z'),
  isWaiting: false,
  isNew: false,
  fields: {
    roof_age: 22,
    urgent: true,
    needs: ['Repair', 'New gutters'],
    budget: { amount: 1_250_000, currency: 'USD' },
    born: '1984-02-29',
    link: 'https://example.com',
  },
  consents: ['texts'],
  submissions: [{ form: id(2), page: id(3), funnel: id(4), answers: { work: 'Leak', size: 1200 } }],
  bookings: [
    { calendar: id(5), state: 'came', startsAt: at('2026-11-20T15:00:00Z'), isMoved: true },
  ],
  runs: [{ sequence: id(6), state: 'finished' }],
  messages: ['got-email'],
  behavior: [
    { did: 'saw', page: id(3) },
    { did: 'pressed', page: id(3), part: 'call-us' },
    { did: 'pressed', page: id(3), part: 'phone' },
    { did: 'watched', page: id(3), part: 'film', share: 50 },
    { did: 'left', form: id(2) },
  ],
  ...changes,
});
const isTrue = (term: object, changes: Partial<Facts> = {}) =>
  matches(Conditions.parse({ match: 'all', terms: [term] }), facts(changes));

describe('one term', () => {
  it.each<[object, boolean]>([
    [{ about: 'tag', is: 'Roof' }, true],
    [{ about: 'tag', is: 'gutters' }, false],
    [{ about: 'tag', is: 'gutters', not: true }, true],
    [{ about: 'source', is: 'Email' }, true],
    [{ about: 'source', is: 'Email', first: true }, false],
    [{ about: 'source', is: 'Social ads', first: true }, true],
    [{ about: 'form', is: id(2) }, true],
    [{ about: 'page', is: id(2) }, false],
    [{ about: 'funnel', is: id(4) }, true],
    [{ about: 'saw', is: id(3) }, true],
    [{ about: 'saw', is: id(4) }, false],
    [{ about: 'saw', is: id(4), not: true }, true],
    [{ about: 'pressed', page: id(3), part: 'call-us' }, true],
    [{ about: 'pressed', page: id(3), part: 'phone' }, true],
    [{ about: 'pressed', page: id(4), part: 'call-us' }, false],
    [{ about: 'watched', page: id(3), part: 'film', share: 25 }, true],
    [{ about: 'watched', page: id(3), part: 'film', share: 50 }, true],
    [{ about: 'watched', page: id(3), part: 'film', share: 75 }, false],
    [{ about: 'watched', page: id(3), part: 'call-us', share: 0 }, false],
    [{ about: 'left', is: id(2) }, true],
    [{ about: 'left', is: id(3) }, false],
    [{ about: 'booking', is: 'moved' }, true],
    [{ about: 'answer', form: id(2), question: 'work', test: { op: 'is', value: 'leak' } }, true],
    [{ about: 'answer', form: id(9), question: 'work', test: { op: 'is', value: 'leak' } }, false],
    [
      { about: 'answer', form: id(2), question: 'size', test: { op: 'is-more-than', value: 1000 } },
      true,
    ],
    [{ about: 'field', field: 'roof_age', test: { op: 'is-less-than', value: 22 } }, false],
    [{ about: 'field', field: 'urgent', test: { op: 'is', value: 'Yes' } }, true],
    [{ about: 'field', field: 'needs', test: { op: 'is', value: 'new gutters' } }, true],
    [{ about: 'field', field: 'budget', test: { op: 'is-more-than', value: 12_499.99 } }, true],
    [{ about: 'field', field: 'budget', test: { op: 'is', value: '12500.00' } }, true],
    [{ about: 'field', field: 'none', test: { op: 'is-answered' } }, false],
    [{ about: 'field', field: 'none', test: { op: 'is-answered' }, not: true }, true],
    [{ about: 'date', field: 'born', test: { op: 'before', day: '1984-03-01' } }, true],
    [{ about: 'date', field: 'link', test: { op: 'before', day: '1984-03-01' } }, false],
    [{ about: 'town', is: 'port alder' }, true],
    [{ about: 'assignee', is: id(1) }, true],
    [{ about: 'assignee', is: null }, false],
    [{ about: 'booking', is: 'booked' }, true],
    [{ about: 'booking', is: 'booked', calendar: id(9) }, false],
    [{ about: 'booking', is: 'ahead' }, false],
    [{ about: 'booking', is: 'came', calendar: id(5) }, true],
    [{ about: 'sequence', is: id(6), state: 'in' }, false],
    [{ about: 'sequence', is: id(6), state: 'through' }, true],
    [{ about: 'sequence', is: id(7), state: 'ever' }, false],
    [{ about: 'message', is: 'got-email' }, true],
    [{ about: 'message', is: 'answered' }, false],
    [{ about: 'consent', is: 'texts' }, true],
    [{ about: 'consent', is: 'emails' }, false],
    [{ about: 'stage', is: id(8) }, true],
    [{ about: 'value', op: 'is-more-than', value: 12_499.99 }, true],
    [{ about: 'value', op: 'is-less-than', value: 12_500 }, false],
    [{ about: 'added', test: { op: 'in-last', amount: 30, unit: 'days' } }, true],
    [{ about: 'added', test: { op: 'in-last', amount: 2, unit: 'weeks' } }, false],
    [{ about: 'seen', test: { op: 'longer-ago', amount: 1, unit: 'days' } }, false],
    [{ about: 'seen', test: { op: 'between', day: '2026-11-28', until: '2026-11-28' } }, true],
    [{ about: 'waiting' }, false],
    [{ about: 'known' }, true],
    [{ about: 'open' }, true],
    [{ about: 'contact', contains: 'Okafor 555-0117' }, true],
    [{ about: 'contact', contains: 'ana gutters' }, false],
  ])('%j is %s', (term, is) => expect(isTrue(term)).toBe(is));

  it('asks for a booking ahead by the time', () => {
    const bookings = (startsAt: string, state: 'booked' | 'cancelled' = 'booked') => ({
      bookings: [{ calendar: id<never>(5), state, startsAt: at(startsAt), isMoved: false }],
    });
    const ahead = { about: 'booking', is: 'ahead' };
    expect(isTrue(ahead, bookings('2026-11-29T15:01:00Z'))).toBe(true);
    expect(isTrue(ahead, bookings('2026-11-29T15:00:00Z'))).toBe(false);
    expect(isTrue(ahead, bookings('2026-12-29T15:00:00Z', 'cancelled'))).toBe(false);
  });
});

describe('terms together', () => {
  const yes = { about: 'tag', is: 'roof' };
  const no = { about: 'tag', is: 'none' };
  it.each<[string, object[], boolean]>([
    ['all', [yes, yes], true],
    ['all', [yes, no], false],
    ['any', [no, yes], true],
    ['any', [no, no], false],
    ['none', [no, no], true],
    ['none', [no, yes], false],
    ['all', [], true],
    ['any', [], true],
    ['none', [], true],
    ['all', [yes, { match: 'any', terms: [no, yes] }], true],
    ['all', [yes, { match: 'none', terms: [no, yes] }], false],
    // A group that asks nothing changes nothing.
    ['any', [no, { match: 'all', terms: [] }], false],
  ])('%s of %j is %s', (match, terms, is) =>
    expect(matches(Conditions.parse({ match, terms }), facts())).toBe(is),
  );
});

describe('in words', () => {
  const names = (kind: string, of: string) => `${kind} ${of.slice(-1)}`;
  const words = (conditions: object) => conditionsWords(Conditions.parse(conditions), names);
  it('reads as a sentence', () => {
    expect(
      words({
        match: 'all',
        terms: [
          { about: 'tag', is: 'roof' },
          { about: 'source', is: 'Social ads' },
          { about: 'booking', is: 'booked', not: true },
          { about: 'added', test: { op: 'in-last', amount: 30, unit: 'days' } },
        ],
      }),
    ).toBe('tagged roof, from Social ads, who have not booked, added in the last 30 days');
    expect(
      words({
        match: 'all',
        terms: [
          { match: 'any', terms: [{ about: 'form', is: id(2) }, { about: 'waiting' }] },
          { match: 'none', terms: [{ about: 'town', is: 'Port Alder' }] },
        ],
      }),
    ).toBe('(who sent “form 2” or waiting for a first call or message), not in Port Alder');
    expect(conditionsWords(noConditions, names)).toBe('');
  });

  it('has words for every kind, and for each turned round', () => {
    const terms = [
      {
        about: 'answer',
        form: id(2),
        question: 'work',
        test: { op: 'is-one-of', values: ['a', 'b'] },
      },
      { about: 'field', field: 'roof_age', test: { op: 'is-answered' } },
      { about: 'date', field: 'born', test: { op: 'comes-round', days: 7 } },
      { about: 'assignee', is: null },
      { about: 'assignee', is: id(1) },
      { about: 'booking', is: 'missed', calendar: id(5) },
      { about: 'sequence', is: id(6), state: 'in' },
      { about: 'message', is: 'got-text' },
      { about: 'consent', is: 'terms' },
      { about: 'seen', test: { op: 'since', day: '2026-11-01' } },
      { about: 'known' },
      { about: 'open' },
      { about: 'contact', contains: 'ana' },
      { about: 'pressed', page: id(3), part: 'call-us' },
      { about: 'pressed', page: id(3), part: 'phone' },
      { about: 'watched', page: id(3), part: 'film', share: 75 },
      { about: 'left', is: id(2) },
    ].map((term) => Term.parse(term));
    expect(terms.map((term) => [termWords(term, names), termWords({ ...term, not: true }, names)]))
      .toMatchInlineSnapshot(`
     [
       [
         "whose answer to “question k” is “a” or “b”",
         "whose answer to “question k” is not “a” or “b”",
       ],
       [
         "whose field e is filled in",
         "whose field e is not filled in",
       ],
       [
         "with a field n that comes round within 7 days",
         "without a field n that comes round within 7 days",
       ],
       [
         "assigned to nobody",
         "assigned to somebody",
       ],
       [
         "assigned to user 1",
         "not assigned to user 1",
       ],
       [
         "who missed a booking in “calendar 5”",
         "who missed no booking in “calendar 5”",
       ],
       [
         "in the sequence “sequence 6”",
         "not in the sequence “sequence 6”",
       ],
       [
         "who got a text",
         "who got no text",
       ],
       [
         "who agreed to the terms",
         "who did not agree to the terms",
       ],
       [
         "last seen since November 1, 2026",
         "not last seen since November 1, 2026",
       ],
       [
         "known from before",
         "new here",
       ],
       [
         "in opening hours",
         "outside opening hours",
       ],
       [
         "found by “ana”",
         "not found by “ana”",
       ],
       [
         "who pressed “part s” on “page 3”",
         "who did not press “part s” on “page 3”",
       ],
       [
         "who pressed a phone number on “page 3”",
         "who did not press a phone number on “page 3”",
       ],
       [
         "who watched three quarters of “part m” on “page 3”",
         "not among those who watched three quarters of “part m” on “page 3”",
       ],
       [
         "who began “form 2” and did not send it",
         "who did not leave “form 2” half done",
       ],
     ]
    `);
  });
});
