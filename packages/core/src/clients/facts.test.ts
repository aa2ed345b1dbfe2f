import { addressLine, clientFields, emptyFacts, Facts } from './index.ts';

const facts = {
  ...emptyFacts('America/New_York'),
  street: '8 Ropewalk Quay',
  town: 'Port Alder',
  region: 'ME',
  postcode: '04099',
};

it('writes an address without stray commas, whatever is missing', () => {
  expect(addressLine(facts)).toBe('8 Ropewalk Quay, Port Alder, ME 04099');
  expect(addressLine({ ...facts, street: '', postcode: '' })).toBe('Port Alder, ME');
  expect(addressLine(emptyFacts('UTC'))).toBe('');
});

it('offers the facts as merge fields', () => {
  expect(
    clientFields('Quayside Dental', { ...facts, areas: ['Saltmarsh', 'Ropewalk'] }),
  ).toMatchObject({
    name: 'Quayside Dental',
    address: '8 Ropewalk Quay, Port Alder, ME 04099',
    areas: 'Saltmarsh, Ropewalk',
  });
});

it('refuses a zone that does not exist, and says what one looks like', () => {
  const read = Facts.safeParse({ ...facts, zone: 'Maine' });
  expect(read.error?.issues[0]?.message).toBe(
    '“Maine” is not a time zone. Use a name such as America/New_York.',
  );
});
