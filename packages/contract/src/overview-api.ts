import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { ClientOverview } from './overview.ts';

export const getOverview = endpoint({
  method: 'GET',
  path: '/api/overview',
  summary:
    'All clients that one sees side by side: visitors, leads, who waits, bookings, won value, and what is wrong',
  right: 'clients.read',
  query: z.object({ days: z.enum(['7', '30', '90']).default('30') }),
  answer: z.object({ days: z.int(), clients: z.array(ClientOverview) }),
});
