import { Temporal } from 'temporal-polyfill';
import {
  alikeNames,
  differingParts,
  matchKeys,
  merged,
  splitName,
  type Matching,
  type Mergeable,
  type MergeChoices,
} from './index.ts';

const day = (number: number) =>
  Temporal.Instant.from(`2026-11-${String(number).padStart(2, '0')}T12:00:00Z`);
const record = (changes: Partial<Mergeable> = {}): Mergeable => ({
  firstName: 'Ana',
  lastName: 'Okafor',
  email: 'Ana@example.com',
  emailKey: 'ana@example.com',
  phone: '(207) 555-0117',
  phoneKey: '+12075550117',
  textConsent: false,
  assigneeId: null,
  source: 'Direct',
  lastSource: 'Direct',
  submissionCount: 1,
  addedAt: day(2),
  lastSeenAt: day(2),
  unsubscribedAt: null,
  mailRefusedAt: null,
  touchedAt: null,
  waitingSince: null,
  promisedBy: null,
  fields: {},
  ...changes,
});
const nobody = record({
  firstName: '',
  lastName: '',
  email: '',
  emailKey: null,
  phone: '',
  phoneKey: null,
});

const both = { emailKey: 'ana@example.com', phoneKey: '+12075550117' };
it.each<[Matching, Partial<typeof both>, string[]]>([
  ['email', {}, ['e:ana@example.com']],
  ['phone', {}, ['p:+12075550117']],
  ['either', {}, ['e:ana@example.com', 'p:+12075550117']],
  ['both', {}, ['b:ana@example.com +12075550117']],
])('by %s somebody is known by %j', (matching, changes, keys) =>
  expect(matchKeys(matching, { ...both, ...changes })).toEqual(keys),
);
it.each<Matching>(['email', 'phone', 'either', 'both'])(
  'by %s whoever leaves one of them is known by that, and whoever leaves none by nothing',
  (matching) => {
    const none = { emailKey: null, phoneKey: null };
    expect(matchKeys(matching, { ...none, emailKey: 'a@example.com' })).toEqual([
      'e:a@example.com',
    ]);
    expect(matchKeys(matching, { ...none, phoneKey: '+1' })).toEqual(['p:+1']);
    expect(matchKeys(matching, none)).toEqual([]);
  },
);

it.each([
  ['Ana Okafor', 'ANA OKAFOR', true],
  ['Ána Okáfor', 'Ana Okafor', true],
  ['Ana Okafor', 'Anna Okafor', true],
  ['A Okafor', 'Ana Okafor', true],
  ['Margaret Halloran', 'Marguerite Halloran', true],
  ['Joss Delacroix', 'Wren Delacroix', false],
  ['Ana Okafor', '', true],
  ['Ana Okafor', 'Bo Okafor', false],
  ['Ana Okafor', 'Ana Lindqvist', false],
  ['Bo', 'Al', false],
  ['', '', true],
])('%j and %j may be one: %s', (one, other, alike) => {
  const names = [one, other].map((name) => {
    const [firstName, lastName] = splitName(name);
    return { firstName, lastName };
  });
  expect(alikeNames(names[0]!, names[1]!)).toBe(alike);
  expect(alikeNames(names[1]!, names[0]!)).toBe(alike);
});

describe('two records as one', () => {
  const other = record({
    firstName: 'Anna',
    email: 'anna@example.com',
    emailKey: 'anna@example.com',
    phone: '(207) 555-0118',
    phoneKey: '+12075550118',
    textConsent: true,
    assigneeId: 'desk',
    source: 'Search ads',
    lastSource: 'Email',
    submissionCount: 2,
    addedAt: day(1),
    lastSeenAt: day(9),
    mailRefusedAt: day(3),
    touchedAt: day(5),
    fields: { roof: 'Slate', age: 12 },
  });

  it('has what the first knows, what only the other knows, and keeps the rest beside it', () => {
    const { person, also } = merged(record({ fields: { age: 13 } }), other, {});
    expect(person).toEqual(
      record({
        assigneeId: 'desk',
        source: 'Search ads',
        lastSource: 'Email',
        submissionCount: 3,
        addedAt: day(1),
        lastSeenAt: day(9),
        touchedAt: day(5),
        fields: { roof: 'Slate', age: 13 },
      }),
    );
    expect(also).toEqual({
      name: 'Anna Okafor',
      email: 'anna@example.com',
      phone: '(207) 555-0118',
    });
  });

  it.each<[MergeChoices, Partial<Mergeable>]>([
    [{ name: 'other' }, { firstName: 'Anna' }],
    [{ email: 'other' }, { emailKey: 'anna@example.com', mailRefusedAt: day(3) }],
    [{ phone: 'other' }, { phoneKey: '+12075550118', textConsent: true }],
    [{ 'fields.age': 'other' }, { fields: { roof: 'Slate', age: 12 } }],
  ])('takes from the other what was chosen: %j', (choices, expected) =>
    expect(merged(record({ fields: { age: 13 } }), other, choices).person).toMatchObject(expected),
  );

  it('a choice of what the other does not know takes nothing away', () =>
    expect(
      merged(record(), nobody, { name: 'other', email: 'other', phone: 'other' }),
    ).toMatchObject({
      person: { firstName: 'Ana', emailKey: 'ana@example.com' },
      also: { name: '', email: '', phone: '' },
    }));

  it('whoever has unsubscribed on either stays unsubscribed', () => {
    const gone = record({ unsubscribedAt: day(4) });
    expect(merged(record(), gone, {}).person.unsubscribedAt).toEqual(day(4));
    expect(merged(gone, record(), { email: 'other' }).person.unsubscribedAt).toEqual(day(4));
  });

  it('one number written in two ways is one, with the agreement to texts of either', () => {
    const same = record({ phone: '207.555.0117', textConsent: true });
    expect(merged(record(), same, {})).toMatchObject({
      person: { phone: '(207) 555-0117', textConsent: true },
      also: { phone: '' },
    });
  });

  it('names the parts on which somebody has to choose', () => {
    expect(differingParts(record({ fields: { age: 13, only: 1 } }), other)).toEqual([
      'name',
      'email',
      'phone',
      'fields.age',
    ]);
    expect(differingParts(record(), record())).toEqual([]);
    expect(differingParts(record(), nobody)).toEqual([]);
  });
});
