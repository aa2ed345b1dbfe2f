import { viewSizes } from './view-sizes.ts';

const widths = { wide: 1280, phone: 390 };

it.each([
  ['with both panels on a small screen, scrolled sideways', 800, 0.7, 0.25],
  ['with the settings folded', 1068, 0.71, 0.25],
  ['with both panels folded', 1240, 0.84, 0.25],
  ['on a large screen', 2000, 1, 0.54],
])('draws the wide view large, %s', (_what, width, wide, phone) => {
  const sizes = viewSizes({ width, height: 700 }, widths, 'wide', 'fit');
  expect(sizes.wide.scale).toBeCloseTo(wide, 2);
  expect(sizes.phone.scale).toBeCloseTo(phone, 2);
});

it('draws the phone at its own size where somebody works in it', () => {
  const { phone, wide } = viewSizes({ width: 800, height: 700 }, widths, 'phone', 'fit');
  expect(phone.scale).toBe(1);
  expect(wide.scale).toBeGreaterThan(0.2);
});

it('needs no more room than there is, from 1,060 px on', () => {
  for (const main of ['wide', 'phone'] as const)
    for (let width = 1060; width < 2600; width += 20) {
      const { wide, phone } = viewSizes({ width, height: 700 }, widths, main, 'fit');
      expect(wide.scale * 1280 + phone.scale * 390 + 24 + 12 + 32).toBeLessThanOrEqual(width + 1);
    }
});

it('grows while small words are written in, and no further', () => {
  const scaleFor = (writable: number) =>
    viewSizes({ width: 800, height: 700 }, widths, 'wide', 'fit', writable).wide.scale;
  expect(scaleFor(12 / 14)).toBeCloseTo(0.857, 3);
  expect(scaleFor(12 / 40)).toBe(0.7);
});

it('keeps the other view a strip when one is zoomed', () => {
  const sizes = viewSizes({ width: 800, height: 700 }, widths, 'wide', 1);
  expect(sizes.wide.scale).toBe(1);
  expect(sizes.phone.scale * 390).toBeCloseTo(96, -1);
});
