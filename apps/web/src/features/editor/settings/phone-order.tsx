import { inPhoneOrder, nameOfPart, phoneOrderWith } from '@plumgate/core/page';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { Button, IconButton } from '../../../ui/button.tsx';
import { useEditor } from '../store.ts';
import { useSet } from './use-set.ts';

/** The order of a band's columns, or of a column's blocks, on a phone; the phone view of the canvas is dragged for the same. */
export function PhoneOrder({
  parent,
  parts,
}: {
  parent: { id: string; phoneOrder: string[] };
  parts: readonly { id: string }[];
}) {
  const set = useSet(parent.id);
  const draft = useEditor((state) => state.draft);
  if (parts.length < 2) return null;
  const order = inPhoneOrder(parts, parent.phoneOrder);
  const move = (id: string, index: number) =>
    set({ phoneOrder: phoneOrderWith(parts, parent.phoneOrder, id, index) });
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs font-semibold">Order on a phone</legend>
      <ol className="overflow-hidden rounded-control border border-strong-line">
        {order.map(({ id }, index) => {
          const name = nameOfPart(draft, id);
          return (
            <li
              key={id}
              className="flex items-center gap-1 border-b border-line py-0.5 pr-1 pl-3 last:border-0"
            >
              <span className="min-w-0 flex-1 truncate text-[13px]">{name}</span>
              <IconButton
                label={`Move “${name}” up on a phone`}
                disabled={index === 0}
                onClick={() => move(id, index - 1)}
              >
                <ArrowUp />
              </IconButton>
              <IconButton
                label={`Move “${name}” down on a phone`}
                disabled={index === order.length - 1}
                onClick={() => move(id, index + 2)}
              >
                <ArrowDown />
              </IconButton>
            </li>
          );
        })}
      </ol>
      {parent.phoneOrder.length > 0 ? (
        <Button size="small" onClick={() => set({ phoneOrder: [] })}>
          Same order as on a wide screen
        </Button>
      ) : (
        <p className="text-xs text-muted">The same as on a wide screen.</p>
      )}
    </fieldset>
  );
}
