import { rateInterval } from './index.ts';

/** R. G. Newcombe, "Two-sided confidence intervals for the single proportion", Statistics in Medicine 17 (1998), table I, method 3; from memory. */
it.each([
  [81, 263, 0.2553, 0.3662],
  [15, 148, 0.0624, 0.1605],
  [0, 20, 0, 0.1611],
  [1, 29, 0.0061, 0.1718],
])('%d of %d', (part, whole, from, to) => {
  const found = rateInterval(part, whole)!;
  expect(found.from).toBeCloseTo(from, 4);
  expect(found.to).toBeCloseTo(to, 4);
});

it('is nothing without visitors, and the whole way to one where all did', () => {
  expect(rateInterval(0, 0)).toBeNull();
  expect(rateInterval(20, 20)!.to).toBe(1);
});
