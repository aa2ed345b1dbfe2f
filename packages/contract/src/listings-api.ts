import { ClientId, FunnelId, ListingId, PageId } from '@plumgate/core/basics';
import { ListingContent } from '@plumgate/core/listings';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { listingQuestion, ListingView, NewListing } from './listings.ts';
import { inBin, nothing, page, Version } from './parts.ts';

const ofClient = z.object({ clientId: ClientId });
const ofListing = z.object({ listingId: ListingId });
export const listListings = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/listings',
  summary:
    "A client's homes for sale that a question names, those first that came on the market last; prices in minor units",
  right: 'funnels.read',
  params: ofClient,
  query: z.object({ ...listingQuestion, ...page }),
  answer: z.object({
    listings: z.array(ListingView),
    next: z.string().nullable(),
    total: z.int(),
    /** Towns that listings are in, those with most first, to choose from. */
    towns: z.array(z.string()),
  }),
});
export const createListing = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/listings',
  summary: 'Add a home for sale',
  right: 'funnels.write',
  params: ofClient,
  body: NewListing,
  example: { street: '14 Beacon Hill Road', town: 'Marram Bay', price: 42_900_000, beds: 3 },
  answer: z.object({ id: ListingId }),
});
export const importListings = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/listings/import',
  summary:
    'Import listings as a job, from CSV or from JSON (an array, or `value` of an OData answer) in the field names of the RESO Data Dictionary; one with a number that is known, or the address of one, changes it',
  right: 'funnels.write',
  params: ofClient,
  query: z.object({ try: z.enum(['yes', 'no']).default('no') }),
  bodyType: 'text/csv',
  orJson: true,
  example:
    'ListingId,UnparsedAddress,City,ListPrice,BedroomsTotal\r\nMC-104,14 Beacon Hill Road,Marram Bay,429000,3\r\n',
  answer: z.object({ jobId: z.uuid() }),
});
export const exportListings = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/listings/export.csv',
  summary: "A client's listings as CSV (RFC 4180), by the field names of the RESO Data Dictionary",
  right: 'funnels.read',
  params: ofClient,
  answerType: 'text/csv',
  answer: z.unknown(),
});
export const exportListingsJson = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/listings/export.json',
  summary: "A client's listings as JSON, by the field names of the RESO Data Dictionary",
  right: 'funnels.read',
  params: ofClient,
  answerType: 'application/json',
  answer: z.unknown(),
});
export const getListing = endpoint({
  method: 'GET',
  path: '/api/listings/:listingId',
  summary: 'A home for sale',
  right: 'funnels.read',
  params: ofListing,
  answer: ListingView,
});
export const saveListing = endpoint({
  method: 'PUT',
  path: '/api/listings/:listingId',
  summary: 'Change a home for sale; a price that was asked before joins its history',
  right: 'funnels.write',
  params: ofListing,
  body: z.strictObject({ version: Version, content: ListingContent }),
  answer: ListingView,
});
export const makeListingPage = endpoint({
  method: 'POST',
  path: '/api/listings/:listingId/page',
  summary:
    'Make a funnel for a home for sale, named by its address: its page and thanks, not live yet',
  right: 'funnels.write',
  params: ofListing,
  body: nothing,
  answer: z.object({ funnelId: FunnelId, pageId: PageId }),
});
export const removeListing = endpoint({
  method: 'DELETE',
  path: '/api/listings/:listingId',
  summary: 'Delete a home for sale; it lies in the bin for a month',
  right: 'funnels.write',
  params: ofListing,
  answer: inBin,
});
