import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { Button, IconButton } from '../../../ui/button.tsx';
import { LongField, TextField } from '../../../ui/field.tsx';
import { useSet } from './use-set.ts';

/** The parts of one entry: a short line first, a longer one below it. */
export interface EntryShape {
  /** What one entry is called, such as "card". */
  one: string;
  short: { field: string; label: string };
  long: { field: string; label: string };
  most: number;
}

type Entry = Record<string, string>;

/** The entries of a list on a page: their words, their order, one more, one less. */
export function ListSettings({
  id,
  items,
  shape,
}: {
  id: string;
  items: Entry[];
  shape: EntryShape;
}) {
  const set = useSet(id);
  const { one, short, long, most } = shape;
  const change = (index: number, changes: Partial<Entry>) =>
    set({ items: items.with(index, { ...items[index]!, ...changes } as Entry) });
  const move = (index: number, by: -1 | 1) => {
    const moved = items.toSpliced(index, 1);
    set({ items: moved.toSpliced(index + by, 0, items[index]!) });
  };
  return (
    <ol className="grid gap-3">
      {items.map((item, index) => (
        <li key={index} className="grid gap-2 rounded-control border border-line bg-sheet p-2.5">
          <div className="flex items-center">
            <span className="flex-1 text-xs font-semibold text-muted">
              {one} {index + 1}
            </span>
            <IconButton
              label={`Move ${one} ${index + 1} up`}
              disabled={index === 0}
              onClick={() => move(index, -1)}
            >
              <ArrowUp />
            </IconButton>
            <IconButton
              label={`Move ${one} ${index + 1} down`}
              disabled={index === items.length - 1}
              onClick={() => move(index, 1)}
            >
              <ArrowDown />
            </IconButton>
            <IconButton
              label={`Remove ${one} ${index + 1}`}
              disabled={items.length === 1}
              onClick={() => set({ items: items.toSpliced(index, 1) })}
            >
              <Trash2 />
            </IconButton>
          </div>
          <TextField
            label={short.label}
            value={item[short.field]}
            onChange={(event) => change(index, { [short.field]: event.target.value })}
          />
          <LongField
            label={long.label}
            value={item[long.field]}
            onChange={(event) => change(index, { [long.field]: event.target.value })}
          />
        </li>
      ))}
      <li>
        <Button
          disabled={items.length >= most}
          onClick={() => set({ items: [...items, { [short.field]: 'New', [long.field]: '' }] })}
        >
          <Plus className="size-4" aria-hidden /> Add a {one}
        </Button>
      </li>
    </ol>
  );
}
