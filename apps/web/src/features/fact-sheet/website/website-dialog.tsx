import { api, type ClientSheet } from '@plumgate/contract';
import type { Facts } from '@plumgate/core/clients';
import type { WebsiteReading } from '@plumgate/core/website';
import { useEffect, useRef, useState } from 'react';
import { call, messageOf } from '../../../api/call.ts';
import { Button } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';
import { TextField } from '../../../ui/field.tsx';
import { foundLines } from './found-lines.ts';
import { Findings } from './findings.tsx';
import { takePicks, type Taken } from './take-picks.ts';

/**
 * Reads the client's own website and offers what it says, piece by piece, beside what the fact sheet has now. `begin` is an
 * address to read at once; nothing is taken before somebody presses.
 */
export function WebsiteDialog({
  sheet,
  current,
  begin,
  onTaken,
  onClose,
}: {
  sheet: ClientSheet;
  /** The fact sheet as it is typed just now. */
  current: { name: string; facts: Facts };
  begin: string;
  onTaken: (taken: Taken) => void;
  onClose: () => void;
}) {
  const [address, setAddress] = useState(begin);
  const [reading, setReading] = useState<WebsiteReading | null>(null);
  const [problem, setProblem] = useState('');
  const [isReading, setIsReading] = useState(false);
  const asked = useRef(0);
  const read = async () => {
    const turn = ++asked.current;
    setIsReading(true);
    setProblem('');
    try {
      const found = await call(api.readWebsite, {
        params: { clientId: sheet.id },
        body: { address: address.trim() },
      });
      if (turn === asked.current) setReading(found);
    } catch (error) {
      if (turn === asked.current) setProblem(messageOf(error));
    } finally {
      if (turn === asked.current) setIsReading(false);
    }
  };
  const readFirst = useRef(read);
  useEffect(() => {
    if (begin) void readFirst.current();
  }, [begin]);
  const stop = () => {
    asked.current++;
    setIsReading(false);
  };
  const lines = reading ? foundLines(reading.facts, current.name, current.facts) : [];
  return (
    <Dialog title="From their website" onClose={onClose} width="w-[880px]">
      {reading ? (
        <Findings
          reading={reading}
          lines={lines}
          brand={sheet.brand}
          onBack={() => setReading(null)}
          onTake={async (picks) => onTaken(await takePicks(sheet.id, reading, lines, picks))}
        />
      ) : (
        <form
          noValidate
          className="grid gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            event.stopPropagation();
            if (address.trim()) void read();
          }}
        >
          <TextField
            label="Address of the website"
            placeholder="www.example.com"
            help="Up to six of its pages are read. You see what they say before anything is used."
            autoFocus
            value={address}
            error={problem || undefined}
            onChange={(event) => setAddress(event.target.value)}
          />
          <p role="status" className="text-muted empty:hidden">
            {isReading && 'Reading the website. This takes up to half a minute.'}
          </p>
          <div className="flex justify-end gap-2">
            <Button onClick={isReading ? stop : onClose}>{isReading ? 'Stop' : 'Cancel'}</Button>
            <Button look="main" type="submit" disabled={isReading || address.trim() === ''}>
              {isReading ? 'Reading…' : 'Read it'}
            </Button>
          </div>
        </form>
      )}
    </Dialog>
  );
}
