import { linkPlaces, originOf, sourceOf, taggedLink } from './index.ts';

const address = 'https://visit.quayside-dental.test/first-visit?x=1';

it('keeps what the address asks for, and replaces tags that it has', () => {
  expect(taggedLink(`${address}&utm_source=old`, { source: 'Waiting-room QR' })).toBe(
    `${address}&utm_source=waiting-room+qr`,
  );
});

it('leaves out what is empty', () =>
  expect(taggedLink(address, { source: 'door', medium: ' ' })).toBe(`${address}&utm_source=door`));

it.each([
  ['search-ads', 'Search ads'],
  ['social-ads', 'Social ads'],
  ['poster', 'Poster'],
  ['text', 'Text'],
] as const)('a link for %s is counted as %s', (place, counted) => {
  const { source, medium } = linkPlaces[place];
  const { searchParams } = new URL(taggedLink(address, { source, medium }));
  expect(sourceOf(originOf({ query: searchParams, referrer: '', host: 'h' })!)).toBe(counted);
});
