/**
 * The value below which the given share (0 to 1) of the values lies, between two of them by the straight line (R. J. Hyndman
 * and Y. Fan, "Sample quantiles in statistical packages", The American Statistician 50, 1996, definition 7; PostgreSQL's
 * `percentile_cont`). Null of no values.
 */
export function quantile(values: readonly number[], share: number): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const place = (sorted.length - 1) * share;
  const [below, above] = [sorted[Math.floor(place)]!, sorted[Math.ceil(place)]!];
  return below + (above - below) * (place % 1);
}

/** The value in the middle; between the two in the middle of an even number. */
export const median = (values: readonly number[]): number | null => quantile(values, 0.5);
