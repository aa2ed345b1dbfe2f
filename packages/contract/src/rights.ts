import { z } from 'zod';

export const Role = z.enum(['owner', 'marketer', 'front-desk']);
export type Role = z.infer<typeof Role>;

/** What somebody must be allowed to do. `anyone` needs no sign-in; `signed-in` only a session. */
export const rights = [
  'anyone',
  'signed-in',
  'clients.read',
  'clients.write',
  'funnels.read',
  'funnels.write',
  'people.read',
  'people.write',
  'bookings.read',
  'bookings.write',
  'bookings.set-up',
  'followup.read',
  'followup.write',
  'messages.read',
  'messages.reply',
  'results.read',
  'bin.use',
  'clock.move',
  'users.manage',
  'clients.archive',
] as const;
export type Right = (typeof rights)[number];

const everything = new Set<Right>(rights);
/** Accounts, who did what anywhere, and whom the agency works for are the owner's alone. */
const ownersOnly = new Set<Right>(['users.manage', 'clients.archive']);

/** The front desk works with people, bookings and messages. For which clients somebody works is asked of every address and in every query. */
const allowed: Record<Role, ReadonlySet<Right>> = {
  owner: everything,
  marketer: new Set(rights.filter((right) => !ownersOnly.has(right))),
  'front-desk': new Set<Right>([
    'anyone',
    'signed-in',
    'clients.read',
    'people.read',
    'people.write',
    'bookings.read',
    'bookings.write',
    'messages.read',
    'messages.reply',
  ]),
};

export const roleMay = (role: Role, right: Right): boolean => allowed[role].has(right);
