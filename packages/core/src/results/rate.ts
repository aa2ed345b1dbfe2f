/** A share as a percentage with one decimal, `21.0%`; `–` when there is nothing to divide by, never `0%` or `NaN`. */
export function shareText(part: number, whole: number): string {
  return whole > 0 ? `${((100 * part) / whole).toFixed(1)}%` : '–';
}
