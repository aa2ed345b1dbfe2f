import fc from 'fast-check';
import {
  aaText,
  contrast,
  contrastOn,
  isDarkSurface,
  isLightSurface,
  plainBrand,
  pressOn,
  Surface,
  surfaceColors,
  wordsOnSurface,
} from './index.ts';

it.each<[string, Surface, string, boolean]>([
  ['the page', 'paper', '#1D262C', false],
  ['the dark one', 'deep', '#FFFFFF', true],
  ['a light color of its own', '#FFE9B0', '#1D262C', false],
  ['a dark color of its own', '#40102C', '#FFFFFF', true],
  ['from dark to action', { from: 'deep', to: 'action', angle: 90 }, '#FFFFFF', true],
  ['from paper to tint', { from: 'paper', to: 'tint', angle: 0 }, '#1D262C', false],
])('words on %s', (_what, surface, words, isDark) => {
  expect(wordsOnSurface(plainBrand, surface)).toBe(words);
  expect(isDarkSurface(plainBrand, surface)).toBe(isDark);
  expect(isLightSurface(plainBrand, surface)).toBe(!isDark);
});

it('sees the dark middle between two bright ends', () => {
  const brand = { colours: { ...plainBrand.colours, deep: '#FF0000', action: '#00FFFF' } };
  const surface: Surface = { from: 'deep', to: 'action', angle: 90 };
  expect(surfaceColors(surface, brand)[2]).toBe('#808080');
});

it('gives words that reach AA on any color of its own', () => {
  const hex = fc
    .integer({ min: 0, max: 0xffffff })
    .map((value) => `#${value.toString(16).padStart(6, '0').toUpperCase()}`);
  fc.assert(
    fc.property(hex, (color) => {
      expect(contrast(wordsOnSurface(plainBrand, color), color)).toBeGreaterThanOrEqual(aaText);
    }),
  );
});

it('leaves a button its action color where it stands out', () => {
  expect(pressOn(plainBrand, 'paper')).toBe('action');
  expect(pressOn(plainBrand, plainBrand.colours.action)).toBe('paper');
  expect(contrastOn('#FFFFFF', 'paper', plainBrand)).toBe(1);
});

it.each<[unknown]>([
  ['red'],
  ['#12345'],
  ['#123456}body{display:none'],
  [{ from: 'deep', to: 'action', angle: 360 }],
  [{ from: '#112233', to: 'action', angle: 0 }],
  [{ from: 'deep', to: 'action', angle: 0, more: 1 }],
])('refuses %j', (value) => expect(Surface.safeParse(value).success).toBe(false));
