import type { AreaUnit, HomeType, ListingStatus } from './listing.ts';

/** What pages say of a home by themselves. Names in braces are filled where it is said; a pair is for one and for more. */
export interface HomeWords {
  statuses: Record<ListingStatus, string>;
  types: Record<HomeType, string>;
  units: Record<AreaUnit, string>;
  beds: [one: string, more: string];
  baths: [one: string, more: string];
  lot: string;
  built: string;
  number: string;
  openHouse: string;
  /** When an open house is. */
  span: string;
  /** Opens all pictures. */
  pictures: string;
  /** Before an agent's own number, and the office's. */
  direct: string;
  office: string;
  plan: string;
  film: string;
  /** Above the other homes, on the page of one that is gone. */
  others: string;
  /** In the place of homes where there are none. */
  none: string;
}

export const englishHome: HomeWords = {
  statuses: {
    soon: 'Coming soon',
    active: 'For sale',
    pending: 'Under contract',
    sold: 'Sold',
    withdrawn: 'Off the market',
  },
  types: {
    house: 'House',
    condo: 'Condo',
    townhouse: 'Townhouse',
    apartment: 'Apartment',
    'multi-family': 'Multi-family',
    manufactured: 'Manufactured home',
    land: 'Land',
    other: 'Other',
  },
  units: { sqft: 'sq ft', sqm: 'm²', acres: 'acres', hectares: 'ha' },
  beds: ['{count} bed', '{count} beds'],
  baths: ['{count} bath', '{count} baths'],
  lot: '{area} lot',
  built: 'Built {year}',
  number: 'No. {number}',
  openHouse: 'Open house',
  span: '{day}, {from} to {to}',
  pictures: 'All {count} pictures',
  direct: 'Direct',
  office: 'Office',
  plan: 'Floor plan',
  film: 'Watch the film',
  others: 'Also for sale',
  none: 'Nothing is for sale just now.',
};
