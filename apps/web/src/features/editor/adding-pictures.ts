import { locate, type BlockOf, type Draft, type DropPlace } from '@plumgate/core/page';
import { type PictureRef } from '@plumgate/core/basics';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { refOf, sendPicture } from '../pictures/picture-files.ts';
import { addBlock } from './commands.ts';
import type { EditorStore } from './store.ts';

/** The part of this address when it is one that takes a picture in. */
export function holderAt(
  draft: Draft,
  id: string | null,
): BlockOf<'picture'> | BlockOf<'gallery'> | null {
  const node = id ? (locate(draft, id)?.node as BlockOf<'picture' | 'gallery'> | undefined) : null;
  return node?.kind === 'picture' || node?.kind === 'gallery' ? node : null;
}

/**
 * Sends pictures to the client's shelf and puts them on the page as they arrive: into a part that holds some, or as parts
 * of their own at a place, else below what is selected. What was put is selected, so that its settings ask what it shows.
 */
export async function bringPictures(
  store: EditorStore,
  files: readonly File[],
  { into = null, place }: { into?: string | null; place?: DropPlace | undefined },
): Promise<void> {
  let next = place;
  for (const file of files) {
    const note = toast.loading(`Adding ${file.name}`);
    try {
      const picture = await sendPicture(store.getState().clientId, file, (share) =>
        toast.loading(`Adding ${file.name}, ${Math.round(share * 100)}%`, { id: note }),
      );
      put(store, refOf(picture), into, next);
      next &&= { ...next, index: next.index + 1 };
      toast.dismiss(note);
    } catch (error) {
      toast.error(`${file.name}: ${messageOf(error)}`, { id: note });
    }
  }
}

function put(
  store: EditorStore,
  picture: PictureRef,
  into: string | null,
  place: DropPlace | undefined,
): void {
  const { draft, selected, edit, select } = store.getState();
  const holder = holderAt(draft, into);
  if (holder) {
    const changes =
      holder.kind === 'picture' ? { picture } : { items: [...holder.items, { picture, alt: '' }] };
    if (edit([{ do: 'set', id: holder.id, changes }])) select(holder.id);
    return;
  }
  const { edits, id } = addBlock(draft, selected, 'picture', { picture }, place);
  if (edit(edits)) select(id);
}
