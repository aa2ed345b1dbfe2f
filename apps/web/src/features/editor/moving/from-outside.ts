import type { Draft } from '@plumgate/core/page';
import { toast } from 'sonner';
import { picturesAmong } from '../../pictures/picture-files.ts';
import { bringPictures, holderAt } from '../adding-pictures.ts';
import type { EditorStore } from '../store.ts';
import { useUi } from '../ui.ts';
import { carryBy } from './move.ts';
import { fromFrame } from './on-screen.ts';

/**
 * Takes pictures that are dragged in from outside the browser: onto a picture or a gallery they go into it, anywhere
 * else on the page or in the outline they become parts of their own. `page` is the app's document or a frame's. Gives
 * the way to stop.
 */
export function watchFiles(store: EditorStore, page: Document): () => void {
  const onOver = (event: DragEvent) => {
    if (!hasFiles(event)) return;
    event.preventDefault();
    event.dataTransfer!.dropEffect = 'copy';
    const at = pointOf(event, page);
    const holder = holderUnder(store.getState().draft, event);
    if (!at) return;
    carryBy(
      store,
      { kind: 'block', ids: [], label: holder ? 'Into this' : 'A picture', drop: () => {} },
      at,
    );
    if (holder)
      useUi.setState((ui) => ({ moving: ui.moving && { ...ui.moving, place: null, line: null } }));
  };
  const onDrop = (event: DragEvent) => {
    if (!hasFiles(event)) return;
    event.preventDefault();
    const place = useUi.getState().moving?.place ?? undefined;
    useUi.setState({ moving: null });
    const files = picturesAmong(event.dataTransfer);
    const into = holderUnder(store.getState().draft, event)?.id ?? null;
    if (files.length === 0)
      return void toast.error(
        'Only pictures can be dropped here. A file to download belongs to a button.',
      );
    if (!into && !place) return void toast.error('Drop it on the page, or in the outline.');
    void bringPictures(store, files, { into, place });
  };
  const onLeave = (event: DragEvent) => {
    // Leaving for another part of the same page is no leaving.
    if (hasFiles(event) && event.relatedTarget === null) useUi.setState({ moving: null });
  };
  page.addEventListener('dragover', onOver);
  page.addEventListener('drop', onDrop);
  page.addEventListener('dragleave', onLeave);
  return () => {
    page.removeEventListener('dragover', onOver);
    page.removeEventListener('drop', onDrop);
    page.removeEventListener('dragleave', onLeave);
  };
}

/** Files, and nobody else has taken them: the picture shelf takes its own. */
const hasFiles = (event: DragEvent) =>
  !event.defaultPrevented && (event.dataTransfer?.types.includes('Files') ?? false);

const pointOf = (event: DragEvent, page: Document) =>
  page === document
    ? { x: event.clientX, y: event.clientY }
    : fromFrame(page, event.clientX, event.clientY);

function holderUnder(draft: Draft, event: DragEvent) {
  const part = (event.target as Element).closest<HTMLElement>('[data-part],[data-row]');
  return holderAt(draft, part?.dataset.part ?? part?.dataset.row ?? null);
}
