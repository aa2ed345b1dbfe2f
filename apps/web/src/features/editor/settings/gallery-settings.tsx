import type { BlockOf } from '@plumgate/core/page';
import { Trash2 } from 'lucide-react';
import { IconButton } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/field.tsx';
import { PictureShelf } from './picture-shelf.tsx';
import { useSet } from './use-set.ts';

const most = 24;

export function GallerySettings({ block }: { block: BlockOf<'gallery'> }) {
  const set = useSet(block.id);
  const { items } = block;
  return (
    <>
      <ol className="grid gap-2">
        {items.map((item, index) => (
          <li key={index} className="flex items-center gap-2">
            <img
              src={`/~/pictures/${item.picture.id}-240.webp`}
              alt=""
              className="size-10 rounded-control border border-line object-cover"
            />
            <input
              aria-label={`What picture ${index + 1} shows`}
              placeholder="What it shows"
              maxLength={300}
              className="h-8 min-w-0 flex-1 rounded-control border border-strong-line bg-sheet px-2 text-[13px]"
              value={item.alt}
              onChange={(event) =>
                set({ items: items.with(index, { ...item, alt: event.target.value }) })
              }
            />
            <IconButton
              label={`Remove picture ${index + 1}`}
              onClick={() => set({ items: items.toSpliced(index, 1) })}
            >
              <Trash2 />
            </IconButton>
          </li>
        ))}
      </ol>
      {items.length < most && (
        <PictureShelf
          chosen={null}
          onChoose={(picture) => set({ items: [...items, { picture, alt: '' }] })}
        />
      )}
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
