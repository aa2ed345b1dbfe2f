import type { Area, AreaUnit } from '@plumgate/core/listings';
import { InlineSelect } from '../../ui/field.tsx';
import { NumberField } from '../../ui/number-field.tsx';

/** An area with its unit; none while the number is empty. */
export function AreaField({
  label,
  units,
  usual,
  area,
  problem,
  onChange,
}: {
  label: string;
  units: Partial<Record<AreaUnit, string>>;
  /** The unit that a new one begins with. */
  usual: AreaUnit;
  area: Area | null;
  problem: string | undefined;
  onChange: (area: Area | null) => void;
}) {
  return (
    <div className="grid grid-cols-[1fr_auto] items-end gap-1">
      <NumberField
        label={label}
        step={0.01}
        value={area?.amount ?? null}
        error={problem}
        onChange={(amount) =>
          onChange(amount === null ? null : { amount, unit: area?.unit ?? usual })
        }
      />
      <InlineSelect
        label={`Unit of ${label.toLowerCase()}`}
        className="h-9"
        options={units as Record<string, string>}
        value={area?.unit ?? usual}
        onChange={(unit) => area && onChange({ ...area, unit: unit as AreaUnit })}
      />
    </div>
  );
}
