import type { ClientSummary } from '@plumgate/contract';
import { sellsHomes } from '@plumgate/core/listings';
import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** The ways to look at what a client has: by funnel, every page in one list, its forms, where visitors come from, and what it sells. */
export const FunnelsTabs = ({
  client: { slug, trade },
}: {
  client: Pick<ClientSummary, 'slug' | 'trade'>;
}) => (
  <PlaceTabs
    label="Funnels"
    tabs={{
      [`/${slug}/funnels`]: 'By funnel',
      [`/${slug}/funnels/pages`]: 'All pages',
      [`/${slug}/funnels/forms`]: 'Forms',
      [`/${slug}/funnels/sources`]: 'Sources',
      ...(sellsHomes(trade) && {
        [`/${slug}/funnels/listings`]: 'Listings',
        [`/${slug}/funnels/market`]: 'Market',
      }),
    }}
  />
);
