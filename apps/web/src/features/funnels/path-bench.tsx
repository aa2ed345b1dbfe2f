import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { api, type PathBoard, type PathStep } from '@plumgate/contract';
import { createContext, useContext, type ReactNode } from 'react';
import { call } from '../../api/call.ts';
import { useAct } from '../../ui/use-act.ts';

/** What is dragged on the Path: a step to another place, or the end of a wire to another step. */
export type Dragged = { kind: 'step'; name: string } | { kind: 'wire'; from: string; name: string };

const Grip = createContext<Record<string, unknown> | null>(null);
/** What the handle of a step is dragged by, with pointer or keys. */
export const useGrip = () => useContext(Grip) ?? {};

/** The table that steps and wires are moved on. */
export function PathBench({ board, children }: { board: PathBoard; children: ReactNode }) {
  const act = useAct();
  const { steps, funnel } = board;
  const ids = steps.map(({ pageId }) => pageId);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const nameOf = (id: unknown) => steps.find(({ pageId }) => pageId === id)?.name ?? 'nowhere';
  const place = (id: unknown) => ids.indexOf(id as PathStep['pageId']) + 1;

  const order = (pages: typeof ids) =>
    call(api.orderSteps, { params: { funnelId: funnel.id }, body: { pages } });
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const dragged = active.data.current as Dragged;
    const to = over.id as PathStep['pageId'];
    if (dragged.kind === 'wire') {
      const from = steps.find(({ pageId }) => pageId === dragged.from)!;
      if (to !== from.pageId && to !== from.next) void act(() => led(from, to, nameOf(to)));
      return;
    }
    const pages = moved(ids, ids.indexOf(active.id as (typeof ids)[number]), ids.indexOf(to));
    if (String(pages) === String(ids)) return;
    void act(async () => {
      await order(pages);
      return {
        said: `${dragged.name} is step ${pages.indexOf(active.id as (typeof ids)[number]) + 1} now. Visitors go the new way once it is published.`,
        undo: () => order(ids),
      };
    });
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) => `Picked up ${(active.data.current as Dragged).name}.`,
    onDragOver: ({ active, over }) =>
      (active.data.current as Dragged).kind === 'wire'
        ? `Leads to ${nameOf(over?.id)}.`
        : `${(active.data.current as Dragged).name} would be step ${place(over?.id)}.`,
    onDragEnd: ({ active }) => `Put down ${(active.data.current as Dragged).name}.`,
    onDragCancel: () => 'Nothing was moved.',
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable:
            'Press the space bar to pick it up, the arrow keys to move it, the space bar again to put it down, Escape to leave it.',
        },
      }}
    >
      <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** Leads a step elsewhere, with what takes it back. */
async function led(from: PathStep, to: PathStep['pageId'], name: string) {
  const draw = (next: PathStep['pageId']) =>
    call(api.drawWire, { params: { pageId: from.pageId }, body: { to: next, by: null } });
  await draw(to);
  const before = from.next;
  return {
    said: `${from.name} leads to ${name} now. Visitors go there once it is published.`,
    ...(before && { undo: () => draw(before) }),
  };
}

const moved = <One,>(list: One[], from: number, to: number): One[] =>
  list.toSpliced(from, 1).toSpliced(to, 0, list[from]!);

/** A step's place among the others, with its way on: what is dragged, and what a wire is dropped on. */
export function StepPlace({ step, children }: { step: PathStep; children: ReactNode }) {
  const data: Dragged = { kind: 'step', name: step.name };
  const sorted = useSortable({ id: step.pageId, data });
  const isWire = (sorted.active?.data.current as Dragged | undefined)?.kind === 'wire';
  const x = isWire ? 0 : (sorted.transform?.x ?? 0);
  return (
    <div
      ref={sorted.setNodeRef}
      className={`flex max-md:flex-col max-md:gap-6 ${sorted.isDragging ? 'z-10 opacity-80' : ''} ${isWire && sorted.isOver ? 'rounded-card outline-3 outline-offset-4 outline-plum' : ''}`}
      style={{ transform: x ? `translateX(${x}px)` : undefined, transition: sorted.transition }}
    >
      <Grip value={{ ...sorted.attributes, ...sorted.listeners }}>{children}</Grip>
    </div>
  );
}
