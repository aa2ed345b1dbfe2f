import { useId } from 'react';

/**
 * A measure in a few steps, with the exact value behind them: as the brand says, a step, or any value by the slider or
 * typed. `usual` is what the brand gives it, so that the slider begins there.
 */
export function MeasureField({
  label,
  first = 'Brand',
  unit,
  value,
  usual,
  steps,
  limits: [least, most],
  onChange,
}: {
  label: string;
  /** What it is called when nothing is set. */
  first?: string;
  unit: 'px' | '%';
  value: number | undefined;
  usual: number;
  steps: Record<string, number>;
  limits: readonly [number, number];
  onChange: (value: number | undefined) => void;
}) {
  const id = useId();
  const take = (typed: string) => {
    const next = Math.round(Number(typed));
    if (typed !== '' && Number.isFinite(next)) onChange(Math.max(least, Math.min(most, next)));
  };
  return (
    <div role="group" aria-labelledby={id} className="grid gap-1.5">
      <div className="flex items-center justify-between gap-2">
        <span id={id} className="text-xs font-semibold">
          {label}
        </span>
        <span className="flex items-center gap-1 text-xs text-muted">
          <input
            type="number"
            aria-label={`${label}, exact, in ${unit === '%' ? 'percent' : 'pixels'}`}
            className="h-7 w-16 rounded-control border border-strong-line bg-sheet px-1.5 text-right text-[13px] text-ink tabular-nums"
            min={least}
            max={most}
            value={value ?? ''}
            placeholder={String(usual)}
            onChange={(event) => take(event.target.value)}
          />
          {unit}
        </span>
      </div>
      <div className="flex rounded-control border border-strong-line bg-sheet p-0.5">
        <Step text={first} isChosen={value === undefined} onChoose={() => onChange(undefined)} />
        {Object.entries(steps).map(([text, step]) => (
          <Step key={text} text={text} isChosen={value === step} onChoose={() => onChange(step)} />
        ))}
      </div>
      <input
        type="range"
        aria-label={`${label}, slider`}
        className="accent-plum"
        min={least}
        max={most}
        value={value ?? usual}
        onChange={(event) => take(event.target.value)}
      />
    </div>
  );
}

const Step = ({
  text,
  isChosen,
  onChoose,
}: {
  text: string;
  isChosen: boolean;
  onChoose: () => void;
}) => (
  <button
    type="button"
    aria-pressed={isChosen}
    className="flex-1 rounded-md px-1 py-0.5 text-[13px] aria-pressed:bg-plum-tint aria-pressed:font-semibold aria-pressed:text-plum-dark"
    onClick={onChoose}
  >
    {text}
  </button>
);
