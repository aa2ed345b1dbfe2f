import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import { countryOfZone, currencyOfCountry, localeOfCountry } from './country.ts';
import type { Facts } from './facts.ts';

/** How a client's fact sheet is stored. */
export const factsFormat: DocumentFormat<Facts> = documentFormat('fact sheet', [
  // Version 1 may lack what was added one after the other; its license was spelled the British way.
  ({ licence = '', ...stored }) => ({
    trade: '',
    phone: '',
    email: '',
    street: '',
    town: '',
    region: '',
    postcode: '',
    country: countryOfZone(stored.zone as string),
    hours: '',
    week: [[], [], [], [], [], [], []],
    place: null,
    social: [],
    license: licence,
    areas: [],
    services: [],
    ...stored,
  }),
  // Version 2 had no locale and no currency.
  (stored) => ({
    locale: localeOfCountry(stored.country as string),
    currency: currencyOfCountry(stored.country as string),
    ...stored,
  }),
  // Version 3 promised no answer within a time.
  (stored) => ({ promiseMinutes: 60, ...stored }),
  // Version 4 knew no holidays.
  (stored) => ({ closed: [], ...stored }),
  // Version 5 had no badges and no photographs.
  (stored) => ({ badges: [], photographs: [], ...stored }),
]);
