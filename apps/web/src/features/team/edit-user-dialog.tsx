import { api, type ClientSummary, type UserView } from '@plumgate/contract';
import type { Week } from '@plumgate/core/opening';
import { useState } from 'react';
import { call, CallError } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice } from '../../ui/field.tsx';
import { WeekSpans } from '../../ui/spans.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';
import { AccessFields, type AccessDraft } from './access-fields.tsx';

const workdays: Week = Array.from({ length: 7 }, (_, day) =>
  day < 5 ? [{ from: '09:00', to: '17:00' }] : [],
);

/** What somebody may do, for which clients, and when leads are theirs in turn. */
export function EditUserDialog({
  user,
  clients,
  onClose,
}: {
  user: UserView;
  clients: readonly ClientSummary[];
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const [access, setAccess] = useState<AccessDraft>({ role: user.role, clients: user.clients });
  const [onDuty, setOnDuty] = useState(user.onDuty);
  const [zone, setZone] = useState(user.zone);
  const [failure, setFailure] = useState<unknown>(null);
  const problem = failure instanceof CallError ? failure.at('clients') : undefined;
  const save = async () => {
    try {
      await call(api.changeUser, {
        params: { userId: user.id },
        body: { ...access, onDuty, zone },
      });
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title={user.name} width="w-[560px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <AccessFields access={access} clients={clients} problem={problem} onChange={setAccess} />
        <fieldset className="grid gap-2">
          <legend className="mb-1 text-xs font-semibold">On duty</legend>
          <Choice
            label="Leads in turn come to them"
            value={onDuty === null ? 'always' : 'hours'}
            options={{ always: 'At any time', hours: 'At these hours only' }}
            onChange={(when) => setOnDuty(when === 'always' ? null : workdays)}
          />
          {onDuty !== null && (
            <>
              <WeekSpans week={onDuty} onChange={setOnDuty} />
              <ZoneField
                label="By the clock of"
                zone={zone}
                value={zone}
                onChange={({ target }) => setZone(target.value)}
              />
            </>
          )}
        </fieldset>
        <DialogFoot does="Save" failure={problem ? null : failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
