import { api } from '@plumgate/contract';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, SelectField } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

/** What a client wants put aside beside what always is: words, and what is sent too fast. */
export function JunkRules({ clientId }: { clientId: string }) {
  const [isOpen, setOpen] = useState(false);
  const asked = useEndpoint(api.getBlockedWords, { params: { clientId } });
  if (!asked.data) return null;
  const { words, minSeconds } = asked.data;
  return (
    <>
      <Button onClick={() => setOpen(true)}>What is put aside</Button>
      {isOpen && (
        <Rules
          clientId={clientId}
          words={words}
          minSeconds={minSeconds}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}

function Rules({
  clientId,
  words,
  minSeconds,
  onClose,
}: {
  clientId: string;
  words: string[];
  minSeconds: number;
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const [lines, setLines] = useState(words.join('\n'));
  const [seconds, setSeconds] = useState(minSeconds);
  const [failure, setFailure] = useState<unknown>(null);
  const save = async () => {
    try {
      await call(api.setBlockedWords, {
        params: { clientId },
        body: { words: linesOf(lines), minSeconds: seconds },
      });
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="What is put aside" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <LongField
          label="Blocked words and phrases, one per line"
          help="A submission with any of them is put aside. Whole words only, in capitals or not."
          rows={8}
          value={lines}
          onChange={(event) => setLines(event.target.value)}
        />
        <SelectField
          label="Sent too fast"
          help="Counted from the opening of the page. Never held against browsers without script."
          options={{
            0: 'Never put aside',
            1: 'Within 1 second',
            2: 'Within 2 seconds',
            3: 'Within 3 seconds',
            5: 'Within 5 seconds',
          }}
          value={String(seconds)}
          onChange={({ target }) => setSeconds(Number(target.value))}
        />
        <p className="text-xs text-muted">
          Put aside by themselves: what fills in a field that people don’t see, links in names,
          addresses for one use or that can’t exist, and the same text again and again.
        </p>
        <DialogFoot does="Save" failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
