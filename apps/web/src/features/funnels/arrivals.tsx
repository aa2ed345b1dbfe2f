import type { PathBoard } from '@plumgate/contract';

const row = 46;
const top = 26;
/** Where the lines meet: the middle of the first step's picture. */
const meet = 124;
const width = 66;

/** Where first-time visitors came from, each with a line as wide as its share. */
export function Arrivals({ arrivals }: { arrivals: PathBoard['arrivals'] }) {
  const shown = arrivals.length > 6 ? [...arrivals.slice(0, 5), rest(arrivals.slice(5))] : arrivals;
  const all = shown.reduce((sum, { visitors }) => sum + visitors, 0);
  const height = Math.max(meet + 60, top + shown.length * row);
  let met = meet - 24;
  return (
    <section aria-label="Sources" className="flex shrink-0">
      <div className="w-40">
        <h2 className="h-[26px] font-sans text-xs font-semibold text-muted">Sources</h2>
        {shown.length === 0 && (
          <p className="text-muted">No visitors yet. Publish and send people there.</p>
        )}
        <ul className="grid gap-2">
          {shown.map(({ source, visitors }) => (
            <li
              key={source}
              className="flex h-[38px] items-center justify-between gap-2 rounded-control border border-line bg-sheet px-3 font-medium tabular-nums"
            >
              <span className="truncate" title={source}>
                {source}
              </span>
              <span>{visitors.toLocaleString('en-US')}</span>
            </li>
          ))}
        </ul>
      </div>
      <svg aria-hidden width={width} height={height} className="max-md:hidden">
        {shown.map(({ source, visitors }, index) => {
          const thick = Math.max(2, (visitors / all) * 48);
          const from = top + index * row + 19;
          const to = met + thick / 2;
          met += thick;
          return (
            <path
              key={source}
              d={`M0 ${from} C ${width / 2} ${from}, ${width / 2} ${to}, ${width} ${to}`}
              fill="none"
              stroke="var(--color-plum)"
              strokeOpacity=".3"
              strokeWidth={thick}
            />
          );
        })}
      </svg>
    </section>
  );
}

const rest = (arrivals: PathBoard['arrivals']) => ({
  source: `${arrivals.length} more`,
  visitors: arrivals.reduce((sum, { visitors }) => sum + visitors, 0),
});
