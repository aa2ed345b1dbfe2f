import type { Conditions } from '@plumgate/core/conditions';
import type { Period } from '@plumgate/core/results';

/** The list of people who were added in a time, by the source that they first came from where one is asked for. */
export function peopleAddress(slug: string, { from, to }: Period, source?: string): string {
  const asked: Conditions = {
    match: 'all',
    terms: [
      { about: 'added', test: { op: 'between', day: from, until: to } },
      ...(source ? [{ about: 'source', is: source, first: true } as const] : []),
    ],
  };
  return `/${slug}/people?asked=${encodeURIComponent(JSON.stringify(asked))}`;
}
