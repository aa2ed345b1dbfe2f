import type { ListingId } from '../basics/index.ts';
import type { StaffMember } from '../clients/index.ts';
import { isForSale, type ListingContent } from './listing.ts';

/** A listing as a page shows it, with who shows people around. */
export interface ShownListing {
  id: ListingId;
  content: ListingContent;
  agent: StaffMember | null;
}

/** A home among others, with the page that speaks of it; null where none is live. */
export interface ListedHome extends Pick<ShownListing, 'id' | 'content'> {
  href: string | null;
}

/** Which of a client's homes a list of them shows. */
export interface HomesWanted {
  /** Those of the page's own agent alone. */
  ofAgent: boolean;
  most: number;
}

/** The homes that somebody can still buy, without the one that the page is about, in their order. */
export const homesBeside = (
  homes: readonly ListedHome[],
  shown: ShownListing | null,
  { ofAgent, most }: HomesWanted,
): ListedHome[] =>
  homes
    .filter(({ id, content }) => id !== shown?.id && isForSale(content))
    .filter(({ content }) => !ofAgent || !shown || content.agent === shown.content.agent)
    .slice(0, most);
