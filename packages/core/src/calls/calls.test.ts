import {
  CallNumbers,
  guessCallTargets,
  numberForSource,
  readCallRow,
  readLength,
  readMoment,
  sourceOfNumber,
} from './index.ts';

const numbers = [
  { source: 'Search ads', phone: '(207) 555-0161' },
  { source: 'Flyer', phone: '+1 207 555 0162' },
];

describe('numbers by source', () => {
  it('gives each source its number, and each number its source', () => {
    expect(numberForSource(numbers, 'search ads')).toBe('(207) 555-0161');
    expect(numberForSource(numbers, 'Email')).toBeNull();
    expect(sourceOfNumber(numbers, '2075550162', 'US')).toBe('Flyer');
    expect(sourceOfNumber(numbers, '12075550161', 'US')).toBe('Search ads');
    expect(sourceOfNumber(numbers, '(207) 555-0142', 'US')).toBeNull();
    expect(sourceOfNumber(numbers, 'front desk', 'US')).toBeNull();
  });

  it.each([
    [[...numbers, { source: 'FLYER', phone: '(207) 555-0163' }], 'Give each source one number.'],
    [[...numbers, { source: 'Radio', phone: '207-555-0161' }], 'Give each number to one source.'],
    [[{ source: ' ', phone: '(207) 555-0161' }], 'Name the source.'],
  ])('refuses %j', (list, message) =>
    expect(CallNumbers.safeParse(list).error?.issues[0]?.message).toBe(message),
  );
});

it.each<[string[], string[]]>([
  [
    ['Caller', 'Dialed Number', 'Date', 'Time', 'Duration', 'Status'],
    ['caller', 'called', 'when', 'time', 'length', 'answered'],
  ],
  [
    ['From', 'To', 'Start time', 'Talk time', 'Caller name'],
    ['caller', 'called', 'time', 'length', 'name'],
  ],
  [
    ['caller_number', 'tracking_number', 'Date and time', 'Call length (s)', 'Shoe size'],
    ['caller', 'called', 'when', 'length', 'skip'],
  ],
  [
    ['Phone', 'Phone number', 'Source', 'Notes'],
    ['caller', 'skip', 'source', 'note'],
  ],
])('takes the columns %j for %j', (header, targets) =>
  expect(guessCallTargets(header)).toEqual(targets),
);

it.each<[string, string, string | null]>([
  ['2026-11-03T15:42:10Z', 'US', '2026-11-03T15:42:10Z'],
  ['2026-11-03 10:42:10-05:00', 'US', '2026-11-03T15:42:10Z'],
  ['2026-11-03 10:42', 'US', '2026-11-03T15:42:00Z'],
  ['11/3/2026 3:42 PM', 'US', '2026-11-03T20:42:00Z'],
  ['11/3/26, 12:05 am', 'US', '2026-11-03T05:05:00Z'],
  ['3/11/2026 15:42', 'GB', '2026-11-03T20:42:00Z'],
  ['3.11.2026 15:42:07', 'DE', '2026-11-03T20:42:07Z'],
  ['11/3/2026', 'US', '2026-11-03T17:00:00Z'],
  // The hour that the clocks leave out: an hour later, as Temporal has it.
  ['2026-03-08 02:30', 'US', '2026-03-08T07:30:00Z'],
  ['31/11/2026 10:00', 'GB', null],
  ['13/13/2026', 'US', null],
  ['11/3/2026 14:00 PM', 'US', null],
  ['yesterday', 'US', null],
  ['', 'US', null],
])('reads the moment %j of a %s client as %s', (text, country, at) =>
  expect(readMoment(text, { country, zone: 'America/New_York' })?.toString() ?? null).toBe(at),
);

it.each<[string, number | null]>([
  ['192', 192],
  ['192 s', 192],
  ['3:12', 192],
  ['0:03:12', 192],
  ['1:00:01', 3601],
  ['3 min', 180],
  ['3m 12s', 192],
  ['0', 0],
  ['long', null],
  [' ', null],
])('reads the length %j as %s seconds', (text, seconds) =>
  expect(readLength(text.trim())).toBe(seconds),
);

describe('a row', () => {
  const targets = guessCallTargets(['From', 'To', 'Date', 'Duration', 'Status', 'Source', 'Email']);
  const read = (...cells: string[]) =>
    readCallRow(cells, { targets, numbers, country: 'US', zone: 'America/New_York' });

  it('has the source of the number that was called, or else what it says', () => {
    const source = (to: string, said: string) => {
      const call = read('(207) 555-0117', to, '11/3/2026 3:42 PM', '', '', said);
      return call.ok && call.value.source;
    };
    expect([source('2075550161', ''), source('2075550161', 'Radio')]).toEqual([
      ...['Search ads', 'Search ads'],
    ]);
    expect([source('', 'Radio'), source('(207) 555-0142', '')]).toEqual(['Radio', 'Phone call']);
  });

  it.each<[string, string, boolean]>([
    ['', '', true],
    ['0:00', '', false],
    ['1:10', 'Missed', false],
    ['1:10', 'Voicemail', false],
    ['0:00', 'Answered', true],
    ['', 'no answer', false],
    ['', 'completed', true],
  ])('of %j, %j was answered: %s', (length, status, answered) => {
    const call = read('(207) 555-0117', '', '11/3/2026 3:42 PM', length, status);
    expect(call.ok && call.value.answered).toBe(answered);
  });

  it.each<[string[], string]>([
    [['', '', '11/3/2026'], 'There is no caller’s number.'],
    [['anonymous', '', '11/3/2026'], '“anonymous” is not a phone number.'],
    [['(207) 555-0117', '', ''], 'There is no date.'],
    [['(207) 555-0117', '', 'soon'], '“soon” is not a date and time.'],
    [['(207) 555-0117', '', '11/3/2026', 'short'], '“short” is not the length of a call.'],
    [['(207) 555-0117', '', '11/3/2026', '', '', '', 'ana@'], '“ana@” is not an email address.'],
  ])('%j is refused', (cells, problem) => expect(read(...cells)).toEqual({ ok: false, problem }));
});
