import { getCountries } from 'libphonenumber-js';
import fc from 'fast-check';
import { dateExample, dateWords, phoneExample, readDate } from './index.ts';

// Orders by the CLDR's dates of the country's most likely language.
it.each([
  ['US', '11/5/2026', '2026-11-05'],
  ['GB', '5/11/2026', '2026-11-05'],
  ['FR', '05/11/2026', '2026-11-05'],
  ['DE', '5.11.2026', '2026-11-05'],
  ['JP', '2026/11/5', '2026-11-05'],
  ['US', '2026-11-05', '2026-11-05'],
  ['US', ' 11 / 5 / 2026'.trim(), '2026-11-05'],
  ['US', '13/5/2026', null],
  ['GB', '31/2/2026', null],
  ['US', '11/5/26', null],
  ['US', 'tomorrow', null],
  ['??', '11/5/2026', '2026-11-05'],
])('%s reads %j as %j', (country, text, day) => expect(readDate(text, country)).toBe(day));

it('writes what begins with the year as it is read everywhere', () =>
  expect(dateWords('1968-09-12', 'KG')).toBe('1968-09-12'));

it('reads every day as it writes it, in every country', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...getCountries()),
      fc.date({ min: new Date('1900-01-01'), max: new Date('2100-01-01'), noInvalidDate: true }),
      (country, date) => {
        const day = date.toISOString().slice(0, 10);
        const written = dateWords(day, country);
        // Some write words or other marks between: those are never mistaken for another day.
        expect([day, null]).toContain(readDate(written, country));
      },
    ),
  );
});

// libphonenumber's published example numbers.
it.each([
  ['US', '(201) 555-0123'],
  ['GB', '07400 123456'],
  ['FR', '06 12 34 56 78'],
  ['DE', '01512 3456789'],
  ['??', ''],
])('an example of a phone in %s is %j', (country, example) =>
  expect(phoneExample(country)).toBe(example),
);

it('gives an example of a day', () => expect(dateExample('US')).toBe('11/5/2026'));
