import fc from 'fast-check';
import quantize from 'quantize';
import {
  aaText,
  Brand,
  contrast,
  mainColours,
  palettesFrom,
  plainBrand,
  wordsOn,
} from './index.ts';

type Rgb = [number, number, number];

/** A picture of areas of one colour each, with a little noise that is the same every time. */
function picture(...areas: [rgb: Rgb, pixels: number][]): number[] {
  let seed = 7;
  const noise = () => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return (seed % 7) - 3;
  };
  const clamp = (value: number) => Math.max(0, Math.min(255, value));
  return areas.flatMap(([rgb, pixels]) =>
    Array.from({ length: pixels }, () => [...rgb.map((one) => clamp(one + noise())), 255]).flat(),
  );
}
const far = (a: Rgb, b: Rgb) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

const pictures: [string, number[], number][] = [
  ['a harbour', picture([[29, 106, 112], 500], [[231, 240, 241], 300], [[201, 111, 74], 150]), 3],
  ['a driveway', picture([[150, 140, 118], 400], [[194, 74, 30], 300], [[39, 52, 61], 300]), 3],
  ['a logo', picture([[255, 255, 255], 800], [[122, 46, 98], 200]), 2],
];

describe('mainColours', () => {
  // An independent quantiser from the registry, `quantize` 1.0.2, on the same pixels. Its cuts tear large even areas
  // apart, so it is given a few colours more: whatever we find, it must have found too.
  it.each(pictures)('agrees with another quantiser on %s', (_name, pixels, count) => {
    const triples: Rgb[] = [];
    for (let at = 0; at < pixels.length; at += 4)
      triples.push([pixels[at]!, pixels[at + 1]!, pixels[at + 2]!]);
    const theirs = (quantize(triples, count + 4) as { palette(): Rgb[] }).palette();
    for (const { rgb } of mainColours(pixels, count))
      expect(Math.min(...theirs.map((other) => far(rgb, other)))).toBeLessThan(16);
  });

  it('counts every pixel that can be seen, the most frequent colour first', () => {
    const [, pixels] = pictures[0]!;
    const found = mainColours([...pixels, 1, 2, 3, 0], 3);
    expect(found.reduce((sum, { count }) => sum + count, 0)).toBe(950);
    expect(far(found[0]!.rgb, [29, 106, 112])).toBeLessThan(8);
    expect(mainColours([9, 9, 9, 0], 4)).toEqual([]);
  });
});

describe('palettesFrom', () => {
  const meets = (colours: ReturnType<typeof palettesFrom>[number]) => {
    expect(Brand.safeParse({ ...plainBrand, colours }).success).toBe(true);
    for (const surface of [colours.paper, colours.tint])
      expect(contrast(surface, colours.ink)).toBeGreaterThanOrEqual(aaText);
    for (const surface of [colours.deep, colours.action])
      expect(contrast(surface, '#FFFFFF')).toBeGreaterThanOrEqual(aaText);
    expect(wordsOn(colours.action, '#FFFFFF')).toBe('#FFFFFF');
  };

  it.each(pictures)('takes its actions from %s', (_name, pixels) => {
    const palettes = palettesFrom(pixels);
    expect(palettes.length).toBeGreaterThan(0);
    palettes.forEach(meets);
  });

  it('reaches AA for any colour there is', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), { minLength: 1, maxLength: 6 }),
        (colours) => {
          palettesFrom(picture(...colours.map((rgb): [Rgb, number] => [rgb, 40]))).forEach(meets);
        },
      ),
      { numRuns: 150 },
    ));

  it('makes one quiet palette of a grey picture', () =>
    expect(palettesFrom(picture([[128, 128, 128], 100]))).toHaveLength(1));
});

describe('other suggestions from the same picture', () => {
  const [, pixels] = pictures[0]!;
  it('differ from turn to turn, and can be read in every one', () => {
    const actions = new Set<string>();
    for (let turn = 0; turn < 8; turn++)
      for (const palette of palettesFrom(pixels, 4, turn)) {
        actions.add(palette.action);
        expect(contrast(palette.action, '#FFFFFF')).toBeGreaterThanOrEqual(aaText);
        expect(contrast(palette.tint, wordsOn(palette.tint, palette.ink))).toBeGreaterThanOrEqual(
          aaText,
        );
      }
    expect(actions.size).toBeGreaterThan(12);
  });
  it('begin with the picture’s own', () =>
    expect(palettesFrom(pixels, 4, 0)).toEqual(palettesFrom(pixels)));
});
