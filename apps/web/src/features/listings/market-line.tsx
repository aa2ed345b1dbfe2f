import type { AreaReport } from '@plumgate/contract';
import {
  Bar,
  CartesianGrid,
  ComposedChart,
  Line,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';

const height = 240;

/** Two years of a neighborhood: what homes sold for, and how many were for sale. Months with too few sales have no price. */
export function MarketLine({
  months,
  money,
}: {
  months: AreaReport['months'];
  money: (amount: number) => string;
}) {
  const points = months.map(({ month, medianPrice, forSale, sold }) => ({
    ...{ month, forSale, sold },
    price: medianPrice.value,
  }));
  const priced = points.filter(({ price }) => price !== null).length;
  const [first, last] = [months[0]!, months.at(-1)!];
  const axis = { tickLine: false, axisLine: false, tick };
  return (
    <figure className="rounded-card border border-line bg-sheet p-4">
      <div aria-hidden>
        <ResponsiveContainer width="100%" height={height} initialDimension={{ width: 900, height }}>
          <ComposedChart accessibilityLayer={false} data={points}>
            <CartesianGrid vertical={false} stroke="var(--color-line)" />
            <XAxis dataKey="month" minTickGap={48} tickFormatter={monthWords} {...axis} />
            <YAxis
              yAxisId="price"
              width={84}
              tickFormatter={money}
              hide={priced === 0}
              domain={['auto', 'auto']}
              {...axis}
            />
            <YAxis yAxisId="homes" orientation="right" width={36} allowDecimals={false} {...axis} />
            <Bar
              yAxisId="homes"
              dataKey="forSale"
              fill="var(--color-plum-tint)"
              isAnimationActive={false}
            />
            <Line
              yAxisId="price"
              dataKey="price"
              stroke="var(--color-plum)"
              strokeWidth={2}
              connectNulls
              isAnimationActive={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="mt-2 text-xs text-muted">
        Line: median sale price by month, where at least five homes sold
        {priced === 0 ? ' (in no month so far)' : ''}. Bars: homes for sale at the end of the month,{' '}
        {first.forSale} in {monthWords(first.month)}, {last.forSale} now.
      </figcaption>
    </figure>
  );
}

const tick = { fill: 'var(--color-muted)', fontSize: 12 };

const monthWords = (month: string): string =>
  new Date(`${month}-01T00:00:00Z`).toLocaleDateString('en-US', {
    ...{ month: 'short', year: '2-digit', timeZone: 'UTC' },
  });
