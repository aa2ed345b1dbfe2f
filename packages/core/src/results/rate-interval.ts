/** The standard normal's 97.5th percentile, for 95% in all (any table of it). */
const z = 1.959963984540054;

/** Below so many visitors a rate says too little (common practice, no source). */
export const fewestForRate = 50;

/**
 * The 95% interval of a rate, as shares from 0 to 1, by Wilson's score method (E. B. Wilson, "Probable inference", JASA 22,
 * 1927), which keeps its level for small numbers and near 0 and 1. Null without any visitor.
 */
export function rateInterval(part: number, whole: number): { from: number; to: number } | null {
  if (whole <= 0) return null;
  const rate = part / whole;
  const middle = rate + (z * z) / (2 * whole);
  const reach = z * Math.sqrt((rate * (1 - rate)) / whole + (z * z) / (4 * whole * whole));
  const scale = 1 + (z * z) / whole;
  return { from: Math.max(0, (middle - reach) / scale), to: Math.min(1, (middle + reach) / scale) };
}
