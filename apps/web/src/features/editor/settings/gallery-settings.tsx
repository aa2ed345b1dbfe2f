import type { EditorPage } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { Choice } from '../../../ui/field.tsx';
import { PictureList } from '../../pictures/picture-list.tsx';
import { FromRecords } from './from-records.tsx';
import { useSet } from './use-set.ts';

export function GallerySettings({ block, page }: { block: BlockOf<'gallery'>; page: EditorPage }) {
  const set = useSet(block.id);
  return (
    <>
      <FromRecords block={block} page={page} />
      <PictureList items={block.items} onChange={(items) => set({ items })} />
      <Choice
        label="Shape"
        value={block.crop}
        options={{ wide: 'Wide', square: 'Square', tall: 'Tall' }}
        onChange={(crop) => set({ crop })}
      />
      <Choice
        label="Side by side"
        value={String(block.across) as '2' | '3' | '4'}
        options={{ '2': '2', '3': '3', '4': '4' }}
        onChange={(across) => set({ across: Number(across) })}
      />
    </>
  );
}
