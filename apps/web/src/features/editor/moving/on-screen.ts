import {
  childrenAt,
  locate,
  pageNode,
  type Draft,
  type DropPlace,
  type Movable,
} from '@plumgate/core/page';
import type { Line } from '../ui.ts';

/** The canvas's frames that are open, by the document inside. */
export const openFrames = new Set<Document>();

/** A frame's place in the app and how much smaller it is shown; null once it is gone. */
function frameOf(inner: Document) {
  const element = inner.defaultView?.frameElement as HTMLIFrameElement | null;
  if (!element) return null;
  const box = element.getBoundingClientRect();
  return { box, scale: box.width / element.offsetWidth };
}

/** A point of the app as a point inside of a frame, and back. */
export function fromFrame(inner: Document, x: number, y: number): { x: number; y: number } | null {
  const frame = frameOf(inner);
  return frame && { x: frame.box.left + x * frame.scale, y: frame.box.top + y * frame.scale };
}

export interface Aim {
  place: DropPlace;
  line: Line | null;
}

/** Where something of a kind would land at a point of the app: on the canvas, wide or phone, or in the outline. */
export function aimAt(draft: Draft, kind: Movable, x: number, y: number): Aim | null {
  // Not by their boxes: a view may reach below the panels, and lies below the strip.
  const onTop = document.elementFromPoint(x, y);
  for (const inner of openFrames) {
    const frame = frameOf(inner);
    if (!frame || inner.defaultView?.frameElement !== onTop) continue;
    const [left, top] = [(x - frame.box.left) / frame.scale, (y - frame.box.top) / frame.scale];
    const place = placeInFrame(draft, inner, kind, left, top);
    return place && { place, line: lineInFrame(draft, inner, kind, place) };
  }
  return aimInOutline(draft, kind, x, y);
}

/** The line for a place in whichever frame shows it best: the first that is open. */
export function lineFor(draft: Draft, kind: Movable, place: DropPlace): Line | null {
  for (const inner of openFrames) {
    const line = lineInFrame(draft, inner, kind, place);
    if (line) return line;
  }
  return null;
}

function placeInFrame(
  draft: Draft,
  inner: Document,
  kind: Movable,
  x: number,
  y: number,
): DropPlace | null {
  if (kind === 'band') {
    const bands = [...inner.querySelectorAll<HTMLElement>('section[data-part]')];
    const next = bands.find((band) => middle(band).y > y);
    return { parent: pageNode, index: indexOf(draft, next) ?? afterLast(draft, bands.at(-1)) };
  }
  const band = closestTo([...inner.querySelectorAll<HTMLElement>('section[data-part]')], y);
  if (!band) return null;
  const columns = [...band.querySelectorAll<HTMLElement>('.column[data-part]')];
  if (kind === 'column') {
    const stacked = isStacked(columns);
    const next = columns.find((one) => (stacked ? middle(one).y > y : middle(one).x > x));
    return placeBefore(draft, inner, band.dataset.part!, next);
  }
  const column = isStacked(columns)
    ? closestTo(columns, y)
    : (columns.find((one) => one.getBoundingClientRect().right >= x) ?? columns.at(-1));
  if (!column) return null;
  const blocks = [...column.children].filter(
    (one): one is HTMLElement =>
      one instanceof inner.defaultView!.HTMLElement && 'part' in one.dataset,
  );
  const next = blocks.find((block) => middle(block).y > y);
  return placeBefore(draft, inner, column.dataset.part!, next);
}

/** The place before an element that a frame shows, or after the last; on a phone it counts as things stand there. */
function placeBefore(
  draft: Draft,
  inner: Document,
  parent: string,
  next: HTMLElement | undefined,
): DropPlace {
  const place = isPhone(inner)
    ? { parent, index: 0, onPhone: true as const }
    : { parent, index: 0 };
  const found = locate(draft, parent);
  const children = found ? childrenAt(found, place) : [];
  const at = children.findIndex(({ id }) => id === next?.dataset.part);
  return { ...place, index: at < 0 ? children.length : at };
}

