import {
  dropPlaces,
  inReadingOrder,
  isPhoneOrderOnly,
  locate,
  moveTo,
  nameOfPart,
  placeWords,
  widePlace,
  type DropPlace,
  type Movable,
} from '@plumgate/core/page';
import { selectionOf, type EditorStore } from '../store.ts';
import { say, useUi, type Moving } from '../ui.ts';
import { aimAt, lineFor, openFrames } from './on-screen.ts';

/** What may be put somewhere: parts of the page, or something new from the shelf. */
export type Load = Pick<Moving, 'kind' | 'label' | 'ids' | 'drop'>;

/** The selected parts as something to move, with the one that was taken hold of; null for what does not move. */
export function loadOf(store: EditorStore, held: string): Load | null {
  const state = store.getState();
  const found = locate(state.draft, held);
  if (!found || !['band', 'column', 'block'].includes(found.kind)) return null;
  const all = selectionOf(state);
  const together = all.includes(held)
    ? all.filter((id) => locate(state.draft, id)?.kind === found.kind)
    : [held];
  const ids = inReadingOrder(state.draft, together);
  return {
    kind: found.kind as Movable,
    ids,
    label: ids.length === 1 ? nameOfPart(state.draft, held) : `${ids.length} parts`,
    drop: (place) => {
      const { draft, edit, selectAll } = store.getState();
      if (edit(moveTo(draft, ids, place))) selectAll(ids);
    },
  };
}

/** Follows a pointer with something in its hand: where it would land is shown and said. */
export function carryBy(store: EditorStore, load: Load, at: { x: number; y: number }): void {
  const { draft } = store.getState();
  const aim = aimAt(draft, load.kind, at.x, at.y);
  const isOrderOnly =
    aim !== null && load.ids.length > 0 && isPhoneOrderOnly(draft, load.ids, aim.place);
  useUi.setState({
    moving: {
      ...load,
      by: 'pointer',
      at,
      place: aim && (isOrderOnly ? aim.place : widePlace(draft, aim.place)),
      line: aim?.line ?? null,
      words: aim
        ? `${placeWords(draft, aim.place)}${isOrderOnly ? ', on phones only' : ''}`
        : 'not here',
    },
  });
}

/** Picks parts up by keyboard: arrows choose the place from now on. */
export function pickUp(store: EditorStore, held: string): void {
  const load = loadOf(store, held);
  const found = load && locate(store.getState().draft, load.ids[0]!);
  if (!load || !found?.parent) return;
  const place = { parent: found.parent, index: found.index };
  setPlace(store, load, place);
  say(
    `Picked up ${load.label}. Up and down arrows choose a place, Enter puts it there, Escape leaves it where it was.`,
  );
}

/** The place before or after the one that is aimed at. */
export function aimOn(store: EditorStore, by: -1 | 1): void {
  const { moving } = useUi.getState();
  if (!moving?.place) return;
  const places = dropPlaces(store.getState().draft, moving.kind);
  const same = (one: DropPlace) =>
    one.parent === moving.place!.parent && one.index === moving.place!.index;
  const next = places[places.findIndex(same) + by];
  if (!next) return say(by < 0 ? 'This is the first place.' : 'This is the last place.');
  setPlace(store, moving, next);
  say(`${useUi.getState().moving!.words}.`);
}

function setPlace(store: EditorStore, load: Load, place: DropPlace): void {
  const { draft } = store.getState();
  bringIntoSight(place.parent);
  useUi.setState({
    moving: {
      kind: load.kind,
      label: load.label,
      ids: load.ids,
      drop: load.drop,
      by: 'keys',
      at: null,
      place,
      line: lineFor(draft, load.kind, place),
      words: placeWords(draft, place),
    },
  });
}

function bringIntoSight(part: string): void {
  for (const inner of openFrames)
    inner.querySelector(`[data-part="${CSS.escape(part)}"]`)?.scrollIntoView({ block: 'nearest' });
}

export function putDown(): void {
  const { moving } = useUi.getState();
  useUi.setState({ moving: null });
  if (!moving?.place) return;
  moving.drop(moving.place);
  say(`${moving.label} is ${moving.words} now.`);
}

export function letGo(): void {
  const { moving } = useUi.getState();
  if (!moving) return;
  useUi.setState({ moving: null });
  say(`${moving.label} stays where it was.`);
}
