import { useEffect, useState } from 'react';
import { Dialog } from '../../ui/dialog.tsx';
import { KeysTable } from '../../ui/keys-table.tsx';
import { editorKeys } from './use-editor-keys.ts';

/** `?` shows what the keys do. */
export function KeysList() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as Element;
      if (event.key === '?' && !target.closest('input,textarea,select,[contenteditable="true"]'))
        setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  if (!open) return null;
  return (
    <Dialog title="Keys" width="w-[520px]" onClose={() => setOpen(false)}>
      <KeysTable keys={editorKeys} />
    </Dialog>
  );
}
