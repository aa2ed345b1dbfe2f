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
  'bin.use',
  'clock.move',
] as const;
export type Right = (typeof rights)[number];

const everything = new Set<Right>(rights);

/** The front desk works with people, bookings and messages, of its own client only; the narrowing to one client is in every query. */
const allowed: Record<Role, ReadonlySet<Right>> = {
  owner: everything,
  marketer: everything,
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
