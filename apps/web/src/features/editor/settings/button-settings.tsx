import type { EditorPage } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { Choice, TextField } from '../../../ui/field.tsx';
import { IconField } from '../icons/icon-field.tsx';
import { ActionFields } from './action-fields.tsx';
import { useSet } from './use-set.ts';

/** A button does one thing; what that needs is asked below, and takes effect once it is whole. */
export function ButtonSettings({ block, page }: { block: BlockOf<'button'>; page: EditorPage }) {
  const set = useSet(block.id);
  return (
    <>
      <TextField
        label="Text"
        maxLength={80}
        value={block.label}
        onChange={(event) => set({ label: event.target.value })}
      />
      <ActionFields action={block.action} page={page} onChange={(action) => set({ action })} />
      <Choice
        label="Shape"
        value={block.shape}
        options={{ solid: 'Solid', outline: 'Outline' }}
        onChange={(shape) => set({ shape })}
      />
      <IconField label="Icon" value={block.icon} onChange={(icon) => set({ icon })} />
      {block.icon && (
        <Choice
          label="Where the icon stands"
          value={block.iconSide}
          options={{ before: 'Before the words', after: 'After them' }}
          onChange={(iconSide) => set({ iconSide })}
        />
      )}
      <TextField
        label="Line below it, if any"
        maxLength={120}
        value={block.note}
        onChange={(event) => set({ note: event.target.value })}
      />
    </>
  );
}
