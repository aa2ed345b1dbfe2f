import { api, type Picture } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../../api/call.ts';
import { useAsk } from '../../../api/hooks.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice, TextField } from '../../../ui/field.tsx';
import { useSet } from './use-set.ts';

const mostBytes = 20 * 1024 * 1024;

export function PictureSettings({
  block,
  clientId,
}: {
  block: BlockOf<'picture'>;
  clientId: string;
}) {
  const set = useSet(block.id);
  const shelf = useAsk(api.listPictures, { params: { clientId } });
  const input = useRef<HTMLInputElement>(null);
  const [adding, setAdding] = useState(false);
  const choose = ({ id, width, height }: Picture) => set({ picture: { id, width, height } });
  const add = async (file: File) => {
    if (file.size > mostBytes)
      return toast.error('That file is larger than 20 MB. Choose a smaller one.');
    setAdding(true);
    try {
      choose(
        await call(api.addPicture, {
          params: { clientId },
          query: { name: file.name.slice(0, 120) },
          file,
        }),
      );
      await shelf.refetch();
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setAdding(false);
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*"
        className="sr-only"
        tabIndex={-1}
        aria-hidden
        onChange={(event) => event.target.files?.[0] && void add(event.target.files[0])}
      />
      <Button disabled={adding} onClick={() => input.current?.click()}>
        {adding ? 'Adding the picture' : 'Add a picture from this device'}
      </Button>
      <p className="-mt-2 text-xs text-muted">JPEG, PNG, WebP, AVIF or GIF, at most 20 MB</p>
      {shelf.data && shelf.data.pictures.length > 0 && (
        <ul aria-label="The client’s pictures" className="grid grid-cols-3 gap-2">
          {shelf.data.pictures.map((picture) => (
            <li key={picture.id}>
              <button
                type="button"
                aria-pressed={picture.id === block.picture?.id}
                className="overflow-hidden rounded-control border border-strong-line aria-pressed:outline-2 aria-pressed:outline-plum"
                onClick={() => choose(picture)}
              >
                <img
                  src={picture.src}
                  alt={picture.name}
                  className="aspect-square w-full object-cover"
                />
              </button>
            </li>
          ))}
        </ul>
      )}
      <TextField
        label="What it shows"
        help="For people who can’t see it, and while it loads"
        maxLength={300}
        value={block.alt}
        onChange={(event) => set({ alt: event.target.value })}
      />
      <Choice
        label="Crop"
        value={block.crop}
        options={{ whole: 'Whole', wide: 'Wide', square: 'Square' }}
        onChange={(crop) => set({ crop })}
      />
    </>
  );
}
