import { drawnShares, spaces, type Band } from '@plumgate/core/page';
import { useRef, useState } from 'react';
import { useEditor, useEditorStore } from './store.ts';

/** What a selected band can be drawn by, on the canvas: its inner space, and the lines between its columns. */
export function BandHandles({ band }: { band: Band }) {
  const isSelected = useEditor((state) => state.selected === band.id);
  if (!isSelected) return null;
  return (
    <>
      <SpaceHandle band={band} />
      {band.columns.slice(1).map((column, index) => (
        <ShareHandle key={column.id} band={band} index={index} />
      ))}
    </>
  );
}

const grip: React.CSSProperties = {
  position: 'absolute',
  zIndex: 6,
  background: '#7A2E62',
  color: '#fff',
  font: '600 12px/1.4 system-ui,sans-serif',
  borderRadius: 99,
  touchAction: 'none',
  userSelect: 'none',
};

/** Watches a drag with the pointer captured; `onMove` gets how far it came from where it began. */
function useDraw(
  onBegin: () => void,
  onMove: (event: React.PointerEvent, dx: number, dy: number) => void,
) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    'data-handle': '',
    onPointerDown: (event: React.PointerEvent) => {
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = { x: event.clientX, y: event.clientY };
      onBegin();
    },
    onPointerMove: (event: React.PointerEvent) => {
      if (from.current)
        onMove(event, event.clientX - from.current.x, event.clientY - from.current.y);
    },
    onPointerUp: () => {
      from.current = null;
    },
  };
}

function SpaceHandle({ band }: { band: Band }) {
  const store = useEditorStore();
  const [shown, setShown] = useState(false);
  const began = useRef(0);
  const set = (space: number) =>
    store
      .getState()
      .edit(
        [{ do: 'set', id: band.id, changes: { space: Math.max(0, Math.min(spaces.most, space)) } }],
        `${band.id}.space`,
      );
  const hands = useDraw(
    () => {
      began.current = band.space;
      setShown(true);
    },
    (_event, _dx, dy) => set(Math.round(began.current + dy)),
  );
  return (
    <span
      {...hands}
      role="slider"
      tabIndex={0}
      aria-label="Inner space"
      aria-valuemin={0}
      aria-valuemax={spaces.most}
      aria-valuenow={band.space}
      style={{
        ...grip,
        left: '50%',
        bottom: 4,
        transform: 'translateX(-50%)',
        padding: '2px 12px',
        cursor: 'ns-resize',
      }}
      onFocus={() => setShown(true)}
      onBlur={() => setShown(false)}
      onKeyDown={(event) => {
        const by = { ArrowUp: -4, ArrowDown: 4 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        set(band.space + by);
      }}
    >
      {shown ? `Inner space ${band.space} px` : '↕'}
    </span>
  );
}

function ShareHandle({ band, index }: { band: Band; index: number }) {
  const store = useEditorStore();
  const handle = useRef<HTMLSpanElement>(null);
  const shares = band.columns.map(({ share }) => share);
  const set = (fraction: number) => {
    const drawn = drawnShares(shares, index, fraction);
    store.getState().edit(
      band.columns.flatMap((column, at) =>
        column.share === drawn[at]
          ? []
          : [{ do: 'set' as const, id: column.id, changes: { share: drawn[at] } }],
      ),
      `${band.id}.shares`,
    );
  };
  const hands = useDraw(
    () => {},
    (event) => {
      const columns = handle.current?.parentElement?.querySelectorAll(':scope>.columns>.column');
      const left = columns?.[index]?.getBoundingClientRect().left;
      const right = columns?.[index + 1]?.getBoundingClientRect().right;
      if (left !== undefined && right !== undefined && right > left)
        set((event.clientX - left) / (right - left));
    },
  );
  const both = shares[index]! + shares[index + 1]!;
  const before = shares.slice(0, index + 1).reduce((sum, share) => sum + share, 0);
  const total = shares.reduce((sum, share) => sum + share, 0);
  return (
    <span
      ref={handle}
      {...hands}
      className={band.phone === 'beside' ? '' : 'only-wide'}
      role="slider"
      tabIndex={0}
      aria-label={`Width of column ${index + 1}`}
      aria-valuemin={1}
      aria-valuemax={both - 1}
      aria-valuenow={shares[index]}
      style={{
        ...grip,
        top: '50%',
        left: `calc(50% + min(1080px, 100% - 48px) * ${before / total - 0.5})`,
        transform: 'translate(-50%,-50%)',
        width: 8,
        height: 56,
        cursor: 'ew-resize',
      }}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        const fine = drawnShares(shares, index, shares[index]! / both);
        const sum = fine[index]! + fine[index + 1]!;
        set((fine[index]! + by) / sum);
      }}
    />
  );
}
