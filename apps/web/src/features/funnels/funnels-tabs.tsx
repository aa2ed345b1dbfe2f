import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** The two ways to look at what a client has: by funnel, or every page in one list. */
export const FunnelsTabs = ({ clientSlug }: { clientSlug: string }) => (
  <PlaceTabs
    label="Funnels"
    tabs={{
      [`/${clientSlug}/funnels`]: 'By funnel',
      [`/${clientSlug}/funnels/pages`]: 'All pages',
    }}
  />
);
