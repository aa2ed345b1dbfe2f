import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** The ways to look at who wrote: each person once, or every submission; and what is kept of each. */
export const PeopleTabs = ({ clientSlug }: { clientSlug: string }) => (
  <PlaceTabs
    label="People"
    tabs={{
      [`/${clientSlug}/people`]: 'People',
      [`/${clientSlug}/people/board`]: 'Board',
      [`/${clientSlug}/people/submissions`]: 'Submissions',
      [`/${clientSlug}/people/fields`]: 'Fields',
      [`/${clientSlug}/people/doubles`]: 'Doubles',
    }}
  />
);
