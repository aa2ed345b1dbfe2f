import type { Queries } from '../../platform/database/database.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { listingOf } from '../../records/listings/shown-listing.ts';
import { isDeepStrictEqual } from 'node:util';
import { brandInStyle } from '@plumgate/core/brand';
import { nextOf } from '@plumgate/core/funnels';
import type { Draft } from '@plumgate/core/page';
import { codeOn, type OwnCode, type PageRow } from '../../records/pages/page-row.ts';
import type { pageRevisions } from '../../records/pages/table.ts';

type Revision = typeof pageRevisions.$inferSelect;
/** All of a revision that visitors see something of. */
type Published = Pick<
  Revision,
  'document' | 'forms' | 'clientName' | 'facts' | 'brand' | 'nextPage' | 'listing' | 'head' | 'body'
>;

/** What publishing a step would write, as everything around it stands. */
export const asPublished = (
  page: PageRow,
  {
    steps,
    funnel,
    client,
    listing,
  }: {
    steps: PageRow[];
    funnel: OwnCode & { style: string };
    client: ClientRow;
    listing: Revision['listing'];
  },
  forms: Draft['forms'],
): Published => ({
  document: page.draft,
  forms,
  clientName: client.name,
  facts: client.facts,
  brand: brandInStyle(client.brand, funnel.style),
  listing,
  nextPage: nextOf(
    steps,
    steps.findIndex(({ id }) => id === page.id),
  ),
  ...codeOn(funnel, page.draft),
});

/** The home that a page is about, as it is written down when the page is published: nothing where the page follows it. */
export const listingToKeep = (
  db: Queries,
  { clientId, draft: { listing } }: PageRow,
): Promise<Revision['listing']> =>
  listing && !listing.isLive ? listingOf(db, clientId, listing.id) : Promise.resolve(null);

/** True where publishing would show visitors nothing that they do not see already. */
export const isAsLive = (would: Published, live: Revision): boolean =>
  Object.entries(would).every(([name, value]) => isDeepStrictEqual(value, live[name as 'facts']));
