import { api, type ClientSummary, type ResultNote } from '@plumgate/contract';
import type { Period } from '@plumgate/core/results';
import { X } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { shortDay } from '../../ui/when.ts';

const kindWords: Record<ResultNote['kind'], string> = {
  own: '',
  published: 'Published: ',
  'test-begun': 'Test begun: ',
  'test-ended': 'Test ended: ',
};

/** What happened in the time that is shown, the numbers of the line's marks beside it; own notes can be added. */
export function ResultNotes({
  client,
  period,
  notes,
}: {
  client: ClientSummary;
  period: Period;
  notes: readonly ResultNote[];
}) {
  const [isOpen, setOpen] = useState(false);
  const refresh = useRefreshAll();
  const days = markedDays(notes);
  return (
    <div className="grid justify-items-start gap-1.5 text-[13px]">
      {notes.length > 0 && (
        <ul className="grid gap-1">
          {notes.map((note, index) => (
            <Note
              key={note.noteId ?? index}
              {...{ client, note }}
              mark={days.indexOf(note.day) + 1}
            />
          ))}
        </ul>
      )}
      <Button look="quiet" size="small" onClick={() => setOpen(true)}>
        Add a note
      </Button>
      {isOpen && (
        <AddNote
          {...{ client, period }}
          onClose={() => setOpen(false)}
          onSaved={() => {
            setOpen(false);
            void refresh();
          }}
        />
      )}
    </div>
  );
}

/** The days with notes, each once, in their order: the first is marked 1. */
export const markedDays = (notes: readonly ResultNote[]): string[] => [
  ...new Set(notes.map(({ day }) => day)),
];

function Note({ client, note, mark }: { client: ClientSummary; note: ResultNote; mark: number }) {
  const act = useAct();
  const { noteId, kind, day, words } = note;
  const params = { clientId: client.id };
  return (
    <li className="flex items-center gap-2">
      <span className="grid size-5 shrink-0 place-items-center rounded-full bg-line text-xs font-semibold">
        {mark}
      </span>
      <span className="shrink-0 text-muted">{shortDay(day)}</span>
      <span className="min-w-0 break-words">
        {kindWords[kind]}
        {words}
      </span>
      {noteId && (
        <IconButton
          label={`Delete the note of ${shortDay(day)}`}
          onClick={() =>
            void act(async () => {
              await call(api.removeResultNote, { params: { resultNoteId: noteId } });
              return {
                said: 'The note was deleted.',
                undo: () => call(api.addResultNote, { params, body: { day, words } }),
              };
            })
          }
        >
          <X />
        </IconButton>
      )}
    </li>
  );
}

function AddNote({
  client,
  period,
  onSaved,
  onClose,
}: {
  client: ClientSummary;
  period: Period;
  onSaved: () => void;
  onClose: () => void;
}) {
  const [day, setDay] = useState(period.to);
  const [words, setWords] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  return (
    <Dialog title="A note on the line" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          call(api.addResultNote, {
            params: { clientId: client.id },
            body: { day, words },
          }).then(onSaved, setFailure);
        }}
      >
        <TextField
          label="Day"
          type="date"
          value={day}
          onChange={({ target }) => setDay(target.value)}
        />
        <TextField
          label="What happened"
          help="Such as: search ads paused, or a story in the paper"
          autoFocus
          maxLength={200}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <DialogFoot does="Add" off={!day || !words.trim()} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
