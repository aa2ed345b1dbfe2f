import type { Conditions } from '@plumgate/core/conditions';

/** Where the list of people is who match conditions. */
export const askedPeople = (slug: string, conditions: Conditions): string =>
  `/${slug}/people?asked=${encodeURIComponent(JSON.stringify(conditions))}`;
