import { api, type Picture } from '@plumgate/contract';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { picturesAmong, sendPicture } from './picture-files.ts';

/** How far pictures are on their way; null while none is. */
export interface Sending {
  progress: number | null;
  /** Sends one after the other; gives those that arrived, in their order, and says which did not. */
  sendAll: (files: readonly File[]) => Promise<Picture[]>;
  /** Does one thing with its progress shown; a failure is said. */
  sending: <Result>(
    send: (onProgress: (share: number) => void) => Promise<Result>,
  ) => Promise<Result | null>;
}

export function useSending(): Sending {
  const clientId = useClient()?.id ?? '';
  const refresh = useRefreshAll();
  const [progress, setProgress] = useState<number | null>(null);
  const sending: Sending['sending'] = async (send) => {
    setProgress(0);
    try {
      const result = await send(setProgress);
      await refresh();
      return result;
    } catch (error) {
      toast.error(messageOf(error));
      return null;
    } finally {
      setProgress(null);
    }
  };
  const sendAll: Sending['sendAll'] = async (files) => {
    const sent: Picture[] = [];
    for (const [index, file] of files.entries()) {
      const picture = await sending((onProgress) =>
        sendPicture(clientId, file, (share) => onProgress((index + share) / files.length)),
      );
      if (picture) sent.push(picture);
    }
    return sent;
  };
  return { progress, sending, sendAll };
}

/** The way for new pictures, chosen, dropped or pasted, above those that the client has. */
export function ShelfFrame({
  label,
  isMany = false,
  progress,
  onFiles,
  chosen,
  onPress,
  children,
}: {
  label: string;
  /** Whether several may be chosen at once. */
  isMany?: boolean;
  progress: number | null;
  onFiles: (files: File[]) => void;
  /** The ids of what is chosen, in the order of choice. */
  chosen: readonly string[];
  onPress: (picture: Picture) => void;
  children?: ReactNode;
}) {
  const clientId = useClient()?.id ?? '';
  const [search, setSearch] = useState('');
  const shelf = useEndpoint(api.listPictures, { params: { clientId }, query: { search } });
  const input = useRef<HTMLInputElement>(null);
  usePastedPictures(onFiles);
  const pictures = shelf.data?.pictures ?? [];
  return (
    <div
      className="grid grid-cols-[minmax(0,1fr)] gap-2 rounded-card border border-dashed border-strong-line p-2.5"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const files = picturesAmong(event.dataTransfer);
        if (files.length > 0) onFiles(isMany ? files : files.slice(0, 1));
      }}
    >
      <FileInput input={input} accept="image/*" isMany={isMany} onFiles={onFiles} />
      <Button disabled={progress !== null} onClick={() => input.current?.click()}>
        {progress === null ? label : `Adding, ${Math.round(progress * 100)}%`}
      </Button>
      <p className="text-xs text-muted">
        Or drop or paste {isMany ? 'them' : 'one'} here. JPEG, PNG, WebP, AVIF or GIF, at most 20 MB
        and 60 megapixels.
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
          {search ? 'No picture has that name.' : 'No pictures yet.'}
        </p>
      )}
      <ul
        aria-label="The client’s pictures"
        className="grid max-h-56 grid-cols-3 gap-2 overflow-auto"
      >
        {pictures.map((picture) => (
          <li key={picture.id}>
            <OnShelf
              picture={picture}
              place={chosen.indexOf(picture.id)}
              isMany={isMany}
              onPress={() => onPress(picture)}
            />
          </li>
        ))}
      </ul>
      {children}
    </div>
  );
}

function OnShelf({
  picture,
  place,
  isMany,
  onPress,
}: {
  picture: Picture;
  place: number;
  isMany: boolean;
  onPress: () => void;
}) {
  // A logo is nothing without its ends.
  const isLong = picture.width > 2 * picture.height;
  return (
    <button
      type="button"
      aria-pressed={place >= 0}
      title={picture.name}
      className="relative block w-full overflow-hidden rounded-control border border-strong-line aria-pressed:outline-2 aria-pressed:outline-plum"
      onClick={onPress}
    >
      <img
        src={picture.src}
        alt={picture.name}
        className={`aspect-square w-full bg-muted/40 ${isLong ? 'object-contain p-1' : 'object-cover'}`}
      />
      {isMany && place >= 0 && (
        <span className="absolute top-1 right-1 grid size-5 place-items-center rounded-full bg-plum text-xs font-semibold text-sheet">
          {place + 1}
        </span>
      )}
    </button>
  );
}

/** Pictures on the clipboard go to the shelf while the shelf is open. */
function usePastedPictures(onFiles: (files: File[]) => void): void {
  const latest = useRef(onFiles);
  useEffect(() => {
    latest.current = onFiles;
  });
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const files = picturesAmong(event.clipboardData);
      if (files.length === 0) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      latest.current(files);
    };
    window.addEventListener('paste', onPaste, { capture: true });
    return () => window.removeEventListener('paste', onPaste, { capture: true });
  }, []);
}
