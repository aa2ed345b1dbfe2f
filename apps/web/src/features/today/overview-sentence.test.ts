import type { ClientOverview } from '@plumgate/contract';
import { quayside } from '../../testing/show.tsx';
import { overviewSentence } from './overview-sentence.ts';

const one = (changes: Partial<ClientOverview> = {}): ClientOverview => ({
  client: quayside,
  weeks: [0, 0, 0, 0, 0, 0, 0, 0],
  ...{ visitors: 0, converted: 0, leads: 0, leadsBefore: 0, waiting: 0, overdue: 0 },
  ...{ waitingSince: null, medianMinutes: null, booked: 0, won: 0, troubles: [] },
  ...changes,
});

it.each<[string, ClientOverview[]]>([
  ['Nobody is waiting. 0 leads in 30 days, as many as in the 30 days before.', []],
  [
    '3 leads are waiting, 1 beyond the promise. 422 leads in 30 days, 31 more than in the 30 days before; 124 booked; $1,300 won.',
    [
      one({ waiting: 1, overdue: 1, leads: 400, leadsBefore: 391, booked: 100, won: 130_000 }),
      one({ waiting: 2, leads: 22, booked: 24 }),
    ],
  ],
  [
    '1 lead is waiting, none beyond the promise. 1 lead in 30 days, 4 fewer than in the 30 days before; $10 and €20 won.',
    [
      one({ waiting: 1, leads: 1, leadsBefore: 5, won: 1000 }),
      one({ client: { ...quayside, currency: 'EUR' }, won: 2000 }),
    ],
  ],
])('%s', (sentence, clients) => expect(overviewSentence(clients, '30')).toBe(sentence));
