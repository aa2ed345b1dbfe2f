import { api, type EditorPage } from '@plumgate/contract';
import type { ListingId } from '@plumgate/core/basics';
import { listingName } from '@plumgate/core/listings';
import type { PageDocument } from '@plumgate/core/page';
import { useState } from 'react';
import { useEndpoint } from '../../../api/hooks.ts';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { useHome } from '../use-home.ts';

type Bound = NonNullable<PageDocument['listing']>;

/** So many can be chosen from at a glance; more are found by their address. */
const mostShown = 20;

/** Which home for sale the page is about; nothing where the client has none. */
export function PageListing({
  page,
  listing,
  onChange,
}: {
  page: EditorPage;
  listing: Bound | null;
  onChange: (listing: Bound | null) => void;
}) {
  const [find, setFind] = useState('');
  const { data } = useEndpoint(
    api.listListings,
    { params: { clientId: page.client.id }, query: { find, limit: mostShown } },
    // A client that sells no homes is asked for none.
    { keepsShown: true, enabled: listing !== null || page.home.homes.length > 0 },
  );
  const now = useHome(page).listing;
  if (!data || (data.total === 0 && find === '' && !listing)) return null;
  const known = data.listings.map(({ id, content }) => [id, listingName(content)] as const);
  const isKnown = known.some(([id]) => id === listing?.id);
  return (
    <section className="grid gap-2">
      {(find !== '' || data.next !== null) && (
        <TextField
          label="Find a home"
          help="By its street, town or number"
          value={find}
          onChange={({ target }) => setFind(target.value)}
        />
      )}
      <SelectField
        label="Home for sale"
        help="Its price, facts and pictures come from the listing"
        options={{
          '': 'None',
          ...(listing &&
            !isKnown && { [listing.id]: now ? listingName(now.content) : 'A deleted listing' }),
          ...(Object.fromEntries(known) as Record<string, string>),
        }}
        value={listing?.id ?? ''}
        onChange={({ target }) =>
          onChange(
            target.value
              ? { id: target.value as ListingId, isLive: listing?.isLive ?? false }
              : null,
          )
        }
      />
      {listing && (
        <Choice
          label="What changes in the listing is shown"
          value={listing.isLive ? 'live' : 'published'}
          options={{ published: 'When I publish', live: 'At once' }}
          onChange={(chosen) => onChange({ ...listing, isLive: chosen === 'live' })}
        />
      )}
    </section>
  );
}
