import { InlineSelect } from '../../ui/field.tsx';
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
    <div className="flex min-w-0 items-center gap-1.5 text-xs font-semibold">
      <span aria-hidden>{label}</span>
      <InlineSelect
        label={label}
        className="min-w-0 flex-1 text-[13px] font-normal"
        options={{ all: 'All', ...options }}
        value={value}
        onChange={(chosen) => onChange(chosen as Value | 'all')}
      />
    </div>
  );
}
