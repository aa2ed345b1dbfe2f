/** A share as a whole percentage: `42%`; a dash where there is nothing to have a share of. */
export const shareWords = (part: number, whole: number): string =>
  whole === 0 ? '–' : `${Math.round((part / whole) * 100)}%`;
