import type { Band, Column, TreeNode } from '@plumgate/core/page';
import { Choice } from '../../../ui/field.tsx';
import { BoxFields } from '../look/box-fields.tsx';
import { OwnLook } from '../look/own-look.tsx';
import { useEditorStore } from '../store.ts';
import { OutlineName } from './outline-name.tsx';
import { PhoneOrder } from './phone-order.tsx';
import { useSet } from './use-set.ts';

const places = { '': 'Brand', top: 'Top', middle: 'Middle', bottom: 'Bottom' } as const;
const usual = { inner: { top: 28, right: 28, bottom: 28, left: 28 }, corners: 0 };

/** A column of a band: what lies behind it, and where its blocks stand. */
export function ColumnSettings({ column, band }: { column: Column; band: Band }) {
  const set = useSet(column.id);
  const store = useEditorStore();
  return (
    <>
      <p className="text-muted">
        {column.blocks.length === 0
          ? 'Empty. Add a block from the Add tab.'
          : 'Select a block to change its words. Select the band to resize its columns.'}
      </p>
      {band.columns.length > 1 && <OutlineName node={column} />}
      <PhoneOrder parent={column} parts={column.blocks} />
      <OwnLook node={column as unknown as TreeNode}>
        {band.columns.length > 1 && (
          <Choice
            label="Where its blocks stand"
            value={column.place ?? ''}
            options={places}
            onChange={(place) => set({ place: place === '' ? null : place })}
          />
        )}
        <BoxFields
          box={column.box}
          usual={usual}
          fullHeight="As high as the columns beside it"
          onChange={(box, part) =>
            store
              .getState()
              .edit([{ do: 'set', id: column.id, changes: { box } }], `${column.id}.box.${part}`)
          }
        />
      </OwnLook>
    </>
  );
}
