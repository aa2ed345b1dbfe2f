import { api, type ClientSummary, type InvitationView } from '@plumgate/contract';
import { useState } from 'react';
import { call, CallError } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { AccessFields, type AccessDraft } from './access-fields.tsx';

/** Offers somebody an account by email. */
export function InviteDialog({
  clients,
  onClose,
  onInvited,
}: {
  clients: readonly ClientSummary[];
  onClose: () => void;
  onInvited: (invitation: InvitationView) => void;
}) {
  const refresh = useRefreshAll();
  const [who, setWho] = useState({ email: '', name: '' });
  const [access, setAccess] = useState<AccessDraft>({ role: 'marketer', clients: null });
  const [failure, setFailure] = useState<unknown>(null);
  const at = (field: string) => (failure instanceof CallError ? failure.at(field) : undefined);
  const isShown = ['email', 'name', 'clients'].some(at);
  const send = async () => {
    try {
      const invitation = await call(api.invite, { body: { ...who, ...access } });
      await refresh();
      onInvited(invitation);
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Invite to the team" onClose={onClose}>
      <form
        noValidate
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <TextField
          label="Email"
          type="email"
          autoFocus
          value={who.email}
          error={at('email')}
          onChange={({ target }) => setWho({ ...who, email: target.value })}
        />
        <TextField
          label="Name"
          value={who.name}
          error={at('name')}
          onChange={({ target }) => setWho({ ...who, name: target.value })}
        />
        <AccessFields
          access={access}
          clients={clients}
          problem={at('clients')}
          onChange={setAccess}
        />
        <p className="text-xs text-muted">
          They get an email with a link to choose a password. It is good for a week.
        </p>
        <DialogFoot
          does="Send the invitation"
          failure={isShown ? null : failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
