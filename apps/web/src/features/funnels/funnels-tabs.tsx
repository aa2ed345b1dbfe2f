import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** The ways to look at what a client has: by funnel, every page in one list, or its forms. */
export const FunnelsTabs = ({ clientSlug }: { clientSlug: string }) => (
  <PlaceTabs
    label="Funnels"
    tabs={{
      [`/${clientSlug}/funnels`]: 'By funnel',
      [`/${clientSlug}/funnels/pages`]: 'All pages',
      [`/${clientSlug}/funnels/forms`]: 'Forms',
    }}
  />
);
