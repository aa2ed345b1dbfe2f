import { shareText } from '@plumgate/core/results';
import { fewestForRate, wilson } from '@plumgate/core/statistics';

/** The scale ends at 40%: the best local pages reach 27% (common practice, no source). */
const scaleEnd = 0.4;
const onScale = (share: number) => `${(100 * Math.min(share, scaleEnd)) / scaleEnd}%`;

/** A rate with what chance alone leaves open: a dot on a line. Below 50 visitors it says that they are too few. */
export function RateDot({ part, whole }: { part: number; whole: number }) {
  if (whole === 0) return <span className="text-muted">–</span>;
  const { low, high } = wilson(part, whole);
  if (whole < fewestForRate)
    return (
      <span className="text-xs text-muted" title={`${part} of ${whole}`}>
        too few to say
      </span>
    );
  const words = `${part} of ${whole}: between ${shareText(low, 1)} and ${shareText(high, 1)}, 95% sure`;
  return (
    <span className="inline-grid justify-items-end gap-0.5" title={words}>
      <span>{shareText(part, whole)}</span>
      <span className="sr-only">{words}</span>
      <span aria-hidden className="relative block h-1.5 w-20">
        <span className="absolute inset-x-0 top-1/2 h-px bg-line" />
        <span
          className="absolute top-1/2 h-0.5 -translate-y-1/2 rounded bg-strong-line"
          style={{
            left: onScale(low),
            right: `calc(100% - ${onScale(high)})`,
          }}
        />
        <span
          className="absolute top-1/2 size-1.5 -translate-1/2 rounded-full bg-plum"
          style={{ left: onScale(part / whole) }}
        />
      </span>
    </span>
  );
}
