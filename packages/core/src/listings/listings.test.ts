import {
  areaIn,
  changedListing,
  emptyListing,
  englishHome,
  homesBeside,
  type ListingContent,
  listingAddress,
  listingColumns,
  listingFields,
  listingFromReso,
  moreFacts,
  openHousesFrom,
  realEstateListing,
  resoFromListing,
  resoOfRow,
  type ListedHome,
  type ReadListing,
  type ShownListing,
} from './index.ts';

const cottage: ListingContent = {
  ...emptyListing,
  ...{ number: 'MC-104', street: '14 Beacon Hill Road', town: 'Marram Bay', region: 'ME' },
  ...{ postcode: '04557', price: 42_900_000, beds: 3, baths: 2.5, year: 1978 },
  size: { amount: 1640, unit: 'sqft' },
  lot: { amount: 0.4, unit: 'acres' },
  listedOn: '2026-09-01',
};
const reader = { currency: 'USD', locale: 'en-US', words: englishHome };
const now = { day: '2026-11-05', time: '09:12' };

describe('words', () => {
  it('say a home in one line each', () => {
    const listing = {
      ...cottage,
      openHouses: [
        { day: '2026-11-14', from: '11:00', to: '13:00' },
        { day: '2026-11-07', from: '11:00', to: '13:00' },
        { day: '2026-11-05', from: '08:00', to: '09:12' },
      ],
    };
    expect(listingFields(listing, reader, now)).toMatchObject({
      ...{ name: '14 Beacon Hill Road, Marram Bay', price: '$429,000', status: 'For sale' },
      address: '14 Beacon Hill Road, Marram Bay, ME 04557',
      facts: '3 beds · 2.5 baths · 1,640 sq ft',
      ...{ lot: '0.4 acres', year: '1978', type: 'House' },
      open_house: expect.stringMatching(/^Saturday, November 7, 11:00\sAM to 1:00\sPM$/) as string,
    });
    expect(openHousesFrom(listing.openHouses, now)).toHaveLength(2);
    expect(moreFacts(listing, reader)).toBe('House · 0.4 acres lot · Built 1978 · No. MC-104');
  });
  it('leave out what is not known', () => {
    const bare = listingFields({ ...emptyListing, street: '1 Main St' }, reader, now);
    expect(bare).toMatchObject({ facts: '', price: '', address: '1 Main St', open_house: '' });
    expect(listingAddress({ street: '', town: 'Marram', region: '', postcode: '04557' })).toBe(
      'Marram, 04557',
    );
  });
  // 1 acre = 43,560 sq ft; 1 m² = 10.7639 sq ft (NIST Special Publication 811, appendix B, from memory).
  it.each([
    [{ amount: 1, unit: 'acres' as const }, 'sqft' as const, 43_560],
    [{ amount: 1, unit: 'sqm' as const }, 'sqft' as const, 10.7639],
    [{ amount: 1, unit: 'hectares' as const }, 'acres' as const, 2.47105],
  ])('%j is so many %s', (area, unit, expected) => {
    expect(areaIn(area, unit)).toBeCloseTo(expected, 4);
  });
});

it('beside a home are the others that are still for sale, all or those of its agent', () => {
  const home = (id: string, changes: Partial<ListingContent>): ListedHome => ({
    ...{ id: id as never, href: null, content: { ...cottage, ...changes } },
  });
  const [ana, bo] = ['ana', 'bo'] as never[];
  const shown: ShownListing = {
    id: 'a' as never,
    content: { ...cottage, agent: ana! },
    agent: null,
  };
  const homes = [
    home('a', { agent: ana! }),
    home('b', { agent: bo!, status: 'soon' }),
    home('c', { agent: ana! }),
    home('d', { agent: ana!, status: 'sold' }),
    home('e', { agent: null, status: 'pending' }),
  ];
  const ids = (wanted: Parameters<typeof homesBeside>[2], of: ShownListing | null = shown) =>
    homesBeside(homes, of, wanted).map(({ id }) => id as string);
  expect(ids({ ofAgent: false, most: 9 })).toEqual(['b', 'c']);
  expect(ids({ ofAgent: true, most: 9 })).toEqual(['c']);
  expect(ids({ ofAgent: true, most: 2 }, null)).toEqual(['a', 'b']);
});

describe('a change', () => {
  it('keeps what was asked before, and until when', () => {
    const lower = changedListing(cottage, { ...cottage, price: 39_900_000 }, '2026-10-01');
    expect(lower.pricesBefore).toEqual([{ price: 42_900_000, until: '2026-10-01' }]);
    const same = changedListing(lower, { ...lower, about: 'New roof.' }, '2026-10-02');
    expect(same.pricesBefore).toEqual(lower.pricesBefore);
  });
  it('nobody rewrites what was asked before', () => {
    const given = { ...cottage, pricesBefore: [{ price: 1, until: '2026-01-01' }] };
    expect(changedListing(cottage, given, '2026-10-01').pricesBefore).toEqual([]);
  });
  it.each([
    ['active', 'listedOn'],
    ['pending', 'contractOn'],
    ['sold', 'soldOn'],
    ['withdrawn', 'withdrawnOn'],
  ] as const)(
    'a home that is %s now is so from today, unless another day is given',
    (status, day) => {
      const before = { ...cottage, status: 'soon' as const, listedOn: null };
      expect(changedListing(before, { ...before, status }, '2026-11-05')[day]).toBe('2026-11-05');
      const given = { ...before, status, [day]: '2026-11-01' };
      expect(changedListing(before, given, '2026-11-05')[day]).toBe('2026-11-01');
    },
  );
});

