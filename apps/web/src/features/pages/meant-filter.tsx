import { aims, trades, type Aim, type Trade } from '@plumgate/core/templates';

/** Narrows what is ready-made to an aim and a trade. */
export function MeantFilter({
  aim,
  trade,
  onAim,
  onTrade,
}: {
  aim: Aim | 'all';
  trade: Trade | 'all';
  onAim: (aim: Aim | 'all') => void;
  onTrade: (trade: Trade | 'all') => void;
}) {
  return (
    <>
      <Narrow label="Aim" options={aims} value={aim} onChange={onAim} />
      <Narrow label="Trade" options={trades} value={trade} onChange={onTrade} />
    </>
  );
}

function Narrow<Value extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: Record<Value, string>;
  value: Value | 'all';
  onChange: (value: Value | 'all') => void;
}) {
  return (
    <label className="flex min-w-0 items-center gap-1.5 text-xs font-semibold">
      <span>{label}</span>
      <select
        className="h-8 min-w-0 flex-1 rounded-control border border-strong-line bg-sheet px-2 text-[13px] font-normal"
        value={value}
        onChange={(event) => onChange(event.target.value as Value | 'all')}
      >
        <option value="all">All</option>
        {(Object.entries(options) as [Value, string][]).map(([option, text]) => (
          <option key={option} value={option}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}
