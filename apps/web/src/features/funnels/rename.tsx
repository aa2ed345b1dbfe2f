import { useState } from 'react';
import { TextField } from '../../ui/field.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { useAct, type Done } from '../../ui/use-act.ts';

/** Asks for another name. */
export function NameIt({
  what,
  name,
  onName,
  onClose,
}: {
  what: string;
  name: string;
  onName: (name: string) => Promise<Done>;
  onClose: () => void;
}) {
  const act = useAct();
  const [wanted, setWanted] = useState(name);
  return (
    <Dialog title={`Name ${what}`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onClose();
          if (wanted.trim() !== name) void act(() => onName(wanted.trim()));
        }}
      >
        <TextField
          label="Name"
          required
          maxLength={80}
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
        />
        <DialogFoot does="Rename" off={!wanted.trim()} failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