describe('RESO', () => {
  const us = { currency: 'USD', unit: 'sqft' as const };
  const read = (record: unknown) => {
    const outcome = listingFromReso(record, us);
    if (!outcome.ok) throw new Error(outcome.problem);
    return outcome.value;
  };
  const problem = (record: unknown) => {
    const outcome = listingFromReso(record, us);
    return outcome.ok ? null : outcome.problem;
  };

  it('comes back as it went out', () => {
    const whole: ListingContent = {
      ...cottage,
      ...{ status: 'sold', contractOn: '2026-09-20', soldOn: '2026-10-15', soldPrice: 41_500_000 },
      ...{ about: 'On the point.', features: ['Woodstove', 'Mudroom'], type: 'condo' },
      place: { lat: 43.98, lng: -69.5 },
      pricesBefore: [{ price: 44_900_000, until: '2026-09-10' }],
      film: 'https://films.example.org/14-beacon',
    };
    const sent = JSON.parse(JSON.stringify(resoFromListing(whole, 'Wren Marsh', 'USD'))) as unknown;
    expect(read(sent)).toEqual({ content: whole, agentName: 'Wren Marsh' });
  });
  it('reads what others write, and leaves what it does not know', () => {
    const { content } = read({
      ...{ ListingKey: 'K1', StandardStatus: 'Active Under Contract', ListPrice: '$315,000' },
      ...{ StreetNumber: '9', StreetName: 'Kelp', StreetSuffix: 'Lane', UnitNumber: 'B' },
      ...{ City: 'Marram Bay', BedroomsTotal: 2, BathroomsFull: 1, BathroomsHalf: 1 },
      ...{ LivingArea: 92, LivingAreaUnits: 'Square Meters', LotSizeSquareFeet: 5000 },
      ...{ PropertyType: 'Residential', OnMarketDate: '2026-08-01T10:00:00Z' },
      ...{ InteriorFeatures: 'Fireplace, Pantry', X_OwnField: { deep: true } },
    });
    expect(content).toMatchObject({
      ...{ number: 'K1', status: 'pending', price: 31_500_000, street: '9 Kelp Lane, B' },
      ...{ beds: 2, baths: 1.5, size: { amount: 92, unit: 'sqm' }, type: 'house' },
      ...{ lot: { amount: 5000, unit: 'sqft' }, listedOn: '2026-08-01' },
      features: ['Fireplace', 'Pantry'],
    });
  });
  it('takes the town out of an address in one line', () => {
    const { content } = read({
      UnparsedAddress: '3 Ropewalk, Marram Bay, ME 04557',
      City: 'Marram Bay',
    });
    expect(content.street).toBe('3 Ropewalk');
  });
  it.each([
    [null, 'It is not a record.'],
    ['text', 'It is not a record.'],
    [{ UnparsedAddress: '1 A St', ListPrice: 'a lot' }, 'ListPrice: “a lot” is not a number.'],
    [{ UnparsedAddress: '1 A St', ListPrice: { amount: 1 } }, 'ListPrice: Give words.'],
    [
      { UnparsedAddress: '1 A St', StandardStatus: 'Delete' },
      'StandardStatus: “Delete” is not taken.',
    ],
    [
      { UnparsedAddress: '1 A St', CloseDate: 'May' },
      'CloseDate: “May” is not a date such as 2026-11-05.',
    ],
    [{ ListPrice: 1 }, 'street: Give the street and number.'],
    [{ UnparsedAddress: '1 A St', BedroomsTotal: -1 }, /^beds: /],
    [{ UnparsedAddress: '1 A St', Latitude: 120, Longitude: 0 }, /^place\.lat: /],
  ])('%j is refused in words', (record, words) => {
    expect(problem(record)).toEqual(
      typeof words === 'string' ? words : expect.stringMatching(words),
    );
  });
});

describe('columns', () => {
  it('are known by RESO’s names and by people’s', () => {
    const header = [
      'MLS #',
      'Address',
      'list_price',
      'Beds',
      'Baths',
      'ListPrice',
      'Own words',
      'YearBuilt',
    ];
    const columns = listingColumns(header);
    expect(columns).toEqual([
      ...['ListingId', 'UnparsedAddress', 'ListPrice', 'BedroomsTotal'],
      ...['BathroomsTotalDecimal', null, null, 'YearBuilt'],
    ]);
    const row = resoOfRow(columns, ['7', '5 Quay St', '$250,000', '2', '1.5', '', 'x']);
    const outcome = listingFromReso(row, { currency: 'USD', unit: 'sqft' });
    expect((outcome as { value: ReadListing }).value.content).toMatchObject({
      ...{ number: '7', street: '5 Quay St', price: 25_000_000, beds: 2, baths: 1.5, year: null },
    });
  });
});

describe('JSON-LD', () => {
  const facts = { currency: 'USD', country: 'US' as never };
  const at = { url: 'https://marram.example.com/14-beacon', pictures: [] };
  it('says what is known, and that a sold home is sold', () => {
    const told = realEstateListing({ ...cottage, status: 'sold' }, facts, at);
    expect(told).toMatchObject({
      '@type': 'RealEstateListing',
      name: '14 Beacon Hill Road, Marram Bay',
      datePosted: '2026-09-01',
      offers: {
        ...{ price: '429000.00', priceCurrency: 'USD' },
        availability: 'https://schema.org/SoldOut',
      },
      mainEntity: {
        '@type': 'SingleFamilyResidence',
        floorSize: { value: 1640, unitCode: 'FTK' },
        address: { addressLocality: 'Marram Bay', addressCountry: 'US' },
      },
    });
    expect(told).not.toHaveProperty('image');
    expect(told.mainEntity).not.toHaveProperty('geo');
  });
  it('offers nothing without a price', () => {
    expect(realEstateListing({ ...cottage, price: null }, facts, at)).not.toHaveProperty('offers');
  });
});
