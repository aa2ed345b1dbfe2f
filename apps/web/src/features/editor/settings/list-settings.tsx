import type { PictureRef } from '@plumgate/core/basics';
import type { IconChoice } from '@plumgate/core/icons';
import { entryLimits, type BlockKindName } from '@plumgate/core/page';
import { Plus } from 'lucide-react';
import { Button } from '../../../ui/button.tsx';
import { EntryHead } from '../../../ui/entry-head.tsx';
import { LongField, SelectField, TextField } from '../../../ui/field.tsx';
import { EntryPicture } from '../../pictures/entry-picture.tsx';
import { starOptions } from '../../records/star-options.ts';
import { IconField } from '../icons/icon-field.tsx';
import { useSet } from './use-set.ts';

/** What one entry of a list is made of. */
export interface EntryShape {
  /** What one entry is called, such as "card". */
  one: string;
  fields: { field: string; label: string; long?: boolean }[];
  /** Whether an entry may have a picture. */
  picture?: boolean;
  /** Whether an entry may have an icon. */
  icon?: boolean;
  /** Whether an entry may have stars. */
  stars?: boolean;
  most: number;
}

type Entry = Record<string, string | number | PictureRef | IconChoice | null | undefined>;

/** The entries of a list on a page: their words, their order, one more, one less. */
export function ListSettings({
  id,
  kind,
  items,
  shape,
}: {
  id: string;
  kind: BlockKindName;
  items: Entry[];
  shape: EntryShape;
}) {
  const set = useSet(id);
  const limits = entryLimits(kind);
  const { one, fields, most } = shape;
  const change = (index: number, changes: Entry) =>
    set({ items: items.with(index, { ...items[index]!, ...changes }) });
  const move = (index: number, by: -1 | 1) => {
    const moved = items.toSpliced(index, 1);
    set({ items: moved.toSpliced(index + by, 0, items[index]!) });
  };
  const fresh: Entry = {
    ...Object.fromEntries(fields.map(({ field }, index) => [field, index === 0 ? 'New' : ''])),
    ...(shape.picture && { picture: null }),
    ...(shape.stars && { stars: null }),
  };
  return (
    <ol className="grid gap-3">
      {items.map((item, index) => (
        <li key={index} className="grid gap-2 rounded-control border border-line bg-sheet p-2.5">
          <EntryHead
            one={one}
            index={index}
            isLast={index === items.length - 1}
            onMove={(by) => move(index, by)}
            onRemove={items.length === 1 ? null : () => set({ items: items.toSpliced(index, 1) })}
          />
          {fields.map(({ field, label, long }) => {
            const Field = long ? LongField : TextField;
            return (
              <Field
                key={field}
                label={label}
                maxLength={limits[field]}
                value={String(item[field] as string)}
                onChange={(event: { target: { value: string } }) =>
                  change(index, { [field]: event.target.value })
                }
              />
            );
          })}
          {shape.icon && (
            <IconField
              label="Icon"
              value={(item.icon as IconChoice | undefined) ?? null}
              onChange={(icon) => {
                const { icon: _before, ...rest } = item;
                set({ items: items.with(index, icon ? { ...rest, icon } : rest) });
              }}
            />
          )}
          {shape.stars && (
            <SelectField
              label="Stars"
              options={starOptions}
              value={String((item.stars as number | null) ?? '')}
              onChange={(event) =>
                change(index, { stars: event.target.value ? Number(event.target.value) : null })
              }
            />
          )}
          {shape.picture && (
            <EntryPicture
              picture={item.picture as PictureRef | null}
              onChange={(picture) => change(index, { picture })}
            />
          )}
        </li>
      ))}
      <li>
        <Button disabled={items.length >= most} onClick={() => set({ items: [...items, fresh] })}>
          <Plus className="size-4" aria-hidden /> Add a {one}
        </Button>
      </li>
    </ol>
  );
}
