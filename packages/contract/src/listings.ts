import { InstantText, ListingId } from '@plumgate/core/basics';
import { StaffMember } from '@plumgate/core/clients';
import { emptyListing, ListingContent, ListingStatus } from '@plumgate/core/listings';
import { z } from 'zod';
import { Version } from './parts.ts';

/** A listing as pages show it. */
export const ShownListing = z.object({
  id: ListingId,
  content: ListingContent,
  agent: StaffMember.nullable(),
});

/** The home that a page is about, and the client's homes for sale. */
export const ShownHome = z.object({
  listing: ShownListing.nullable(),
  homes: z.array(z.object({ id: ListingId, content: ListingContent, href: z.string().nullable() })),
});
export type ShownHome = z.infer<typeof ShownHome>;
export const noHome: ShownHome = { listing: null, homes: [] };

/** A listing with what its list shows beside it. */
export const ListingView = ShownListing.extend({
  version: Version,
  changedAt: InstantText,
  /** The live page that speaks of it, if there is one. */
  page: z.object({ name: z.string(), address: z.string() }).nullable(),
});
export type ListingView = z.infer<typeof ListingView>;

/** What is known of a new listing: its street at least. What was asked before is found out as it changes. */
export const NewListing = ListingContent.omit({ pricesBefore: true, street: true })
  .partial()
  .extend({ street: ListingContent.shape.street })
  .transform((given): ListingContent => ({ ...emptyListing, ...given }));

/** Which listings are asked for. */
export const listingQuestion = {
  /** In the address, or the number. */
  find: z.string().trim().max(120).default(''),
  status: ListingStatus.optional(),
  town: z.string().trim().max(80).optional(),
  /** In minor units. */
  priceFrom: z.coerce.number().int().min(0).optional(),
  priceTo: z.coerce.number().int().min(0).optional(),
};
export const ListingQuestion = z.object(listingQuestion);
export type ListingQuestion = z.infer<typeof ListingQuestion>;
