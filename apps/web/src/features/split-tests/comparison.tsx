import type { VariationView } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { signedPoints } from './test-words.ts';

/** The variations of a test below each other: how many came, how many did what decides, and what chance leaves open. */
export function Comparison({ variations, did }: { variations: VariationView[]; did: string }) {
  const rateEnd = Math.max(
    0.02,
    ...variations.map(({ rate, visitors }) => (visitors ? rate.high : 0)),
  );
  const reach = Math.max(
    0.01,
    ...variations.map(({ difference: d }) => (d ? Math.max(Math.abs(d.low), Math.abs(d.high)) : 0)),
  );
  return (
    <div className="overflow-x-auto rounded-card border border-line bg-sheet">
      <table className="w-full min-w-[640px] text-left">
        <thead className="text-xs text-muted">
          <tr className="[&>th]:px-4 [&>th]:py-2.5 [&>th]:font-medium">
            <th scope="col">Variation</th>
            <th scope="col" className="text-right">
              Visitors
            </th>
            <th scope="col" className="text-right">
              Who {did}
            </th>
            <th scope="col">Rate, and where it likely lies</th>
            <th scope="col">More than A, of 100 visitors</th>
          </tr>
        </thead>
        <tbody>
          {variations.map((one) => (
            <Row key={one.variationId} variation={one} {...{ rateEnd, reach }} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({
  variation: { letter, change, visitors, conversions, rate, difference },
  rateEnd,
  reach,
}: {
  variation: VariationView;
  rateEnd: number;
  reach: number;
}) {
  return (
    <tr className="border-t border-line align-middle tabular-nums [&>td]:px-4 [&>td]:py-3">
      <th scope="row" className="max-w-64 px-4 py-3 font-normal">
        <span className="flex items-baseline gap-2.5">
          <span className="font-title text-lg font-semibold text-plum-dark">{letter}</span>
          <span className="min-w-0 break-words">
            {change || (letter === 'A' ? 'The page as it is' : 'The page’s draft')}
          </span>
        </span>
      </th>
      <td className="text-right">{visitors.toLocaleString('en-US')}</td>
      <td className="text-right">{conversions.toLocaleString('en-US')}</td>
      <td>
        <Span
          low={rate.low / rateEnd}
          high={rate.high / rateEnd}
          dot={rate.value === null ? null : rate.value / rateEnd}
          tone="plum"
          words={
            rate.value === null
              ? '–'
              : `${shareText(rate.value, 1)} · ${shareText(rate.low, 1)} to ${shareText(rate.high, 1)}`
          }
          isEmpty={visitors === 0}
        />
      </td>
      <td>
        {difference && (
          <Span
            low={(difference.low / reach + 1) / 2}
            high={(difference.high / reach + 1) / 2}
            zero={0.5}
            tone={difference.low > 0 ? 'leaf' : difference.high < 0 ? 'brick' : 'muted'}
            words={`${signedPoints(difference.low)} to ${signedPoints(difference.high)}`}
            isEmpty={visitors === 0}
          />
        )}
      </td>
    </tr>
  );
}

const tones = {
  plum: { bar: 'bg-plum/30', dot: 'bg-plum' },
  leaf: { bar: 'bg-leaf', dot: 'bg-leaf' },
  brick: { bar: 'bg-brick', dot: 'bg-brick' },
  muted: { bar: 'bg-muted/50', dot: 'bg-muted' },
} as const;

const percent = (share: number) => `${100 * Math.min(1, Math.max(0, share))}%`;

/** From one bound to the other on a line, all as shares of its length, with the same in words below. */
function Span({
  low,
  high,
  dot = null,
  zero = null,
  tone,
  words,
  isEmpty,
}: {
  low: number;
  high: number;
  dot?: number | null;
  zero?: number | null;
  tone: keyof typeof tones;
  words: string;
  isEmpty: boolean;
}) {
  if (isEmpty) return <span className="text-muted">nobody yet</span>;
  return (
    <span className="grid max-w-60 gap-1">
      <span aria-hidden className="relative block h-3">
        <span className="absolute inset-x-0 top-1/2 h-px bg-line" />
        {zero !== null && (
          <span
            className="absolute inset-y-0 w-px bg-strong-line"
            style={{ left: percent(zero) }}
          />
        )}
        <span
          className={`absolute top-1/2 h-1.5 -translate-y-1/2 rounded-full ${tones[tone].bar}`}
          style={{ left: percent(low), right: percent(1 - high) }}
        />
        {dot !== null && (
          <span
            className={`absolute top-1/2 size-2.5 -translate-1/2 rounded-full ${tones[tone].dot}`}
            style={{ left: percent(dot) }}
          />
        )}
      </span>
      <span className="text-[13px]">{words}</span>
    </span>
  );
}
