import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button.tsx';
import { FailureLine } from './states.tsx';

/** Something to answer or to read, over everything else; Escape and a press beside it close it. */
export function Dialog({
  title,
  onClose,
  width = 'w-[440px]',
  children,
}: {
  title: string;
  onClose: () => void;
  width?: string;
  children: ReactNode;
}) {
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Radix.Content
          aria-describedby={undefined}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[calc(100dvh-32px)] max-w-[calc(100vw-32px)] -translate-1/2 overflow-auto rounded-card border border-line bg-sheet p-5 ${width}`}
        >
          <Radix.Title className="mb-4 text-xl">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** The foot of a dialog that does something: what went wrong, a way out, and the one thing it does. */
export function DialogFoot({
  does,
  off,
  failure,
  onClose,
}: {
  does: string;
  off?: boolean;
  failure: unknown;
  onClose: () => void;
}) {
  return (
    <>
      <FailureLine failure={failure} />
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" type="submit" disabled={off}>
          {does}
        </Button>
      </div>
    </>
  );
}
