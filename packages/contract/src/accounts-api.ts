import {
  ClientId,
  InstantText,
  InvitationId,
  SessionId,
  UserId,
  Zone,
} from '@plumgate/core/basics';
import { Week } from '@plumgate/core/opening';
import { NoticeSettings } from '@plumgate/core/staff';
import { z } from 'zod';
import {
  ActivityView,
  InvitationView,
  InvitedView,
  ProfileView,
  SessionView,
  SignedIn,
  StaffHoldings,
  UserView,
} from './accounts.ts';
import { endpoint } from './endpoint.ts';
import { email, name, nothing, password } from './parts.ts';
import { Role } from './rights.ts';
import { MessageRecord } from './messages.ts';
import {} from './shapes.ts';

const ofUser = z.object({ userId: UserId });
const ofInvitation = z.object({ invitationId: InvitationId });
const byLink = z.object({ token: z.string().max(1000) });
/** A code of an authenticator app, or a recovery code. */
const code = z.string().trim().max(40);
/** Who somebody's work goes to; null for nobody. */
const handOver = z.object({ to: UserId.nullable().default(null) });
const clients = z.array(ClientId).max(1000).nullable();
/** A password of now, as a proof of who is asking. */
const current = z.string().max(200);

export const setUpState = endpoint({
  method: 'GET',
  path: '/api/set-up',
  summary: 'Whether the owner and the agency are still to be created',
  right: 'anyone',
  answer: z.object({ needed: z.boolean(), demo: z.boolean() }),
});
export const setUp = endpoint({
  method: 'POST',
  path: '/api/set-up',
  summary: 'Create the owner and the agency, once, and sign in',
  right: 'anyone',
  body: z.object({
    agency: name('the agency'),
    zone: Zone,
    name: name('the owner'),
    email,
    password,
    /** Printed where the program was started: anyone who reads it there may take the installation over. */
    code: z
      .string()
      .trim()
      .min(1, 'Type the code that was printed where Plum Gate was started.')
      .max(40),
  }),
  answer: SignedIn,
});

export const signIn = endpoint({
  method: 'POST',
  path: '/api/session',
  summary: 'Sign in; the answer sets the session cookie',
  right: 'anyone',
  body: z.object({
    email: z.string().max(254),
    password: z.string().max(200),
    /** Where the account has a second factor. */
    code: code.default(''),
  }),
  answer: SignedIn,
});
export const session = endpoint({
  method: 'GET',
  path: '/api/session',
  summary: 'Who is signed in',
  right: 'signed-in',
  answer: SignedIn,
});
export const signOut = endpoint({
  method: 'DELETE',
  path: '/api/session',
  summary: 'Sign out',
  right: 'signed-in',
  answer: nothing,
});

export const askNewPassword = endpoint({
  method: 'POST',
  path: '/api/new-passwords',
  summary:
    'Mail a link for a new password; the answer never tells whether there is such an account',
  right: 'anyone',
  body: z.object({ email: z.string().max(254) }),
  answer: nothing,
});
export const setNewPassword = endpoint({
  method: 'POST',
  path: '/api/new-passwords/:token',
  summary: 'Set a new password by the link that was mailed; signs the account out everywhere',
  right: 'anyone',
  params: byLink,
  body: z.object({ password }),
  answer: nothing,
});

export const listUsers = endpoint({
  method: 'GET',
  path: '/api/users',
  summary: 'The people of the agency and of its clients, and who is invited',
  right: 'users.manage',
  answer: z.object({ users: z.array(UserView), invitations: z.array(InvitationView) }),
});
export const changeUser = endpoint({
  method: 'PATCH',
  path: '/api/users/:userId',
  summary: 'Change what somebody may do, for which clients, and when they are on duty',
  right: 'users.manage',
  params: ofUser,
  body: z.object({
    role: Role.optional(),
    clients: clients.optional(),
    onDuty: Week.nullable().optional(),
    zone: Zone.optional(),
  }),
  answer: nothing,
});
export const userHoldings = endpoint({
  method: 'GET',
  path: '/api/users/:userId/holdings',
  summary: 'How many people and open tasks somebody looks after, by client',
  right: 'users.manage',
  params: ofUser,
  answer: StaffHoldings,
});
export const pauseUser = endpoint({
  method: 'POST',
  path: '/api/users/:userId/pause',
  summary: 'Sign somebody out and keep them out until resumed; their work can go to somebody else',
  right: 'users.manage',
  params: ofUser,
  body: handOver,
  answer: nothing,
});
export const resumeUser = endpoint({
  method: 'POST',
  path: '/api/users/:userId/resume',
  summary: 'Let somebody who was paused sign in again',
  right: 'users.manage',
  params: ofUser,
  answer: nothing,
});
export const removeUser = endpoint({
  method: 'POST',
  path: '/api/users/:userId/remove',
  summary: 'Take somebody’s account away for good; their work goes to somebody else or to nobody',
  right: 'users.manage',
  params: ofUser,
  body: handOver,
  answer: nothing,
});
export const listAccountMail = endpoint({
  method: 'GET',
  path: '/api/account-mail',
  summary:
    'What the built-in mail server received that is no client’s: invitations, new passwords, notices',
  right: 'users.manage',
  answer: z.object({ messages: z.array(MessageRecord) }),
});

