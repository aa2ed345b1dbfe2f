import { CircleHelp } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { IconButton } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { KeysTable } from '../ui/keys-table.tsx';
import { helpFor, keysEverywhere } from './help-texts.ts';
import { isTypingIn } from '../ui/typing.ts';

/** `?` says what the screen one is on is for. The editor has a list of keys of its own. */
export function HelpButton() {
  const { pathname } = useLocation();
  const [open, setOpen] = useState(false);
  const help = helpFor(pathname);
  const hasHelp = help !== undefined;
  useEffect(() => {
    if (!hasHelp) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === '?' && !isTypingIn(event.target)) setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [hasHelp]);
  if (!help) return null;
  return (
    <>
      <IconButton label="Help (?)" className="max-md:hidden" onClick={() => setOpen(true)}>
        <CircleHelp />
      </IconButton>
      {open && (
        <Dialog title={help.title} width="w-[520px]" onClose={() => setOpen(false)}>
          <div className="grid gap-2">
            {help.lines.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </div>
          <KeysTable keys={keysEverywhere} className="mt-4 border-t border-line pt-3 text-[13px]" />
        </Dialog>
      )}
    </>
  );
}
