import { createHash } from 'node:crypto';
import { estimatedTotal, sampleSize } from './estimate.ts';

/** So many ids as random ones are, in order: digests of numbers. */
function ids(count: number): string[] {
  const digest = (n: number) => createHash('sha256').update(String(n)).digest('hex').slice(0, 32);
  return Array.from({ length: count }, (_, n) => digest(n)).toSorted();
}

/** Every so-and-so-many-th person matches, by a digit of the id that its order does not depend on. */
const isHit = (id: string, share: number) =>
  Number.parseInt(id.slice(20, 28), 16) / 2 ** 32 < share;

const sampleOf = (all: string[], share: number) => {
  const sample = all.slice(0, sampleSize);
  const hits = sample.filter((id) => isHit(id, share)).length;
  return { seen: sample.length, hits, last: sample.at(-1)! };
};

it.each([0.9, 0.5, 0.2, 0.1])('is near the true number where %d of 200,000 match', (share) => {
  const all = ids(200_000);
  const total = all.filter((id) => isHit(id, share)).length;
  const estimate = estimatedTotal(sampleOf(all, share))!;
  expect(Math.abs(estimate / total - 1)).toBeLessThan(0.1);
  expect(Number(estimate.toPrecision(2))).toBe(estimate);
});

it.each([
  [200_000, 0.02],
  [200_000, 0],
  [8_000, 1],
  [3_000, 1],
])('leaves it to counting of %d where %d match', (count, share) => {
  expect(estimatedTotal(sampleOf(ids(count), share))).toBeNull();
});
