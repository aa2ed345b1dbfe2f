import type { Focus, PictureRef } from '@plumgate/core/basics';

/** The point of a picture that stays in sight, set by a press, a drag or the arrow keys. */
export function FocalPoint({
  picture,
  focus,
  onChange,
}: {
  picture: PictureRef;
  focus: Focus;
  onChange: (focus: Focus) => void;
}) {
  const clamp = (value: number) => Math.max(0, Math.min(100, Math.round(value)));
  const at = (event: React.PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    onChange({
      x: clamp(((event.clientX - box.left) / box.width) * 100),
      y: clamp(((event.clientY - box.top) / box.height) * 100),
    });
  };
  return (
    <div className="grid gap-1">
      <span className="text-xs font-semibold">Focal point</span>
      <div
        role="slider"
        tabIndex={0}
        aria-label="Focal point"
        aria-valuenow={focus.x}
        aria-valuetext={`${focus.x}% from the left, ${focus.y}% from the top`}
        className="relative cursor-crosshair touch-none overflow-hidden rounded-control border border-strong-line"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          at(event);
        }}
        onPointerMove={(event) => event.buttons === 1 && at(event)}
        onKeyDown={(event) => {
          const by = {
            ArrowLeft: [-5, 0],
            ArrowRight: [5, 0],
            ArrowUp: [0, -5],
            ArrowDown: [0, 5],
          }[event.key];
          if (!by) return;
          event.preventDefault();
          onChange({ x: clamp(focus.x + by[0]!), y: clamp(focus.y + by[1]!) });
        }}
      >
        <img
          src={`/~/pictures/${picture.id}-480.webp`}
          alt=""
          className="block w-full"
          draggable={false}
        />
        <span
          aria-hidden
          className="absolute size-5 -translate-1/2 rounded-full border-2 border-sheet bg-plum/60 shadow-sm"
          style={{ left: `${focus.x}%`, top: `${focus.y}%` }}
        />
      </div>
    </div>
  );
}
