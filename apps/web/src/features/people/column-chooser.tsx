import type { PersonSummary } from '@plumgate/contract';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Button, IconButton } from '../../ui/button.tsx';
import { Tick } from '../../ui/field.tsx';
import type { LongColumn } from '../../ui/long-table.tsx';

/** Which columns are shown, and in which order. */
export function ColumnChooser({
  columns,
  shown,
  onChange,
}: {
  columns: ReadonlyMap<string, LongColumn<PersonSummary>>;
  shown: readonly string[];
  onChange: (shown: string[]) => void;
}) {
  const there = shown.filter((id) => columns.has(id));
  const hidden = [...columns.keys()].filter((id) => !there.includes(id));
  const move = (index: number, by: -1 | 1) => {
    const next = there.toSpliced(index, 1);
    onChange(next.toSpliced(index + by, 0, there[index]!));
  };
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button>
          <Columns3 className="size-4" /> Columns
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Columns"
          className="z-40 max-h-[70dvh] w-72 overflow-auto rounded-card border border-strong-line bg-sheet p-3 shadow-lg"
        >
          <ul className="grid gap-1">
            {there.map((id, index) => {
              const header = columns.get(id)!.header as string;
              return (
                <li key={id} className="flex items-center justify-between gap-2">
                  <Tick
                    label={header}
                    checked
                    onChange={() => onChange(there.filter((one) => one !== id))}
                  />
                  <span className="flex">
                    <IconButton
                      label={`Move ${header} to the left`}
                      disabled={index === 0}
                      onClick={() => move(index, -1)}
                    >
                      <ArrowUp />
                    </IconButton>
                    <IconButton
                      label={`Move ${header} to the right`}
                      disabled={index === there.length - 1}
                      onClick={() => move(index, 1)}
                    >
                      <ArrowDown />
                    </IconButton>
                  </span>
                </li>
              );
            })}
          </ul>
          {hidden.length > 0 && (
            <ul className="mt-2 grid gap-1.5 border-t border-line pt-2">
              {hidden.map((id) => (
                <li key={id}>
                  <Tick
                    label={columns.get(id)!.header as string}
                    checked={false}
                    onChange={() => onChange([...there, id])}
                  />
                </li>
              ))}
            </ul>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
