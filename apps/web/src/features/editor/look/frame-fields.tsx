import { mostInner, withBoxPart, type Frame, type Inner } from '@plumgate/core/page';
import { Choice, Tick } from '../../../ui/field.tsx';
import { CornersField } from './corners-field.tsx';
import { EdgeField } from './edge-field.tsx';

const shadows = { brand: 'Brand', s0: 'None', s1: 'Light', s2: 'Soft', s3: 'Deep' } as const;
const sides = ['top', 'right', 'bottom', 'left'] as const;

/** The line, corners, shadow and inner space of a band, a column or a form. `usual` is the inner space that it has by itself, in px. */
export function FrameFields<Of extends Frame>({
  frame,
  usual,
  fullHeight,
  onChange,
}: {
  frame: Of;
  usual: { inner: Inner; corners: number };
  /** What full height means here; left out where there is no such thing. */
  fullHeight?: string;
  onChange: (frame: Of, part: keyof Frame) => void;
}) {
  const set =
    <Part extends keyof Frame>(part: Part) =>
    (value: Of[Part] | undefined) =>
      onChange(withBoxPart(frame as never, part as never, value as never) as Of, part);
  return (
    <>
      <EdgeField value={frame.edge} usual={0} onChange={set('edge')} />
      <CornersField value={frame.corners} usual={usual.corners} onChange={set('corners')} />
      <Choice
        label="Shadow"
        value={frame.shadow === undefined ? 'brand' : `s${frame.shadow}`}
        options={shadows}
        onChange={(shadow) =>
          set('shadow')((shadow === 'brand' ? undefined : Number(shadow[1])) as Of['shadow'])
        }
      />
      <InnerField value={frame.inner} usual={usual.inner} onChange={set('inner')} />
      {fullHeight && (
        <Tick
          label={fullHeight}
          checked={frame.fullHeight ?? false}
          onChange={(isFull) => set('fullHeight')((isFull ? true : undefined) as Of['fullHeight'])}
        />
      )}
    </>
  );
}

/** Inner space by side. */
function InnerField({
  value,
  usual,
  onChange,
}: {
  value: Inner | undefined;
  usual: Inner;
  onChange: (value: Inner | undefined) => void;
}) {
  const now = value ?? usual;
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 flex w-full items-center justify-between text-xs font-semibold">
        Inner space by side, in pixels
      </legend>
      <div className="grid grid-cols-4 gap-1.5">
        {sides.map((side) => (
          <label key={side} className="grid gap-0.5 text-xs text-muted capitalize">
            {side}
            <input
              type="number"
              className="h-8 w-full rounded-control border border-strong-line bg-sheet px-1.5 text-[13px] text-ink tabular-nums"
              min={0}
              max={mostInner}
              value={now[side]}
              onChange={(event) => {
                const next = Math.round(Number(event.target.value));
                onChange({ ...now, [side]: Math.max(0, Math.min(mostInner, next || 0)) });
              }}
            />
          </label>
        ))}
      </div>
      {value && (
        <button
          type="button"
          className="justify-self-start text-xs font-semibold text-plum-dark hover:underline"
          onClick={() => onChange(undefined)}
        >
          As the brand says
        </button>
      )}
    </fieldset>
  );
}
