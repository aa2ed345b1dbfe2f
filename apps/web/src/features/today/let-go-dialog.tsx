import { api, type WaitingPerson } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { nameOf } from '../people/name-of.ts';

const usual = ['Too long ago', 'A wrong number', 'Not a lead'];

/** Says of people that nobody will answer them, and why: they are kept, and wait no longer. */
export function LetGoDialog({
  people,
  onClose,
}: {
  people: readonly WaitingPerson[];
  onClose: () => void;
}) {
  const act = useAct();
  const [reason, setReason] = useState('');
  const who = people.length === 1 ? nameOf(people[0]!) : `${people.length} people`;
  const letGo = () => {
    onClose();
    void act(async () => {
      const done: { clientId: ClientId; batch: string }[] = [];
      for (const clientId of new Set(people.map((person) => person.clientId))) {
        const ids = people.filter((person) => person.clientId === clientId).map(({ id }) => id);
        const { batch } = await call(api.letGo, {
          params: { clientId },
          body: { people: ids, reason },
        });
        done.push({ clientId, batch });
      }
      const undo = async () => {
        for (const { clientId, batch } of done)
          await call(api.undoLetGo, { params: { clientId }, body: { batch } });
      };
      return { said: `Let go: ${who}.`, undo };
    });
  };
  return (
    <Dialog title={`Let ${who} go?`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          letGo();
        }}
      >
        <p>
          Nobody will call or write to them. They stay in People, with the reason in their history.
        </p>
        <TextField
          label="Why"
          list="let-go-reasons"
          autoFocus
          maxLength={200}
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
        <datalist id="let-go-reasons">
          {usual.map((words) => (
            <option key={words} value={words} />
          ))}
        </datalist>
        <DialogFoot does="Let go" off={!reason.trim()} failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
