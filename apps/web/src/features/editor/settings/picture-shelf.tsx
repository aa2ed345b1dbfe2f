import { FileInput } from '../../../ui/file-input.tsx';
import { api, type Picture } from '@plumgate/contract';
import type { PictureRef } from '@plumgate/core/basics';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../../api/hooks.ts';
import { upload } from '../../../api/upload.ts';
import { Button } from '../../../ui/button.tsx';
import { useRemoval } from '../../bin/use-removal.tsx';
import { picturesAmong, refOf, sendPicture } from '../adding-pictures.ts';
import { useEditor } from '../store.ts';

/** The client's pictures to choose from, and the way for new ones: chosen, dropped or pasted. */
export function PictureShelf({
  chosen,
  onChoose,
}: {
  chosen: PictureRef | null;
  onChoose: (picture: PictureRef) => void;
}) {
  const clientId = useEditor((state) => state.clientId);
  const refresh = useRefreshAll();
  const [search, setSearch] = useState('');
  const [progress, setProgress] = useState<number | null>(null);
  const shelf = useEndpoint(api.listPictures, { params: { clientId }, query: { search } });
  const { remove, removal } = useRemoval();
  const input = useRef<HTMLInputElement>(null);
  const replacing = useRef<HTMLInputElement>(null);
  const work = async (send: (onProgress: (share: number) => void) => Promise<Picture>) => {
    setProgress(0);
    try {
      onChoose(refOf(await send(setProgress)));
      await refresh();
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setProgress(null);
    }
  };
  const add = (file: File) => work((onProgress) => sendPicture(clientId, file, onProgress));
  const replace = (file: File) =>
    chosen &&
    work((onProgress) =>
      upload(api.replacePicture, { params: { pictureId: chosen.id } }, file, onProgress),
    );
  usePastedPicture(add);
  const pictures = shelf.data?.pictures ?? [];
  return (
    <div
      className="grid gap-2 rounded-card border border-dashed border-strong-line p-2.5"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const file = event.dataTransfer.files[0];
        if (file) void add(file);
      }}
    >
      <FileInput input={input} accept="image/*" onFile={(file) => void add(file)} />
      <FileInput input={replacing} accept="image/*" onFile={(file) => void replace(file)} />
      <Button disabled={progress !== null} onClick={() => input.current?.click()}>
        {progress === null ? 'Add a picture' : `Adding, ${Math.round(progress * 100)}%`}
      </Button>
      <p className="text-xs text-muted">
        Or drop or paste one here. JPEG, PNG, WebP, AVIF or GIF, at most 20 MB and 60 megapixels.
      </p>
      <input
        aria-label="Search the pictures"
        placeholder="Search the pictures"
        className="h-8 rounded-control border border-strong-line bg-sheet px-2 text-[13px]"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      {shelf.data && pictures.length === 0 && (
        <p className="text-xs text-muted">
          {search ? 'No picture has that in its name.' : 'No pictures yet.'}
        </p>
      )}
      <ul
        aria-label="The client’s pictures"
        className="grid max-h-56 grid-cols-3 gap-2 overflow-auto"
      >
        {pictures.map((picture) => (
          <li key={picture.id}>
            <button
              type="button"
              aria-pressed={picture.id === chosen?.id}
              title={picture.name}
              className="block w-full overflow-hidden rounded-control border border-strong-line aria-pressed:outline-2 aria-pressed:outline-plum"
              onClick={() => onChoose(refOf(picture))}
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
      {chosen && (
        <div className="flex gap-1">
          <Button
            look="quiet"
            disabled={progress !== null}
            onClick={() => replacing.current?.click()}
          >
            Replace it everywhere
          </Button>
          <Button
            look="quiet"
            onClick={() =>
              void remove({
                kind: 'picture',
                id: chosen.id,
                does: () => call(api.removePicture, { params: { pictureId: chosen.id } }),
              })
            }
          >
            Delete it…
          </Button>
        </div>
      )}
      {removal}
    </div>
  );
}

/** A picture on the clipboard goes to the shelf while the shelf is open. */
function usePastedPicture(add: (file: File) => Promise<void>): void {
  const latest = useRef(add);
  useEffect(() => {
    latest.current = add;
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const [file] = picturesAmong(event.clipboardData);
      if (!file) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      void latest.current(file);
    };
    window.addEventListener('paste', onPaste, { capture: true });
    return () => window.removeEventListener('paste', onPaste, { capture: true });
  }, []);
}
