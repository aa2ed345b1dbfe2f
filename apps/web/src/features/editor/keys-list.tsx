import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
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
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-50 w-[520px] max-w-[calc(100vw-32px)] -translate-x-1/2 rounded-card border border-strong-line bg-sheet p-5"
        >
          <Dialog.Title className="mb-3 font-serif text-lg">Keys</Dialog.Title>
          <dl className="grid grid-cols-[max-content_1fr] gap-x-5 gap-y-1.5">
            {editorKeys.map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
