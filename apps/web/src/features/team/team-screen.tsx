import { api, type ClientSummary, type InvitationView, type UserView } from '@plumgate/contract';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useClients, useEndpoint, useSession } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText, whenText } from '../../ui/when.ts';
import { roleWords } from '../accounts/role-words.ts';
import { dutyWords } from './duty-words.ts';
import { EditUserDialog } from './edit-user-dialog.tsx';
import { InviteDialog } from './invite-dialog.tsx';
import { LeaveDialog } from './leave-dialog.tsx';
import { TeamTabs } from './team-tabs.tsx';

type Open = { user: UserView; how: 'edit' | 'pause' | 'remove' } | 'invite' | null;

/** Who works in the agency and at its clients' desks, and who is invited. */
export function TeamScreen() {
  const asked = useEndpoint(api.listUsers, {});
  const clients = useClients();
  const session = useSession();
  const [open, setOpen] = useState<Open>(null);
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data || !clients.data || !session.data) return <Skeleton />;
  const { users, invitations } = asked.data;
  const all = clients.data.clients;
  const { zone } = session.data.agency;
  const close = () => setOpen(null);
  return (
    <>
      <PageHead title="Team">
        <Button look="main" onClick={() => setOpen('invite')}>
          Invite someone
        </Button>
      </PageHead>
      <TeamTabs />
      <DataTable
        label="People of the team"
        columns={columnsOf(all, zone, session.data.user.id, setOpen)}
        rows={users}
        keyOf={({ id }) => id}
        rowClass={({ isPaused }) => (isPaused ? 'text-muted' : '')}
      />
      {invitations.length > 0 && (
        <Invitations invitations={invitations} clients={all} zone={zone} />
      )}
      {open === 'invite' && (
        <InviteDialog
          clients={all}
          onClose={close}
          onInvited={({ name, email }) => {
            close();
            toast(`${name} gets an email at ${email}.`);
          }}
        />
      )}
      {open !== null &&
        open !== 'invite' &&
        (open.how === 'edit' ? (
          <EditUserDialog user={open.user} clients={all} onClose={close} />
        ) : (
          <LeaveDialog
            user={open.user}
            how={open.how}
            others={users.filter(({ id, isPaused }) => id !== open.user.id && !isPaused)}
            onClose={close}
          />
        ))}
    </>
  );
}

const clientWords = (ids: UserView['clients'], clients: readonly ClientSummary[]): string =>
  ids === null
    ? 'All clients'
    : clients
        .filter(({ id }) => ids.includes(id))
        .map(({ name }) => name)
        .join(', ');

const columnsOf = (
  clients: readonly ClientSummary[],
  zone: string,
  me: string,
  open: (open: Open) => void,
): Column<UserView>[] => [
  {
    id: 'name',
    header: 'Name',
    className: 'max-w-72 py-1.5',
    sortBy: ({ name }) => name,
    cell: ({ name, email, isPaused }) => (
      <>
        <span className="flex items-center gap-2">
          <span className="truncate font-semibold">{name}</span>
          {isPaused && <Pill tone="honey">Paused</Pill>}
        </span>
        <span className="block truncate text-xs text-muted">{email}</span>
      </>
    ),
  },
  {
    id: 'role',
    header: 'Role',
    sortBy: ({ role }) => roleWords[role],
    cell: ({ role }) => roleWords[role],
  },
  {
    id: 'clients',
    header: 'Clients',
    wideOnly: true,
    className: 'max-w-64',
    sortBy: (user) => clientWords(user.clients, clients),
    cell: (user) => (
      <span className="line-clamp-2" title={clientWords(user.clients, clients)}>
        {clientWords(user.clients, clients)}
      </span>
    ),
  },
  {
    id: 'duty',
    header: 'On duty',
    wideOnly: true,
    className: 'max-w-52',
    cell: ({ onDuty }) => dutyWords(onDuty),
  },
  {
    id: 'factor',
    header: 'Second factor',
    wideOnly: true,
    cell: ({ hasSecondFactor }) =>
      hasSecondFactor ? <Pill tone="leaf">On</Pill> : <span className="text-muted">Off</span>,
  },
  {
    id: 'seen',
    header: 'Seen last',
    wideOnly: true,
    className: 'text-muted',
    sortBy: ({ seenAt }) => seenAt ?? '',
    cell: ({ seenAt }) => (seenAt ? whenText(seenAt, zone) : 'not signed in'),
  },
  {
    id: 'actions',
    header: 'Actions',
    hideHeader: true,
    className: 'text-right',
    cell: (user) => <UserMenu user={user} isMe={user.id === me} open={open} />,
  },
];

function UserMenu({
  user,
  isMe,
  open,
}: {
  user: UserView;
  isMe: boolean;
  open: (open: Open) => void;
}) {
  const act = useAct();
  const resume = () =>
    void act(async () => {
      await call(api.resumeUser, { params: { userId: user.id } });
      return { said: `${user.name} can sign in again.` };
    });
  return (
    <Menu
      trigger={
        <IconButton label={`What to do with ${user.name}`}>
          <Ellipsis />
        </IconButton>
      }
      items={[
        { label: 'Edit role, clients and hours…', does: () => open({ user, how: 'edit' }) },
        user.isPaused
          ? { label: 'Resume', does: resume }
          : { label: 'Pause…', off: isMe, does: () => open({ user, how: 'pause' }) },
        null,
        {
          label: 'Remove…',
          grave: true,
          off: isMe,
          does: () => open({ user, how: 'remove' }),
        },
      ]}
    />
  );
}

function Invitations({
  invitations,
  clients,
  zone,
}: {
  invitations: readonly InvitationView[];
  clients: readonly ClientSummary[];
  zone: string;
}) {
  const act = useAct();
  const resend = ({ id, name }: InvitationView) =>
    void act(async () => {
      await call(api.resendInvitation, { params: { invitationId: id } });
      return { said: `${name} gets the invitation again.` };
    });
  const withdraw = ({ id, name }: InvitationView) =>
    void act(async () => {
      await call(api.revokeInvitation, { params: { invitationId: id } });
      return { said: `${name}’s link opens nothing any more.` };
    });
  return (
    <section aria-labelledby="invited" className="mt-8">
      <h2 id="invited" className="px-6 pb-2 text-lg max-md:px-4">
        Invited
      </h2>
      <ul className="border-t border-line">
        {invitations.map((invitation) => (
          <li
            key={invitation.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-6 py-2 max-md:px-4"
          >
            <div className="min-w-0 flex-1 basis-64">
              <span className="font-semibold break-words">{invitation.name}</span>{' '}
              <span className="text-muted">{invitation.email}</span>
              <div className="text-xs text-muted">
                {roleWords[invitation.role]}, {clientWords(invitation.clients, clients)}. Invited by{' '}
                {invitation.invitedBy}.{' '}
                {invitation.isOver ? (
                  <span className="font-semibold text-honey">The link has expired.</span>
                ) : (
                  `The link is good until ${dateText(invitation.expiresAt, zone)}.`
                )}
              </div>
            </div>
            <span className="flex gap-2">
              {!invitation.isOver && (
                <Button onClick={() => void copyText(invitation.link)}>Copy the link</Button>
              )}
              <Button onClick={() => resend(invitation)}>Send again</Button>
              <Button onClick={() => withdraw(invitation)}>Withdraw</Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
