import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** The agency's own people, who did what, and what was written to them. */
export const TeamTabs = () => (
  <PlaceTabs
    label="Team"
    tabs={{
      '/agency/team': 'People',
      '/agency/team/activity': 'Activity',
      '/agency/team/mail': 'Mail to the team',
    }}
  />
);
