/** The widths of a band's columns are shares of at most this many. */
const finest = 12;

/**
 * The shares of a band's columns after the line between column `index` and the next was drawn to a point: `fraction` is
 * where it lies between the left edge of the one and the right edge of the other, 0 to 1. Every column keeps at least
 * one share, and the columns beside the two keep their widths.
 */
export function drawnShares(shares: readonly number[], index: number, fraction: number): number[] {
  const total = shares.reduce((sum, share) => sum + share, 0);
  const factor = Math.max(1, Math.floor(finest / total));
  const fine = shares.map((share) => share * factor);
  const both = fine[index]! + fine[index + 1]!;
  const left = Math.min(both - 1, Math.max(1, Math.round(both * fraction)));
  return fine.with(index, left).with(index + 1, both - left);
}
