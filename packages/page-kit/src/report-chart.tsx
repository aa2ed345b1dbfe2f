import { shortDay, type ReportSheet } from '@plumgate/core/reports';
import { Temporal } from 'temporal-polyfill';

const [width, height, foot] = [800, 190, 22];

/** Visitors of each day as columns, and of them leads as darker ones, on one scale from nothing: drawn without script, for paper. */
export function ReportChart({
  sheet: { days, numbers, period },
  locale,
}: {
  sheet: ReportSheet;
  locale: string;
}) {
  const byDay = new Map(days.map((day) => [day.day, day]));
  const all = daysFrom(period.from, period.to).map(
    (day) => byDay.get(day) ?? { day, visitors: 0, leads: 0 },
  );
  const most = Math.max(1, ...all.map(({ visitors, leads }) => Math.max(visitors, leads)));
  const step = width / all.length;
  const tall = (value: number) => ((height - foot - 16) * value) / most;
  const column = (value: number, index: number, share: number) => ({
    x: index * step + (step * (1 - share)) / 2,
    y: height - foot - tall(value),
    width: step * share,
    height: tall(value),
  });
  const words = `${numbers.visitors.toLocaleString(locale)} visitors and ${numbers.leads.toLocaleString(locale)} leads; at most ${most.toLocaleString(locale)} visitors on a day.`;
  return (
    <figure>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words} width="100%">
        <line
          x1="0"
          x2={width}
          y1={height - foot}
          y2={height - foot}
          stroke="currentColor"
          strokeOpacity=".3"
        />
        <text x="0" y="10" fontSize="12" fill="currentColor" fillOpacity=".72">
          {most.toLocaleString(locale)}
        </text>
        {all.map(({ day, visitors, leads }, index) => (
          <g key={day}>
            <rect {...column(visitors, index, 0.72)} fill="var(--action)" fillOpacity=".3" />
            <rect {...column(leads, index, 0.72)} fill="var(--action)" />
            {index % 7 === 0 && (
              <text
                x={index * step}
                y={height - 6}
                fontSize="12"
                fill="currentColor"
                fillOpacity=".72"
              >
                {shortDay(day, locale)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <figcaption className="quiet">Light: visitors. Dark: leads.</figcaption>
    </figure>
  );
}

function daysFrom(from: string, to: string): string[] {
  const first = Temporal.PlainDate.from(from);
  const { days } = first.until(to, { largestUnit: 'day' });
  return Array.from({ length: days + 1 }, (_, index) => first.add({ days: index }).toString());
}
