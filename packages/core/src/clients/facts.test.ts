import {
  addressLine,
  clientFields,
  emptyFacts,
  Facts,
  geoAddress,
  mapTiles,
  tileSize,
} from './index.ts';
import { Week } from '../opening/index.ts';

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

describe('mapTiles', () => {
  // Tile numbers of the Web Mercator scheme, worked out by the formula in its own words (OSGeo, "Tile Map Service", from
  // memory): at zoom 0 the world is one tile; Greenwich on the equator lies where four tiles of zoom 1 meet.
  it('covers the world with one tile at zoom 0', () =>
    expect(mapTiles({ lat: 0, lng: 0 }, 0, 256, 256)).toContainEqual({
      x: 0,
      y: 0,
      left: -128,
      top: -128,
    }));
  it('meets four tiles in the middle at zoom 1', () =>
    expect(mapTiles({ lat: 0, lng: 0 }, 1, 10, 10).map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ]));
  it('leaves no gap and nothing beyond what is asked', () => {
    const tiles = mapTiles({ lat: 43.2, lng: -69.4 }, 15, 900, 320);
    const [lefts, tops] = [
      [...new Set(tiles.map(({ left }) => left))],
      [...new Set(tiles.map(({ top }) => top))],
    ];
    expect(Math.min(...lefts)).toBeLessThanOrEqual(-450);
    expect(Math.max(...lefts) + tileSize).toBeGreaterThanOrEqual(450);
    expect(Math.min(...tops)).toBeLessThanOrEqual(-160);
    expect(Math.max(...tops) + tileSize).toBeGreaterThanOrEqual(160);
    for (const list of [lefts, tops])
      for (const [index, one] of list.slice(1).entries()) expect(one - list[index]!).toBe(tileSize);
    expect(tiles.length).toBe(lefts.length * tops.length);
  });
  it('goes around the date line, and not beyond the poles', () => {
    expect(mapTiles({ lat: 0, lng: 180 }, 3, 600, 10).map(({ x }) => x)).toContain(0);
    expect(mapTiles({ lat: 90, lng: 0 }, 2, 10, 600).every(({ y }) => y >= 0)).toBe(true);
  });
});

it('writes a place as RFC 5870 has it', () =>
  expect(geoAddress({ lat: 43.20600049, lng: -69.394 })).toBe('geo:43.206,-69.394'));

it.each([
  [
    [[{ from: '17:00', to: '09:00' }], [], [], [], [], [], []],
    /for Monday end \(09:00\) before they begin/,
  ],
  [
    [
      [],
      [
        { from: '09:00', to: '12:00' },
        { from: '11:00', to: '13:00' },
      ],
      [],
      [],
      [],
      [],
      [],
    ],
    /for Tuesday overlap/,
  ],
])('refuses hours that can’t be', (week, message) =>
  expect(Week.safeParse(week).error?.issues[0]?.message).toMatch(message),
);
