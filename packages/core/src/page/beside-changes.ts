import type { Brand } from '../brand/index.ts';
import type { Facts } from '../clients/index.ts';

/** What a page shows that is kept beside it, for all of a client's pages. */
export interface Beside {
  name: string;
  facts: Facts;
  brand: Brand;
}

/** Those that pages show. How soon a lead is answered is for the desk; badges and photographs are shown by blocks that took them. */
const facts: Record<Exclude<keyof Facts, 'promiseMinutes' | 'badges' | 'photographs'>, string> = {
  trade: 'trade',
  phone: 'phone',
  email: 'email',
  street: 'street',
  town: 'town',
  region: 'region',
  postcode: 'postcode',
  country: 'country',
  locale: 'format of dates and numbers',
  currency: 'currency',
  zone: 'time zone',
  hours: 'hours in words',
  week: 'opening hours',
  closed: 'days off',
  place: 'place on the map',
  social: 'addresses elsewhere',
  license: 'license',
  areas: 'areas served',
  services: 'services',
};
const brand: Record<keyof Brand, string> = {
  colours: 'colors',
  typePair: 'type',
  corners: 'corners',
  press: 'buttons',
  logo: 'logo',
  logoOnDark: 'logo on dark',
  styles: 'styles',
  mark: 'letters for a logo',
};

/** What differs beside a page, a sentence for each place it is kept in: `Brand: colors, type`. */
export function besideChanges(before: Beside, after: Beside): string[] {
  const line = (place: string, names: string[]) =>
    names.length > 0 ? [`${place}: ${names.join(', ')}`] : [];
  return [
    ...(before.name === after.name
      ? []
      : [`The client’s name: “${before.name}” is now “${after.name}”`]),
    ...line('Fact sheet', differing(facts, before.facts, after.facts)),
    ...line('Brand', differing(brand, before.brand, after.brand)),
  ];
}

const differing = <Whole extends object>(
  names: Partial<Record<keyof Whole, string>>,
  before: Whole,
  after: Whole,
): string[] =>
  (Object.keys(names) as (keyof Whole)[])
    .filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))
    .map((key) => names[key]!);
