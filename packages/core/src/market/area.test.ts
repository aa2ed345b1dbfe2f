import { AreaContent, isInside, liesIn } from './index.ts';

const square = [
  { lat: 43, lng: -70 },
  { lat: 43, lng: -69 },
  { lat: 44, lng: -69 },
  { lat: 44, lng: -70 },
];
/** A square with a bite out of its east side, down to the middle. */
const bitten = [...square.slice(0, 2), { lat: 43.5, lng: -69.5 }, ...square.slice(2)];

it.each([
  ['the middle of a square', square, { lat: 43.5, lng: -69.5 }, true],
  ['north of it', square, { lat: 44.1, lng: -69.5 }, false],
  ['west of it', square, { lat: 43.5, lng: -70.1 }, false],
  ['the bite', bitten, { lat: 43.5, lng: -69.2 }, false],
  ['beside the bite', bitten, { lat: 43.2, lng: -69.4 }, true],
  ['no outline at all', [], { lat: 43.5, lng: -69.5 }, false],
])('%s', (_where, outline, place, expected) => expect(isInside(outline, place)).toBe(expected));

it('a home belongs to an area by its postcode, its town or its place', () => {
  const area = { name: 'The Head', postcodes: ['04596'], towns: ['Gannet Head'], outline: square };
  const elsewhere = { postcode: '1', town: 'x', place: null };
  expect(liesIn(area, elsewhere)).toBe(false);
  expect(liesIn(area, { ...elsewhere, postcode: ' 04596 ' })).toBe(true);
  expect(liesIn(area, { ...elsewhere, town: 'gannet head' })).toBe(true);
  expect(liesIn(area, { ...elsewhere, place: { lat: 43.5, lng: -69.5 } })).toBe(true);
});

it('an area is somewhere', () => {
  const nowhere = { name: 'A', postcodes: [], towns: [], outline: square.slice(0, 2) };
  expect(AreaContent.safeParse(nowhere).error!.issues[0]!.message).toContain('Give a postcode');
});
