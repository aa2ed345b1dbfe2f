import { PlaceTabs } from '../../ui/place-tabs.tsx';

export const FollowUpTabs = ({ slug }: { slug: string }) => (
  <PlaceTabs
    label="Follow-up"
    tabs={{
      [`/${slug}/follow-up`]: 'Sequences',
      [`/${slug}/follow-up/campaigns`]: 'Campaigns',
      [`/${slug}/follow-up/vouchers`]: 'Vouchers',
      [`/${slug}/follow-up/rules`]: 'Rules',
    }}
  />
);
