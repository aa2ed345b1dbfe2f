import { Cents, ClientId, FunnelId, ResultNoteId, ResultViewId } from '@plumgate/core/basics';
import { SpendRow } from '@plumgate/core/spend';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { daysInOrder, localDays, nothing, period } from './parts.ts';
import {
  FunnelResults,
  ResultNote,
  ResultView,
  ResultFigures,
  resultParts,
  ResultRow,
} from './results.ts';

const partsOfPeriod = z
  .object({ ...localDays, by: z.enum(resultParts).default('source') })
  .refine(({ from, to }) => from <= to, daysInOrder);

export const getResults = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/results',
  summary: "What a client's pages brought between two local days, both counted, taken apart",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: partsOfPeriod,
  answer: z.object({ rows: z.array(ResultRow), total: ResultFigures }),
});

export const getFunnelResults = endpoint({
  method: 'GET',
  path: '/api/funnels/:funnelId/results',
  summary:
    'Who came to each step of a funnel between two local days, who went on, and where the others stopped',
  right: 'results.read',
  params: z.object({ funnelId: FunnelId }),
  query: z
    .object({
      ...localDays,
      source: z.string().max(120).optional(),
      device: z.enum(['phone', 'wide']).optional(),
    })
    .refine(({ from, to }) => from <= to, daysInOrder),
  answer: FunnelResults,
});
export const exportResults = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/results.csv',
  summary: "What a client's pages brought, taken apart, as CSV (RFC 4180)",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: partsOfPeriod,
  answerType: 'text/csv',
  answer: z.unknown(),
});
export const getResultNotes = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/result-notes',
  summary:
    'What happened between two local days: pages published, tests begun and ended, and notes of the team',
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: period,
  answer: z.object({ notes: z.array(ResultNote) }),
});
export const addResultNote = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/result-notes',
  summary: 'Write down what happened on a day',
  right: 'funnels.write',
  params: z.object({ clientId: ClientId }),
  body: z.object({
    day: z.iso.date('Give the day as 2026-11-05.'),
    words: z.string().trim().min(1, 'Say what happened.').max(200),
  }),
  answer: z.object({ noteId: ResultNoteId }),
});
export const removeResultNote = endpoint({
  method: 'DELETE',
  path: '/api/result-notes/:resultNoteId',
  summary: 'Delete a note of a day',
  right: 'funnels.write',
  params: z.object({ resultNoteId: ResultNoteId }),
  answer: nothing,
});
export const listResultViews = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/result-views',
  summary: "Ways to look at a client's results that are kept by a name",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  answer: z.object({ views: z.array(ResultView) }),
});
export const keepResultView = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/result-views',
  summary: 'Keep a way to look at results by a name, for the whole team',
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  body: ResultView.omit({ viewId: true }),
  answer: z.object({ viewId: ResultViewId }),
});
export const removeResultView = endpoint({
  method: 'DELETE',
  path: '/api/result-views/:resultViewId',
  summary: 'Keep a way to look at results no longer',
  right: 'results.read',
  params: z.object({ resultViewId: ResultViewId }),
  answer: nothing,
});
export const getBenchmark = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/benchmark',
  summary:
    "What share of visitors become leads at the agency's other clients of the same trade, all together",
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: period,
  answer: z.object({
    /** As the fact sheet says it; empty where it doesn't. */
    trade: z.string(),
    /** How many other clients had visitors. */
    others: z.int(),
    visitors: z.int(),
    conversions: z.int(),
    /** Null where there are too few others to stay unnamed. */
    rate: ResultFigures.shape.rate.nullable(),
  }),
});
export const getSpend = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/spend',
  summary:
    'What a client spent on ads between two local days, both counted, and where this month will end',
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: period,
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
