/**
 * What a text may be asked to look like. `source` is a regular expression as the `pattern` of an HTML input takes it: the
 * whole text has to fit. ZIP codes as the US Postal Service writes them and Canada's postal codes are from memory.
 */
export const textPatterns = {
  letters: { label: 'Letters only', source: "[\\p{L}\\p{M}' .\\-]+" },
  digits: { label: 'Digits only', source: '\\d+' },
  year: { label: 'A year, such as 1998', source: '(1[89]|20)\\d{2}' },
  'us-zip': { label: 'A ZIP code', source: '\\d{5}(-\\d{4})?' },
  'ca-postal-code': {
    label: 'A Canadian postal code',
    source: '[A-Za-z]\\d[A-Za-z] ?\\d[A-Za-z]\\d',
  },
} as const;
export type TextPattern = keyof typeof textPatterns;

/** Whether a whole text fits, by the rule with which browsers read `pattern` (HTML standard, "The pattern attribute"). */
export const fitsPattern = (pattern: TextPattern, text: string): boolean =>
  new RegExp(`^(?:${textPatterns[pattern].source})$`, 'v').test(text);