/** Narrow enough that columns lie below each other, as page-kit's CSS says. */
const isPhone = (inner: Document) => (inner.defaultView?.innerWidth ?? Infinity) <= 720;

/** In px; as far as a line stands from what it is beside, at the largest scale. */
const outside = 5;

function lineInFrame(draft: Draft, inner: Document, kind: Movable, place: DropPlace): Line | null {
  const frame = frameOf(inner);
  const parent = locate(draft, place.parent);
  if (!frame || !parent) return null;
  const children = childrenAt(parent, place);
  const at = (id: string | undefined) =>
    id === undefined ? null : inner.querySelector(`[data-part="${CSS.escape(id)}"]`);
  const before = at(children[place.index - 1]?.id)?.getBoundingClientRect();
  const after = at(children[place.index]?.id)?.getBoundingClientRect();
  const whole = (
    kind === 'band' ? inner.querySelector('main') : at(place.parent)
  )?.getBoundingClientRect();
  const box = after ?? before ?? whole;
  if (!box) return null;
  const upright =
    kind === 'column' &&
    Math.abs((before ?? box).top - (after ?? box).top) < 20 &&
    whole !== undefined;
  const raw = upright
    ? {
        x:
          before && after
            ? (before.right + after.left) / 2
            : after
              ? after.left - 8
              : box.right + 8,
        y: box.top,
        width: 0,
        height: box.height,
      }
    : {
        x: box.left,
        y:
          before && after
            ? (before.bottom + after.top) / 2
            : after
              ? after.top - 4
              : before
                ? before.bottom + 4
                : box.top + box.height / 2,
        width: box.width,
        height: 0,
      };
  const { scale } = frame;
  const top = frame.box.top + raw.y * scale;
  // Above the first band and below the last, the line lies a little outside.
  if (top < frame.box.top - outside || top > frame.box.bottom + outside) return null;
  return {
    x: frame.box.left + raw.x * scale,
    y: top,
    width: raw.width * scale,
    height: Math.min(raw.height * scale, frame.box.bottom - top),
  };
}

function aimInOutline(draft: Draft, kind: Movable, x: number, y: number): Aim | null {
  const row = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-row]');
  const found = row && locate(draft, row.dataset.row!);
  if (!row || !found) return null;
  const box = row.getBoundingClientRect();
  const isBelow = y > box.top + box.height / 2;
  const place = placeAtRow(draft, kind, found.id, isBelow);
  const line = { x: box.left, y: isBelow ? box.bottom : box.top, width: box.width, height: 0 };
  return place && { place, line };
}

function placeAtRow(draft: Draft, kind: Movable, id: string, below: boolean): DropPlace | null {
  const found = locate(draft, id);
  if (!found) return null;
  if (found.kind === kind)
    return found.parent ? { parent: found.parent, index: found.index + Number(below) } : null;
  if (kind === 'block' && found.kind === 'column') return { parent: id, index: 0 };
  if (kind === 'block' && found.kind === 'band')
    return { parent: (found.node.columns as { id: string }[])[0]!.id, index: 0 };
  if (kind === 'column' && found.kind === 'band') return { parent: id, index: 0 };
  return found.parent ? placeAtRow(draft, kind, found.parent, true) : null;
}

function middle(element: Element) {
  const box = element.getBoundingClientRect();
  return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
}

const closestTo = (elements: HTMLElement[], y: number) =>
  elements.find((one) => one.getBoundingClientRect().bottom >= y) ?? elements.at(-1);

const isStacked = (columns: HTMLElement[]) =>
  columns.length > 1 &&
  columns[1]!.getBoundingClientRect().top >= columns[0]!.getBoundingClientRect().bottom - 1;

const indexOf = (draft: Draft, element: HTMLElement | undefined) =>
  element && locate(draft, element.dataset.part!)?.index;

const afterLast = (draft: Draft, element: HTMLElement | undefined) =>
  (indexOf(draft, element) ?? -1) + 1;
