import { ClientId, InstantText, InvitationId, SessionId, UserId } from '@plumgate/core/basics';
import { Week } from '@plumgate/core/opening';
import { NoticeSettings } from '@plumgate/core/staff';
import { z } from 'zod';
import { Role } from './rights.ts';

export const SignedIn = z.object({
  user: z.object({
    id: UserId,
    name: z.string(),
    email: z.string(),
    role: Role,
    /** The clients they work for; null for all. */
    clientIds: z.array(ClientId).readonly().nullable(),
  }),
  agency: z.object({
    name: z.string(),
    zone: z.string(),
    /** What one part of a text costs, in whole units of the currency; null where that is not known. */
    textPrice: z.object({ amount: z.number(), currency: z.string() }).nullable(),
  }),
  demo: z.boolean(),
});
export type SignedIn = z.infer<typeof SignedIn>;

/** Somebody with an account, as an owner sees them. */
export const UserView = z.object({
  id: UserId,
  name: z.string(),
  email: z.string(),
  phone: z.string(),
  role: Role,
  /** Null for all. */
  clients: z.array(ClientId).nullable(),
  /** When leads are theirs in turn, by the wall of `zone`; null for always. */
  onDuty: Week.nullable(),
  zone: z.string(),
  isPaused: z.boolean(),
  hasSecondFactor: z.boolean(),
  /** When a browser of theirs was seen last; null where none is signed in. */
  seenAt: InstantText.nullable(),
});
export type UserView = z.infer<typeof UserView>;

/** An account that is offered to somebody and not accepted yet. */
export const InvitationView = z.object({
  id: InvitationId,
  email: z.string(),
  name: z.string(),
  role: Role,
  clients: z.array(ClientId).nullable(),
  invitedBy: z.string(),
  createdAt: InstantText,
  expiresAt: InstantText,
  isOver: z.boolean(),
  /** What was mailed, for handing it over in another way. */
  link: z.string(),
});
export type InvitationView = z.infer<typeof InvitationView>;

/** What the one who is invited sees. */
export const InvitedView = z.object({
  email: z.string(),
  name: z.string(),
  role: Role,
  invitedBy: z.string(),
  agency: z.string(),
});
export type InvitedView = z.infer<typeof InvitedView>;

/** What somebody looks after, by client. */
export const StaffHoldings = z.object({
  clients: z.array(z.object({ id: ClientId, name: z.string(), people: z.int(), tasks: z.int() })),
});
export type StaffHoldings = z.infer<typeof StaffHoldings>;

export const ProfileView = z.object({
  name: z.string(),
  email: z.string(),
  phone: z.string(),
  zone: z.string(),
  onDuty: Week.nullable(),
  notices: NoticeSettings,
  hasSecondFactor: z.boolean(),
  recoveryCodesLeft: z.int(),
});
export type ProfileView = z.infer<typeof ProfileView>;

/** A browser that somebody is signed in with. */
export const SessionView = z.object({
  id: SessionId,
  /** What it calls itself. */
  browser: z.string(),
  address: z.string(),
  startedAt: InstantText,
  seenAt: InstantText,
  /** The one that asks. */
  isThis: z.boolean(),
});
export type SessionView = z.infer<typeof SessionView>;

/** What somebody did, as an owner looks for it. */
export const ActivityView = z.object({
  id: z.int(),
  by: z.string(),
  /** Null for what is the agency's. */
  client: z.string().nullable(),
  /** The endpoint's name, `publishPage`. */
  action: z.string(),
  /** What it was done to, by its name of today; empty where it has none or is gone. */
  subject: z.string(),
  /** Alike within an hour is one row. */
  times: z.int(),
  at: InstantText,
});
export type ActivityView = z.infer<typeof ActivityView>;
