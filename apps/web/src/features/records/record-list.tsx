import { Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../../ui/button.tsx';
import { EntryHead } from '../../ui/entry-head.tsx';

/** What the fields of one record are given. */
export interface RecordPart<Item> {
  record: Item;
  change: (changes: Partial<Item>) => void;
  problem: (field: string) => string | undefined;
}

/** One list of a client's records in its order: each can be changed, moved and removed, and one added. */
export function RecordList<Item extends { id: string }>({
  title,
  one,
  empty,
  records,
  fresh,
  onChange,
  problem,
  fields,
}: {
  title: string;
  /** What one record is called, such as "service". */
  one: string;
  /** What goes here, while nothing is. */
  empty: string;
  records: Item[];
  fresh: (id: string) => Item;
  onChange: (records: Item[]) => void;
  problem: (index: number, field: string) => string | undefined;
  fields: (part: RecordPart<Item>) => ReactNode;
}) {
  const move = (index: number, by: -1 | 1) =>
    onChange(records.toSpliced(index, 1).toSpliced(index + by, 0, records[index]!));
  return (
    <section aria-label={title} className="grid gap-3">
      <h2 className="text-lg">{title}</h2>
      {records.length === 0 && <p className="text-muted">{empty}</p>}
      <ol className="grid gap-3">
        {records.map((record, index) => (
          <li key={record.id} className="grid gap-2 rounded-card border border-line bg-sheet p-4">
            <EntryHead
              one={one}
              index={index}
              isLast={index === records.length - 1}
              onMove={(by) => move(index, by)}
              onRemove={() => onChange(records.toSpliced(index, 1))}
            />
            {fields({
              record,
              change: (changes) => onChange(records.with(index, { ...record, ...changes })),
              problem: (field) => problem(index, field),
            })}
          </li>
        ))}
      </ol>
      <div>
        <Button onClick={() => onChange([...records, fresh(crypto.randomUUID())])}>
          <Plus className="size-4" aria-hidden /> Add a {one}
        </Button>
      </div>
    </section>
  );
}
