import { ClientId, TagId } from '@plumgate/core/basics';
import { Measuring, TagContent } from '@plumgate/core/tags';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { nothing } from './parts.ts';
import { FunnelTags, TagHit, TagsView } from './tags.ts';

const ofClient = z.object({ clientId: ClientId });
const ofTag = z.object({ tagId: TagId });
export const getTags = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/tags',
  summary: "Other people's code on a client's pages, and how their visitors are counted",
  right: 'results.read',
  params: ofClient,
  answer: TagsView,
});
export const addTags = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/tags',
  summary: 'Put tags on pages, after those that are there; they are live at once',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ tags: z.array(TagContent).min(1).max(10) }),
  answer: z.object({ ids: z.array(TagId) }),
});
export const changeTag = endpoint({
  method: 'PUT',
  path: '/api/tags/:tagId',
  summary: 'Change a tag, on all live pages at once',
  right: 'funnels.write',
  params: ofTag,
  body: TagContent,
  answer: nothing,
});
export const removeTag = endpoint({
  method: 'DELETE',
  path: '/api/tags/:tagId',
  summary: 'Take a tag off all pages',
  right: 'funnels.write',
  params: ofTag,
  answer: nothing,
});
export const orderTags = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/tags/order',
  summary: "Put a client's tags in the order in which they are to run",
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ tags: z.array(TagId).max(100) }),
  answer: nothing,
});
export const checkTags = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/tags/check',
  summary: 'Whether each live page carries what it should, exactly once and in order',
  right: 'results.read',
  params: ofClient,
  answer: z.object({ funnels: z.array(FunnelTags) }),
});
export const listTagHits = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/tags/hits',
  summary: 'What arrived at the stand-in that tags are tried with, the newest first',
  right: 'results.read',
  params: ofClient,
  answer: z.object({ hits: z.array(TagHit) }),
});
export const changeMeasuring = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/measuring',
  summary: "Count a client's visitors with a cookie, with one after they agree, or without any",
  right: 'funnels.write',
  params: ofClient,
  body: Measuring,
  answer: nothing,
});
