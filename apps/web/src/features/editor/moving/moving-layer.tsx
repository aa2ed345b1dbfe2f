import { useUi } from '../ui.ts';

/** The line where something would land with its place in words, what the pointer holds, and the spoken part of it. */
export function MovingLayer() {
  const moving = useUi((ui) => ui.moving);
  const said = useUi((ui) => ui.said);
  return (
    <>
      <p role="status" aria-live="assertive" className="sr-only">
        {said}
      </p>
      {moving?.line && (
        <div
          aria-hidden
          data-drop-line
          className="pointer-events-none fixed z-40 rounded-full bg-plum"
          style={{
            left: moving.line.x - (moving.line.width ? 0 : 2),
            top: moving.line.y - (moving.line.width ? 2 : 0),
            width: moving.line.width || 4,
            height: moving.line.width ? 4 : moving.line.height,
          }}
        >
          <span className="absolute -top-6 left-0 max-w-80 truncate rounded-control bg-plum px-2 py-0.5 text-xs font-semibold whitespace-nowrap text-sheet">
            {moving.words}
          </span>
        </div>
      )}
      {moving?.at && (
        <div
          aria-hidden
          className="pointer-events-none fixed z-50 max-w-60 truncate rounded-control border border-plum bg-sheet px-2.5 py-1 text-[13px] font-semibold shadow-sm"
          style={{ left: moving.at.x + 12, top: moving.at.y + 10 }}
        >
          {moving.label}
        </div>
      )}
    </>
  );
}
