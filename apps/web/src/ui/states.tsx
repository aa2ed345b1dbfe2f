import type { ReactNode } from 'react';
import { messageOf } from '../api/call.ts';
import { Button } from './button.tsx';

/** An empty place: what goes here, and the first step. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="mx-auto grid max-w-md justify-items-center gap-3 px-6 py-16 text-center">
      <h2 className="text-lg">{title}</h2>
      <div className="grid justify-items-center gap-4 text-muted">{children}</div>
    </div>
  );
}

/** What could not be loaded, and a way to try again. */
export function Failed({ error, again }: { error: unknown; again: () => void }) {
  return (
    <Empty title="This could not be loaded">
      <p>{messageOf(error)}</p>
      <Button onClick={again}>Try again</Button>
    </Empty>
  );
}

/** Lines of the size of what is coming, so that nothing jumps. */
export function Skeleton({ lines = 8 }: { lines?: number }) {
  return (
    <div role="status" aria-label="Loading" className="grid gap-2 p-6">
      {Array.from({ length: lines }, (_, index) => (
        <div key={index} className="h-8 animate-pulse rounded-control bg-line/60" />
      ))}
    </div>
  );
}

/** What went wrong with something that was tried; nothing while it is null. */
export function FailureLine({ failure }: { failure: unknown }) {
  if (failure === null) return null;
  return (
    <p role="alert" className="font-semibold text-brick">
      {messageOf(failure)}
    </p>
  );
}
