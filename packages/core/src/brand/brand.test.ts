import {
  aaText,
  Brand,
  brandVariables,
  contrast,
  faceOf,
  familiesOf,
  plainBrand,
  wordsOn,
} from './index.ts';

describe('contrast', () => {
  // Black on white is 21:1 by the definition in WCAG 2.2; the greys are W3C's own worked examples in
  // "Understanding SC 1.4.3" (from memory), where #777777 falls just short of AA and #767676 just reaches it.
  it.each([
    ['#000000', '#FFFFFF', 21],
    ['#FFFFFF', '#FFFFFF', 1],
    ['#777777', '#FFFFFF', 4.48],
    ['#767676', '#FFFFFF', 4.54],
    ['#FF0000', '#FFFFFF', 4.0],
    ['#0000FF', '#FFFFFF', 8.59],
  ])('of %s on %s is %d to 1', (a, b, ratio) => {
    expect(contrast(a, b)).toBeCloseTo(ratio, 1);
    expect(contrast(b, a)).toBeCloseTo(contrast(a, b), 10);
  });

  it('agrees with the formula of WCAG 2.2 written out', () => {
    const channel = (value: number) => {
      const share = value / 255;
      return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
    };
    const luminance = (hex: string) => {
      const [r, g, b] = [1, 3, 5].map((at) => channel(parseInt(hex.slice(at, at + 2), 16)));
      return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
    };
    for (const [a, b] of [
      ['#7A2E62', '#FAF7F2'],
      ['#9A6412', '#FBEFD6'],
      ['#123456', '#ABCDEF'],
    ] as const) {
      const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
      expect(contrast(a, b)).toBeCloseTo((light! + 0.05) / (dark! + 0.05), 6);
    }
  });
});

describe('wordsOn', () => {
  it.each([
    ['#FFFFFF', '#1D262C', '#1D262C'],
    ['#123B42', '#12343A', '#FFFFFF'],
    ['#FFE08A', '#F4E3EE', '#000000'],
  ])('on %s with ink %s gives %s', (surface, ink, words) =>
    expect(wordsOn(surface, ink)).toBe(words),
  );

  it('always reaches AA, whatever the surface', () => {
    for (let level = 0; level < 256; level += 5) {
      const grey = `#${level.toString(16).padStart(2, '0').repeat(3)}`;
      expect(contrast(grey, wordsOn(grey, grey))).toBeGreaterThanOrEqual(aaText);
    }
  });
});

describe('Brand', () => {
  it('takes a hex colour in any case and refuses anything else', () => {
    const withAction = (action: string) =>
      Brand.safeParse({ ...plainBrand, colours: { ...plainBrand.colours, action } });
    expect(withAction('#1e5f8c').data?.colours.action).toBe('#1E5F8C');
    expect(withAction('red;} body{display:none').success).toBe(false);
    expect(withAction('#12345').success).toBe(false);
  });

  it('gives page-kit every custom property it reads', () => {
    const css = brandVariables(plainBrand);
    for (const name of ['paper', 'on-deep', 'on-action', 'corner', 'title-face', 'text-face'])
      expect(css).toContain(`--${name}:`);
  });

  it('names each family of a pair once', () => {
    expect(familiesOf('hanken')).toEqual(['Hanken Grotesk']);
    expect(familiesOf('fraunces')).toEqual(['Fraunces', 'Figtree']);
  });
});

it('lets a browser show letters of the same kind until a face is there', () => {
  expect(faceOf('Literata')).toBe(
    '"Literata","Literata stand-in","Literata stand-in on phones",Georgia,serif',
  );
  expect(faceOf('Bricolage Grotesque')).toMatch(/^"Bricolage Grotesque",.*,system-ui,sans-serif$/);
  expect(brandVariables({ ...plainBrand, typePair: 'newsreader' })).toContain(
    `--title-face:${faceOf('Newsreader')};--text-face:${faceOf('Figtree')}`,
  );
});
