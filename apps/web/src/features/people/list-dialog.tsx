import { api, type PeopleListContent, type PeopleListView } from '@plumgate/contract';
import type { ListId } from '@plumgate/core/basics';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice, TextField, Tick } from '../../ui/field.tsx';
import { saveList } from './use-people-list.ts';

/** Saves what is asked for as a list, or changes how one is called and who has it. */
export function ListDialog({
  clientId,
  list,
  content,
  onSaved,
  onClose,
}: {
  clientId: string;
  /** The list to change; null for a new one. */
  list: PeopleListView | null;
  content: Omit<PeopleListContent, 'name' | 'isPinned' | 'isShared'>;
  onSaved: (id: ListId) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState(list?.name ?? '');
  const [isShared, setShared] = useState(list?.isShared ?? true);
  const [isPinned, setPinned] = useState(list?.isPinned ?? true);
  const [failure, setFailure] = useState<unknown>(null);
  const refresh = useRefreshAll();
  const save = async () => {
    const whole = { ...content, name, isShared, isPinned };
    try {
      if (list) await saveList(list, { ...list, ...whole });
      const id =
        list?.id ?? (await call(api.addPeopleList, { params: { clientId }, body: whole })).listId;
      await refresh();
      onSaved(id);
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title={list ? 'Edit list' : 'Save as a list'} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <TextField
          label="Name"
          maxLength={60}
          autoFocus
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Choice
          label="Who has it"
          value={isShared ? 'all' : 'me'}
          options={{ all: 'Everybody of this client', me: 'Only me' }}
          onChange={(who) => setShared(who === 'all')}
        />
        <Tick label="Pin it above the people" checked={isPinned} onChange={setPinned} />
        <DialogFoot
          does={list ? 'Save' : 'Save list'}
          off={name.trim() === ''}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
