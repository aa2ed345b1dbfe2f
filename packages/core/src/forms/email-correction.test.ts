import { emailCorrection } from './email-correction.ts';

it.each([
  ['ana@gmial.com', 'ana@gmail.com'],
  ['ana@gmail.con', 'ana@gmail.com'],
  ['ana@gmail.co', 'ana@gmail.com'],
  ['ana@gamil.com', 'ana@gmail.com'],
  ['Ana.Villar+spa@GMAIL.cm', 'Ana.Villar+spa@gmail.com'],
  ['ana@yaho.com', 'ana@yahoo.com'],
  ['ana@yahooo.com', 'ana@yahoo.com'],
  ['ana@hotmial.com', 'ana@hotmail.com'],
  ['ana@hotmail.co', 'ana@hotmail.com'],
  ['ana@outlok.com', 'ana@outlook.com'],
  ['ana@iclod.com', 'ana@icloud.com'],
])('%s was probably meant to be %s', (typed, meant) => {
  expect(emailCorrection(typed)).toBe(meant);
});

it.each([
  'ana@gmail.com',
  'ana@mail.com',
  'ana@ymail.com',
  'ana@hotmail.co.uk',
  'ana@yahoo.com.br',
  'ana@yahoo.de',
  'ana@hotel.com',
  'desk@quayside-dental.test',
  'ana@example.com',
  'ana@example.org',
  'ana@maine.edu',
  'ana@portalder.gov',
  'ana@smith.com',
  'ana@we.com',
  'ana@me.com',
  'ana@cox.com',
  'ana',
  '@gmial.com',
  '',
  'ana@',
])('nothing is asked about “%s”', (typed) => {
  expect(emailCorrection(typed)).toBeNull();
});
