import { PlaceTabs } from '../../ui/place-tabs.tsx';

export const ResultsTabs = ({ slug }: { slug: string }) => (
  <PlaceTabs
    label="Results"
    tabs={{
      [`/${slug}/results`]: 'Numbers',
      [`/${slug}/results/conversions`]: 'Conversions',
      [`/${slug}/results/tests`]: 'Split tests',
      [`/${slug}/results/spend`]: 'Ad spend',
      [`/${slug}/results/evidence`]: 'Evidence',
    }}
  />
);
