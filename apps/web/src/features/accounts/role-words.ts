import type { Role } from '@plumgate/contract';

export const roleWords: Record<Role, string> = {
  owner: 'Owner',
  marketer: 'Marketer',
  'front-desk': 'Front desk',
};

/** What a role may do, in a sentence. */
export const roleHelp: Record<Role, string> = {
  owner: 'Everything, for all clients, and the accounts of the team.',
  marketer: 'Builds pages, rules and follow-up, and works with people, for their clients.',
  'front-desk': 'Works with the people, bookings and messages of their clients.',
};
