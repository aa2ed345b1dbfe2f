import { ClientId } from '@plumgate/core/basics';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { ResultFigures, resultParts, ResultRow } from './results.ts';

export const getResults = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/results',
  summary: "What a client's pages brought between two local days, both counted, taken apart",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: z
    .object({
      from: z.iso.date('Give the day as 2026-11-05.'),
      to: z.iso.date('Give the day as 2026-11-05.'),
      by: z.enum(resultParts).default('source'),
    })
    .refine(({ from, to }) => from <= to, {
      path: ['to'],
      error: 'The last day comes before the first.',
    }),
  answer: z.object({ rows: z.array(ResultRow), total: ResultFigures }),
});
