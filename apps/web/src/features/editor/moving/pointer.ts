import type { EditorStore } from '../store.ts';
import { carryBy, letGo, putDown, type Load } from './move.ts';
import { fromFrame, openFrames } from './on-screen.ts';

const threshold = 6;
const edge = 48;

/**
 * Begins to watch a pointer that went down on something movable: past a few pixels it is a drag. `inner` is the frame
 * that it went down in, whose events carry the frame's own coordinates.
 */
export function watchPointer(
  store: EditorStore,
  event: PointerEvent,
  inner: Document | null,
  load: () => Load | null,
): void {
  if (event.button !== 0) return;
  const target = event.target as Element;
  // The first move may already be off the target; once it is a drag, the target holds the pointer.
  const page = target.ownerDocument;
  const from = { x: event.clientX, y: event.clientY };
  let held: Load | null = null;
  let latest: { x: number; y: number } | null = null;
  let frame = 0;

  const draw = () => {
    frame = 0;
    if (!held || !latest) return;
    scrollNear(latest);
    carryBy(store, held, latest);
    // The pointer may rest at an edge while the page goes on moving under it.
    if (isNearEdge(latest)) frame = requestAnimationFrame(draw);
  };
  const onMove = (moved: PointerEvent) => {
    const far = Math.hypot(moved.clientX - from.x, moved.clientY - from.y) > threshold;
    if (!held && !far) return;
    if (!held) {
      held = load();
      if (!held) return end();
      target.setPointerCapture(event.pointerId);
    }
    moved.preventDefault();
    latest = inner
      ? fromFrame(inner, moved.clientX, moved.clientY)
      : { x: moved.clientX, y: moved.clientY };
    frame ||= requestAnimationFrame(draw);
  };
  const onUp = () => {
    if (held) {
      cancelAnimationFrame(frame);
      draw();
      cancelAnimationFrame(frame);
      putDown();
      // The press that ends a drag is no press on what lies under it.
      target.addEventListener('click', swallow, { capture: true, once: true });
      setTimeout(() => target.removeEventListener('click', swallow, { capture: true }));
    }
    end();
  };
  const onCancel = () => {
    if (held) letGo();
    end();
  };
  const onKey = (key: KeyboardEvent) => key.key === 'Escape' && onCancel();
  const windows = [window, ...(inner?.defaultView ? [inner.defaultView] : [])];
  const end = () => {
    cancelAnimationFrame(frame);
    held = null;
    page.removeEventListener('pointermove', onMove);
    page.removeEventListener('pointerup', onUp);
    page.removeEventListener('pointercancel', onCancel);
    for (const one of windows) one.removeEventListener('keydown', onKey);
  };
  page.addEventListener('pointermove', onMove);
  page.addEventListener('pointerup', onUp);
  page.addEventListener('pointercancel', onCancel);
  for (const one of windows) one.addEventListener('keydown', onKey);
}

const swallow = (event: Event) => {
  event.preventDefault();
  event.stopPropagation();
};

const nearEdges = function* ({ x, y }: { x: number; y: number }) {
  for (const inner of openFrames) {
    const box = inner.defaultView?.frameElement?.getBoundingClientRect();
    if (!box || x < box.left || x > box.right) continue;
    if (y > box.top - edge && y < box.top + edge) yield { inner, by: -14 };
    if (y < box.bottom + edge && y > box.bottom - edge) yield { inner, by: 14 };
  }
};
const isNearEdge = (at: { x: number; y: number }) => !nearEdges(at).next().done;

function scrollNear(at: { x: number; y: number }): void {
  for (const { inner, by } of nearEdges(at))
    inner.defaultView?.scrollBy({ top: by, behavior: 'instant' });
}
