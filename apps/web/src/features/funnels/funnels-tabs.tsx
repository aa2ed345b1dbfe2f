import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** The ways to look at what a client has: by funnel, every page in one list, its forms, or where visitors come from. */
export const FunnelsTabs = ({ clientSlug }: { clientSlug: string }) => (
  <PlaceTabs
    label="Funnels"
    tabs={{
      [`/${clientSlug}/funnels`]: 'By funnel',
      [`/${clientSlug}/funnels/pages`]: 'All pages',
      [`/${clientSlug}/funnels/forms`]: 'Forms',
      [`/${clientSlug}/funnels/sources`]: 'Sources',
    }}
  />
);
