import type { BinKind, Loss } from '@plumgate/contract';
import { lossWords } from './loss-words.ts';

const loss = (what: Loss['what'], count: number, names: string[] = []): Loss => ({
  what,
  count,
  names,
});

it.each<[Loss, BinKind, string]>([
  [loss('visitors', 1), 'page', '1 person visited it in the last 30 days.'],
  [loss('leads', 1200), 'funnel', '1,200 leads came from it in the last 30 days.'],
  [loss('goes-along', 2, ['First', 'Thanks']), 'funnel', 'Its 2 pages go with it: First, Thanks.'],
  [loss('rules', 1, ['New leads']), 'form', 'A rule uses it: New leads.'],
  [
    loss('shown-on', 6, ['A', 'B', 'C', 'D', 'E', 'F']),
    'picture',
    '6 pages show it and will do without: A, B, C, D and 2 more.',
  ],
  [loss('runs', 1), 'person', 'The sequence they are in ends.'],
  [loss('runs', 3), 'sequence', '3 people are in it and get nothing more of it.'],
  [
    loss('cancelled-bookings', 2),
    'person',
    'Their 2 upcoming bookings are canceled. They are not told.',
  ],
])('%j of a %s', (given, kind, words) => {
  expect(lossWords(given, kind)).toBe(words);
});