export const invite = endpoint({
  method: 'POST',
  path: '/api/invitations',
  summary: 'Invite somebody by an email with a link that is good for a week',
  right: 'users.manage',
  body: z.object({
    email,
    name: name('them'),
    role: Role,
    /** Null for all clients. */
    clients: clients.default(null),
  }),
  answer: InvitationView,
});
export const resendInvitation = endpoint({
  method: 'POST',
  path: '/api/invitations/:invitationId/resend',
  summary: 'Send an invitation again; its week begins anew',
  right: 'users.manage',
  params: ofInvitation,
  answer: InvitationView,
});
export const revokeInvitation = endpoint({
  method: 'DELETE',
  path: '/api/invitations/:invitationId',
  summary: 'Withdraw an invitation: its link opens nothing any more',
  right: 'users.manage',
  params: ofInvitation,
  answer: nothing,
});
export const readInvitation = endpoint({
  method: 'GET',
  path: '/api/invitations/:token',
  summary: 'What an invitation offers, for the one who has its link',
  right: 'anyone',
  params: byLink,
  answer: InvitedView,
});
export const acceptInvitation = endpoint({
  method: 'POST',
  path: '/api/invitations/:token/accept',
  summary: 'Make the account that an invitation offers, once, and sign in',
  right: 'anyone',
  params: byLink,
  body: z.object({
    /** Left out, the name that the invitation has. */
    name: z.string().trim().max(80).default(''),
    password,
  }),
  answer: SignedIn,
});

export const getProfile = endpoint({
  method: 'GET',
  path: '/api/profile',
  summary: 'One’s own account',
  right: 'signed-in',
  answer: ProfileView,
});
export const saveProfile = endpoint({
  method: 'PUT',
  path: '/api/profile',
  summary: 'Change one’s own name, email address, phone and time zone',
  right: 'signed-in',
  body: z.object({
    name: name('yourself'),
    email,
    phone: z.string().trim().max(40),
    zone: Zone,
    /** Needed for another email address. */
    current: current.default(''),
  }),
  answer: nothing,
});
export const saveNotices = endpoint({
  method: 'PUT',
  path: '/api/profile/notices',
  summary: 'Change what one is told of, by which ways, and when',
  right: 'signed-in',
  body: NoticeSettings,
  answer: nothing,
});
export const changePassword = endpoint({
  method: 'POST',
  path: '/api/profile/password',
  summary: 'Change one’s own password; every other browser is signed out',
  right: 'signed-in',
  body: z.object({ current, password }),
  answer: nothing,
});
export const listSessions = endpoint({
  method: 'GET',
  path: '/api/profile/sessions',
  summary: 'Where one is signed in',
  right: 'signed-in',
  answer: z.object({ sessions: z.array(SessionView) }),
});
export const endSession = endpoint({
  method: 'DELETE',
  path: '/api/profile/sessions/:sessionId',
  summary: 'Sign one browser out',
  right: 'signed-in',
  params: z.object({ sessionId: SessionId }),
  answer: nothing,
});
export const endOtherSessions = endpoint({
  method: 'DELETE',
  path: '/api/profile/sessions',
  summary: 'Sign out everywhere but here',
  right: 'signed-in',
  answer: nothing,
});
export const beginSecondFactor = endpoint({
  method: 'POST',
  path: '/api/profile/second-factor',
  summary: 'Make a secret for an authenticator app; it counts once a code has confirmed it',
  right: 'signed-in',
  body: z.object({ current }),
  answer: z.object({ secret: z.string(), uri: z.string() }),
});
export const confirmSecondFactor = endpoint({
  method: 'POST',
  path: '/api/profile/second-factor/confirm',
  summary: 'Turn the second factor on; the answer has the recovery codes, this once',
  right: 'signed-in',
  body: z.object({ code }),
  answer: z.object({ recoveryCodes: z.array(z.string()) }),
});
export const endSecondFactor = endpoint({
  method: 'POST',
  path: '/api/profile/second-factor/off',
  summary: 'Turn the second factor off',
  right: 'signed-in',
  body: z.object({ current }),
  answer: nothing,
});

const activityWanted = {
  by: UserId.optional(),
  client: ClientId.optional(),
  /** An endpoint's name. */
  action: z.string().max(80).optional(),
  from: InstantText.optional(),
  until: InstantText.optional(),
};
export const listActivity = endpoint({
  method: 'GET',
  path: '/api/activity',
  summary: 'Who did what, the newest first; `before` is the last one shown',
  right: 'users.manage',
  query: z.object({
    ...activityWanted,
    before: z.coerce.number<string>().int().min(1).optional(),
    limit: z.coerce.number<string>().int().min(1).max(200).default(100),
  }),
  answer: z.object({
    rows: z.array(ActivityView),
    /** What has been done at all, by endpoint's names: what can be asked for. With the first rows only. */
    actions: z.array(z.string()),
  }),
});
export const exportActivity = endpoint({
  method: 'GET',
  path: '/api/activity.csv',
  summary: 'Who did what, as CSV (RFC 4180): the newest 50,000 rows that were asked for',
  right: 'users.manage',
  query: z.object(activityWanted),
  answerType: 'text/csv',
  answer: z.unknown(),
});
