import { ClientId, ConversionId } from '@plumgate/core/basics';
import { ConversionContent } from '@plumgate/core/conversions';
import { z } from 'zod';
import { ConversionView } from './conversions.ts';
import { endpoint } from './endpoint.ts';
import { nothing, period } from './parts.ts';

const ofConversion = z.object({ conversionId: ConversionId });
export const listConversions = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/conversions',
  summary: 'The outcomes that a client counts, with how often each happened between two local days',
  right: 'results.read',
  params: z.object({ clientId: ClientId }),
  query: period,
  answer: z.object({ conversions: z.array(ConversionView) }),
});
export const addConversion = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/conversions',
  summary: 'Count another outcome',
  right: 'funnels.write',
  params: z.object({ clientId: ClientId }),
  body: ConversionContent,
  answer: z.object({ conversionId: ConversionId }),
});
export const changeConversion = endpoint({
  method: 'PUT',
  path: '/api/conversions/:conversionId',
  summary: 'Count an outcome in another way, what happened before too',
  right: 'funnels.write',
  params: ofConversion,
  body: ConversionContent,
  answer: nothing,
});
export const removeConversion = endpoint({
  method: 'DELETE',
  path: '/api/conversions/:conversionId',
  summary: 'Count an outcome no more; what happened stays',
  right: 'funnels.write',
  params: ofConversion,
  answer: nothing,
});
export const exportClicks = endpoint({
  method: 'GET',
  path: '/api/conversions/:conversionId/clicks.csv',
  summary:
    "Outcomes that an ad's click led to, in the columns that ad platforms import, as CSV (RFC 4180)",
  right: 'results.read',
  params: ofConversion,
  query: period,
  answerType: 'text/csv',
  answer: z.unknown(),
});
