import { getExampleNumber } from 'libphonenumber-js';
import examples from 'libphonenumber-js/mobile/examples';
import { countryOfZone } from '../clients/index.ts';
import { newQuestion, shortForm } from '../forms/index.ts';
import { dialled, emailKey, personFromAnswers, phoneKey, phoneWords, splitName } from './index.ts';

it.each([
  ['Ana.Okafor@Example.com', 'ana.okafor@example.com'],
  [' ana.okafor@example.com ', 'ana.okafor@example.com'],
  ['ANA.OKAFOR@EXAMPLE.COM', 'ana.okafor@example.com'],
  ['ana.okafor+visit@example.com', 'ana.okafor+visit@example.com'],
])('knows %j by %j', (email, key) => expect(emailKey(email)).toBe(key));

// E.164 forms as ITU-T E.164 writes them; (207) 555-0100 to 0199 are kept for fiction.
it.each([
  ['(207) 555-0117', '+12075550117'],
  ['207.555.0117', '+12075550117'],
  ['+44 20 7946 0018', '+442079460018'],
  ['12', null],
  ['not a number', null],
])('reads the number %j as %j', (phone, key) => expect(phoneKey(phone, 'US')).toBe(key));

// What people of a country write, as libphonenumber's own examples have it, gives the number that it stands for.
it.each([
  'GB',
  'IE',
  'FR',
  'DE',
  'ES',
  'IT',
  'PT',
  'NL',
  'SE',
  'NO',
  'DK',
  'PL',
  'CH',
  'AU',
  'NZ',
  'JP',
  'IN',
  'BR',
  'MX',
  'ZA',
  'CA',
] as const)('reads the numbers of %s as they are written there', (country) => {
  const example = getExampleNumber(country, examples)!;
  expect(phoneKey(example.formatNational(), country)).toBe(example.number);
  expect(phoneKey(example.formatInternational(), 'US')).toBe(example.number);
});

it('dials the whole number where it can be read', () => {
  expect(dialled('020 7946 0018', 'GB')).toBe('+442079460018');
  expect(dialled('(207) 555-0142', 'US')).toBe('+12075550142');
  expect(dialled('ext. 12', 'US')).toBe('12');
});

it.each([
  ['America/New_York', 'US'],
  ['Europe/London', 'GB'],
  ['America/Toronto', 'CA'],
  ['Europe/Lisbon', 'PT'],
  ['UTC', 'US'],
])('takes %s for a zone of %s', (zone, country) => expect(countryOfZone(zone)).toBe(country));

it.each([
  ['Ana Okafor', ['Ana', 'Okafor']],
  ['Ana Sofía van der Loo', ['Ana', 'Sofía van der Loo']],
  ['Ana', ['Ana', '']],
  ['', ['', '']],
])('parts the name %j into %j', (name, parts) => expect(splitName(name)).toEqual(parts));

it('draws the person by the kinds of the questions, whatever their keys', () => {
  const form = {
    ...shortForm('Test', ['a', 'b', 'c'] as [string, string, string]),
    questions: [
      newQuestion('first-name', 'a', { key: 'q1' }),
      newQuestion('last-name', 'b', { key: 'q2' }),
      newQuestion('email', 'c', { key: 'q3' }),
    ],
  };
  expect(personFromAnswers(form, { q1: 'Ana', q2: 'Okafor', q3: 'Ana@Example.com' }, 'US')).toEqual(
    {
      firstName: 'Ana',
      lastName: 'Okafor',
      email: 'Ana@Example.com',
      emailKey: 'ana@example.com',
      phone: '',
      phoneKey: null,
      textConsent: false,
    },
  );
});

it.each([
  ['+12075550117', 'US', '(207) 555-0117'],
  ['+12075550117', 'GB', '+1 207 555 0117'],
  ['+442079460018', 'GB', '020 7946 0018'],
  ['nothing', 'US', 'nothing'],
])('shows %s in %s as %s', (key, country, words) => expect(phoneWords(key, country)).toBe(words));
