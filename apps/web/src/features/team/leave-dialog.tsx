import { api, type UserView } from '@plumgate/contract';
import type { UserId } from '@plumgate/core/basics';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { SelectField } from '../../ui/field.tsx';

/** Pauses or removes somebody, and says first what they look after and who takes it over. */
export function LeaveDialog({
  user,
  others,
  how,
  onClose,
}: {
  user: UserView;
  others: readonly UserView[];
  how: 'pause' | 'remove';
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const asked = useEndpoint(api.userHoldings, { params: { userId: user.id } });
  const [to, setTo] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const held = asked.data?.clients ?? [];
  const leave = async () => {
    try {
      await call(how === 'pause' ? api.pauseUser : api.removeUser, {
        params: { userId: user.id },
        body: { to: (to || null) as UserId | null },
      });
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog
      title={how === 'pause' ? `Pause ${user.name}?` : `Remove ${user.name}?`}
      onClose={onClose}
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void leave();
        }}
      >
        <p>
          {how === 'pause'
            ? 'They are signed out and get no leads and no notices until you resume them.'
            : 'They are signed out for good. What they did keeps their name.'}
        </p>
        {held.length > 0 ? (
          <>
            <ul className="grid gap-1 rounded-control border border-line p-2.5">
              {held.map(({ id, name, people, tasks }) => (
                <li key={id} className="flex justify-between gap-3">
                  <span className="min-w-0 truncate font-semibold">{name}</span>
                  <span className="shrink-0 text-muted">{heldWords(people, tasks)}</span>
                </li>
              ))}
            </ul>
            <SelectField
              label="Who takes this over"
              help="For clients they don’t work for, it goes to nobody."
              options={{
                '': how === 'pause' ? `It stays with ${user.name}` : 'Nobody for now',
                ...Object.fromEntries(others.map(({ id, name }) => [id, name])),
              }}
              value={to}
              onChange={({ target }) => setTo(target.value)}
            />
          </>
        ) : (
          <p className="text-muted">{asked.data ? 'They look after nobody.' : 'Counting…'}</p>
        )}
        <DialogFoot
          does={how === 'pause' ? 'Pause' : 'Remove'}
          off={!asked.data}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

const heldWords = (people: number, tasks: number): string =>
  [
    people > 0 && `${people.toLocaleString('en-US')} ${people === 1 ? 'person' : 'people'}`,
    tasks > 0 && `${tasks} open ${tasks === 1 ? 'task' : 'tasks'}`,
  ]
    .filter(Boolean)
    .join(', ');
