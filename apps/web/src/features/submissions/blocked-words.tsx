import { api } from '@plumgate/contract';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

/** The words and phrases for which a client's submissions are put aside. */
export function BlockedWords({ clientId }: { clientId: string }) {
  const [isOpen, setOpen] = useState(false);
  const asked = useEndpoint(api.getBlockedWords, { params: { clientId } });
  if (!asked.data) return null;
  const { words } = asked.data;
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        {words.length === 0 ? 'Block words' : `Blocked words: ${words.length}`}
      </Button>
      {isOpen && <Words clientId={clientId} words={words} onClose={() => setOpen(false)} />}
    </>
  );
}

function Words({
  clientId,
  words,
  onClose,
}: {
  clientId: string;
  words: string[];
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const [lines, setLines] = useState(words.join('\n'));
  const [failure, setFailure] = useState<unknown>(null);
  const save = async () => {
    try {
      await call(api.setBlockedWords, { params: { clientId }, body: { words: linesOf(lines) } });
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Blocked words" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <LongField
          label="Words and phrases, one per line"
          help="A submission with any of them is put aside. Whole words only, in capitals or not."
          rows={8}
          value={lines}
          onChange={(event) => setLines(event.target.value)}
        />
        <DialogFoot does="Save" failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
