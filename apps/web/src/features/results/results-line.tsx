import type { ResultNote, ResultRow } from '@plumgate/contract';
import { daysIn, type Period } from '@plumgate/core/results';
import { wilson } from '@plumgate/core/statistics';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { shortDay } from '../../ui/when.ts';
import { markedDays } from './result-notes.tsx';
import { Temporal } from 'temporal-polyfill';

/** The rate over time is that of so many days up to each, so that a quiet day is no cliff. */
const windowDays = 7;
const height = 220;

/** The rate of the seven days up to each day, with what chance leaves open. */
export function ResultsLine({
  days,
  period,
  notes,
}: {
  days: readonly ResultRow[];
  period: Period;
  /** What happened: its days are marked. */
  notes: readonly ResultNote[];
}) {
  const points = pointsOf(days, period);
  if (points.length < 2) return null;
  const ticks = ticksUpTo(Math.max(...points.map(({ band }) => band[1])));
  return (
    <figure className="rounded-card border border-line bg-sheet p-4">
      <div aria-hidden>
        <ResponsiveContainer width="100%" height={height} initialDimension={{ width: 900, height }}>
          {/* The keys would lead into it, where there is nothing but what the words below say. */}
          <ComposedChart
            accessibilityLayer={false}
            data={points}
            margin={{ top: 8, right: 16, left: 0, bottom: 0 }}
          >
            <CartesianGrid vertical={false} stroke="var(--color-line)" />
            <XAxis
              dataKey="day"
              tickFormatter={shortDay}
              tickLine={false}
              axisLine={false}
              minTickGap={64}
              tick={{ fill: 'var(--color-muted)', fontSize: 12 }}
            />
            <YAxis
              domain={[0, ticks.at(-1)!]}
              ticks={ticks}
              tickFormatter={(share: number) => `${Math.round(share * 100)}%`}
              width={44}
              tickLine={false}
              axisLine={false}
              tick={{ fill: 'var(--color-muted)', fontSize: 12 }}
            />
            <Area
              dataKey="band"
              stroke="none"
              fill="var(--color-plum-tint)"
              isAnimationActive={false}
            />
            {markedDays(notes).map((day, index) => (
              <ReferenceLine
                key={day}
                x={day}
                stroke="var(--color-strong-line)"
                strokeDasharray="3 3"
                label={{
                  ...{ value: index + 1, position: 'insideTopRight' as const },
                  ...{ fill: 'var(--color-ink)', fontSize: 12 },
                }}
              />
            ))}
            <Line
              dataKey="rate"
              stroke="var(--color-plum)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-xs text-muted">
        Visitors who become leads, over the {windowDays} days up to each day, with the 95% interval.
      </figcaption>
    </figure>
  );
}

/** Tenths from nothing to the first that is not below a share; fifths where those are many. */
function ticksUpTo(share: number): number[] {
  const step = share > 0.5 ? 2 : 1;
  const count = Math.ceil((share * 10) / step);
  return Array.from({ length: count + 1 }, (_, index) => (index * step) / 10);
}

interface Point {
  day: string;
  rate: number;
  band: [low: number, high: number];
}

/** A point for each day with visitors in its window; of a time that is longer than the window from its first whole one on. */
function pointsOf(days: readonly ResultRow[], { from, to }: Period): Point[] {
  const byDay = new Map(days.map((row) => [row.key, row]));
  const first = Temporal.PlainDate.from(from);
  const all = Array.from({ length: daysIn({ from, to }) }, (_, index) =>
    first.add({ days: index }).toString(),
  );
  return all.flatMap((day, index) => {
    if (all.length > windowDays && index < windowDays - 1) return [];
    const window = all
      .slice(Math.max(0, index - windowDays + 1), index + 1)
      .map((one) => byDay.get(one));
    const visitors = sum(window.map((row) => row?.visitors ?? 0));
    const converted = sum(window.map((row) => row?.conversions ?? 0));
    if (visitors === 0) return [];
    const { low, high } = wilson(converted, visitors);
    return [{ day, rate: converted / visitors, band: [low, high] as [number, number] }];
  });
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0);
