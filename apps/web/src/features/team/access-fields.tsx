import type { Role, ClientSummary } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { Choice, Tick } from '../../ui/field.tsx';
import { roleHelp, roleWords } from '../accounts/role-words.ts';

/** What somebody may do, and for which clients; null for all. */
export interface AccessDraft {
  role: Role;
  clients: ClientId[] | null;
}

/** The role and the clients of one account. */
export function AccessFields({
  access,
  clients,
  problem,
  onChange,
}: {
  access: AccessDraft;
  clients: readonly ClientSummary[];
  problem: string | undefined;
  onChange: (access: AccessDraft) => void;
}) {
  const { role, clients: chosen } = access;
  const takeRole = (next: Role) =>
    onChange({
      role: next,
      clients: next === 'owner' ? null : next === 'front-desk' ? (chosen ?? []) : chosen,
    });
  const toggle = (id: ClientId, isOn: boolean) =>
    onChange({
      role,
      clients: isOn ? [...(chosen ?? []), id] : (chosen ?? []).filter((one) => one !== id),
    });
  return (
    <>
      <div className="grid gap-1">
        <Choice label="Role" value={role} options={roleWords} onChange={takeRole} />
        <p className="text-xs text-muted">{roleHelp[role]}</p>
      </div>
      {role !== 'owner' && (
        <div className="grid gap-2">
          {role === 'marketer' && (
            <Choice
              label="Clients"
              value={chosen === null ? 'all' : 'some'}
              options={{ all: 'All clients', some: 'Only these' }}
              onChange={(which) => onChange({ role, clients: which === 'all' ? null : [] })}
            />
          )}
          {chosen !== null && (
            <fieldset
              aria-label="Clients"
              className="grid max-h-48 gap-1.5 overflow-auto rounded-control border border-line p-2.5"
            >
              {clients.map(({ id, name }) => (
                <Tick
                  key={id}
                  label={name}
                  checked={chosen.includes(id)}
                  onChange={(isOn) => toggle(id, isOn)}
                />
              ))}
            </fieldset>
          )}
          {problem && (
            <p role="alert" className="text-xs font-semibold text-brick">
              {problem}
            </p>
          )}
        </div>
      )}
    </>
  );
}
