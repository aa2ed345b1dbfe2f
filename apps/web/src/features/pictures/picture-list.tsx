import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { Picture } from '@plumgate/contract';
import type { PictureRef } from '@plumgate/core/basics';
import { GripVertical, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, IconButton } from '../../ui/button.tsx';
import { refOf } from './picture-files.ts';
import { ShelfFrame, useSending } from './shelf-frame.tsx';

type Items = { picture: PictureRef; alt: string }[];

/** Pictures in their order, each with what it shows, and the way to more. */
export function PictureList({
  items,
  onChange,
  isFolded = false,
  most = 24,
}: {
  items: Items;
  onChange: (items: Items) => void;
  /** How many there may be. */
  most?: number;
  /** The shelf is shown only once somebody asks for it. */
  isFolded?: boolean;
}) {
  const [isOpen, setOpen] = useState(!isFolded);
  return (
    <>
      {items.length > 0 && <InOrder items={items} onChange={onChange} />}
      {!isOpen && (
        <div>
          <Button onClick={() => setOpen(true)}>Add pictures</Button>
        </div>
      )}
      {isOpen && items.length < most && (
        <MorePictures
          room={most - items.length}
          onAdd={(pictures) =>
            onChange([...items, ...pictures.map((one) => ({ picture: refOf(one), alt: '' }))])
          }
        />
      )}
    </>
  );
}

/** Pictures from the shelf, picked in the order in which they will stand, and new ones, many at once. */
function MorePictures({
  room,
  onAdd,
}: {
  room: number;
  onAdd: (pictures: readonly Picture[]) => void;
}) {
  const [picked, setPicked] = useState<Picture[]>([]);
  const { progress, sendAll } = useSending();
  const send = async (files: readonly File[]) => onAdd(await sendAll(files.slice(0, room)));
  const press = (picture: Picture) => {
    const others = picked.filter(({ id }) => id !== picture.id);
    if (others.length < picked.length) setPicked(others);
    else if (picked.length < room) setPicked([...picked, picture]);
  };
  return (
    <ShelfFrame
      isMany
      label="Add pictures"
      progress={progress}
      onFiles={(files) => void send(files)}
      chosen={picked.map(({ id }) => id)}
      onPress={press}
    >
      {picked.length > 0 && (
        <Button
          look="main"
          onClick={() => {
            onAdd(picked);
            setPicked([]);
          }}
        >
          {picked.length === 1 ? 'Add this picture' : `Add these ${picked.length} pictures`}
        </Button>
      )}
    </ShelfFrame>
  );
}

/** The pictures of the gallery: dragged, or picked up with the space bar and moved by the arrow keys. */
function InOrder({ items, onChange }: { items: Items; onChange: (items: Items) => void }) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // The same picture may be there twice: a place in the list is told by its number.
  const places = items.map((_item, index) => String(index));
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id)
      onChange(arrayMove(items, Number(active.id), Number(over.id)));
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <SortableContext items={places} strategy={verticalListSortingStrategy}>
        <ol className="grid gap-2">
          {items.map((item, index) => (
            <InGallery
              key={index}
              index={index}
              item={item}
              onAlt={(alt) => onChange(items.with(index, { ...item, alt }))}
              onRemove={() => onChange(items.toSpliced(index, 1))}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function InGallery({
  index,
  item,
  onAlt,
  onRemove,
}: {
  index: number;
  item: Items[number];
  onAlt: (alt: string) => void;
  onRemove: () => void;
}) {
  const { setNodeRef, attributes, listeners, transform, isDragging } = useSortable({
    id: String(index),
  });
  return (
    <li
      ref={setNodeRef}
      className={`flex items-center gap-1.5 rounded-control bg-sheet ${isDragging ? 'relative z-10 shadow-sm' : ''}`}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined }}
    >
      <IconButton
        label={`Move picture ${index + 1}`}
        className="w-5 cursor-grab touch-none"
        {...attributes}
        {...listeners}
      >
        <GripVertical />
      </IconButton>
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
        onChange={(event) => onAlt(event.target.value)}
      />
      <IconButton label={`Remove picture ${index + 1}`} onClick={onRemove}>
        <Trash2 />
      </IconButton>
    </li>
  );
}
