import type { Period } from '@plumgate/core/results';
import { askedPeople } from '../people/asked-people.ts';

/** The list of people who were added in a time, by the source that they first came from where one is asked for. */
export function peopleAddress(slug: string, { from, to }: Period, source?: string): string {
  return askedPeople(slug, {
    match: 'all',
    terms: [
      { about: 'added', test: { op: 'between', day: from, until: to } },
      ...(source ? [{ about: 'source', is: source, first: true } as const] : []),
    ],
  });
}
