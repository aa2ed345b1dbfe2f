/**
 * The language and country of most people in a country, by Unicode's likely subtags: `en-US` for `US`, `es-MX` for `MX`.
 *
 * @throws RangeError for what can't be a country
 */
export const likelyLocale = (country: string): string =>
  `${new Intl.Locale(`und-${country}`).maximize().language}-${country}`;
