import { Cents, ClientId } from '@plumgate/core/basics';
import { SpendRow } from '@plumgate/core/spend';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { nothing } from './parts.ts';
import { ResultFigures, resultParts, ResultRow } from './results.ts';

const days = {
  from: z.iso.date('Give the day as 2026-11-05.'),
  to: z.iso.date('Give the day as 2026-11-05.'),
};
const inOrder = { path: ['to'], error: 'The last day comes before the first.' };

export const getResults = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/results',
  summary: "What a client's pages brought between two local days, both counted, taken apart",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: z
    .object({ ...days, by: z.enum(resultParts).default('source') })
    .refine(({ from, to }) => from <= to, inOrder),
  answer: z.object({ rows: z.array(ResultRow), total: ResultFigures }),
});

export const exportResults = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/results.csv',
  summary: "What a client's pages brought, taken apart, as CSV (RFC 4180)",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: z
    .object({ ...days, by: z.enum(resultParts).default('source') })
    .refine(({ from, to }) => from <= to, inOrder),
  answerType: 'text/csv',
  answer: z.unknown(),
});
export const getSpend = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/spend',
  summary:
    'What a client spent on ads between two local days, both counted, and where this month will end',
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: z.object(days).refine(({ from, to }) => from <= to, inOrder),
  answer: z.object({
    rows: z.array(SpendRow),
    /** What is to be spent in a month at most, in minor units of the client's currency. */
    monthly: Cents.nullable(),
    month: z.object({
      /** Its first day. */
      first: z.iso.date(),
      spent: Cents,
      /** The last day of the month that spending was written down for. */
      until: z.iso.date().nullable(),
      /** What the month will have cost at its end, if its days to come cost as much. */
      endsAt: Cents.nullable(),
    }),
  }),
});
export const writeSpend = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/spend',
  summary:
    'Write down what ads cost, over what was written for the same day, source and campaign; 0 takes it away',
  right: 'funnels.write',
  params: z.object({ clientId: ClientId }),
  body: z.object({ rows: z.array(SpendRow).min(1).max(5000) }),
  answer: z.object({ written: z.int() }),
});
export const setAdBudget = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/ad-budget',
  summary: 'Set what is to be spent on ads in a month at most, or nothing',
  right: 'funnels.write',
  params: z.object({ clientId: ClientId }),
  body: z.object({ monthly: Cents.check(z.positive()).nullable() }),
  answer: nothing,
});
