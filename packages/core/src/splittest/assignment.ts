import type { TestAudience } from './split-test.ts';

/**
 * Which of several variations a visitor sees, given a point from 0 up to 1 that is the visitor's own in this test: the one in
 * whose part of the whole it lies. `shares` are weights in any unit. It stays the same for as long as the shares do.
 */
export function variationAt(shares: readonly number[], point: number): number {
  const whole = shares.reduce((all, share) => all + share, 0);
  let end = 0;
  for (const [index, share] of shares.entries()) {
    end += share / whole;
    if (point < end) return index;
  }
  // Rounding may leave a hair behind the last one.
  return shares.findLastIndex((share) => share > 0);
}

/** Whether somebody takes part in a test; who does not sees the page as it was and is not counted. */
export const takesPart = (
  { devices, sources }: TestAudience,
  visitor: { device: 'phone' | 'wide'; source: string },
): boolean =>
  (devices.length === 0 || devices.includes(visitor.device)) &&
  (sources.length === 0 || sources.includes(visitor.source));
