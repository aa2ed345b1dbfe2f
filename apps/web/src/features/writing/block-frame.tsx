import { emailBlockKinds, type EmailBlock, type EmailPlace } from '@plumgate/core/emails';
import type { ReactNode } from 'react';
import { useComposed, useEmailStore } from './email-store.ts';

/** A block in the composer: a press picks it. */
export function BlockFrame({ block, children }: { block: EmailBlock; children: ReactNode }) {
  const { id, kind } = block;
  const store = useEmailStore();
  const isPicked = useComposed(({ picked }) => picked === id);
  const { label } = emailBlockKinds[kind];
  return (
    <div
      role="group"
      aria-label={label}
      data-block={id}
      className={`relative -mx-2 rounded-control px-2 outline-offset-0 ${isPicked ? 'outline-2 outline-plum' : 'hover:outline hover:outline-strong-line'}`}
      onClick={(event) => {
        event.stopPropagation();
        store.getState().pick(id);
      }}
    >
      {children}
    </div>
  );
}

/** The end of a column: pressed, it is where the next block goes. */
export function ColumnEnd({ place, isEmpty }: { place: EmailPlace; isEmpty: boolean }) {
  const store = useEmailStore();
  const isPicked = useComposed(
    ({ into }) => into !== null && into.in === place?.in && into.side === place.side,
  );
  if (!place) return null;
  if (!isEmpty && !isPicked) return null;
  return (
    <button
      type="button"
      className={`my-1 w-full rounded-control border border-dashed p-3 text-left font-sans text-[13px] ${isPicked ? 'border-plum bg-plum-tint text-plum-dark' : 'border-strong-line text-muted'}`}
      onClick={(event) => {
        event.stopPropagation();
        store.getState().pickPlace(place);
      }}
    >
      {isPicked ? 'Now add a block on the left' : 'Empty column. Press to add to it.'}
    </button>
  );
}
