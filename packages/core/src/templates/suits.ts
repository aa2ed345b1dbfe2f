/** What a page is for. */
export const aims = {
  leads: 'Leads',
  booking: 'Bookings',
  event: 'An event',
  listing: 'A home for sale',
  guide: 'A guide or report',
  answers: 'Answers and reviews',
  offer: 'An offer',
  around: 'Supporting pages',
} as const;
export type Aim = keyof typeof aims;

export const trades = {
  any: 'Any trade',
  home: 'Home and yard',
  health: 'Health',
  property: 'Property',
} as const;
export type Trade = keyof typeof trades;

/** What something ready-made is good for: its aims, or every one, and its trade. */
export interface Meant {
  aims: readonly Aim[] | 'any';
  trade: Trade;
}

/** Whether it is good for an aim and a trade; what is for any trade suits each. */
export const suits = (meant: Meant, aim: Aim | 'all', trade: Trade | 'all'): boolean =>
  (aim === 'all' || meant.aims === 'any' || meant.aims.includes(aim)) &&
  (trade === 'all' || meant.trade === 'any' || meant.trade === trade);
