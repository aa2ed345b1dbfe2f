import type { DayTest } from '@plumgate/core/conditions';
import { InlineField, InlineSelect } from '../../ui/field.tsx';

const labels: Record<DayTest['op'], string> = {
  'in-last': 'in the last',
  'longer-ago': 'more than … ago',
  'in-next': 'in the next',
  since: 'since',
  before: 'before',
  between: 'between',
  'comes-round': 'comes round within',
};
const units = { days: 'days', weeks: 'weeks', months: 'months' };

/** What a moment may be asked, and what a day of somebody's life may be, such as a birthday. */
export const momentOps = ['in-last', 'longer-ago', 'since', 'before', 'between'] as const;
export const dayOps = [...momentOps, 'in-next', 'comes-round'] as const;

function firstTest(op: DayTest['op'], today: string): DayTest {
  switch (op) {
    case 'in-last':
    case 'longer-ago':
    case 'in-next':
      return { op, amount: 30, unit: 'days' };
    case 'between':
      return { op, day: today, until: today };
    case 'comes-round':
      return { op, days: 7 };
    default:
      return { op, day: today };
  }
}

/** A test of a moment or of a day. */
export function DayTestFields({
  test,
  ops,
  today,
  onChange,
}: {
  test: DayTest;
  ops: readonly DayTest['op'][];
  /** The client's day, `2026-11-29`. */
  today: string;
  onChange: (test: DayTest) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <InlineSelect
        label="When"
        options={Object.fromEntries([...new Set([...ops, test.op])].map((op) => [op, labels[op]]))}
        value={test.op}
        onChange={(op) => onChange(firstTest(op as DayTest['op'], today))}
      />
      {'amount' in test && (
        <>
          <Amount
            value={test.amount}
            most={1000}
            onChange={(amount) => onChange({ ...test, amount })}
          />
          <InlineSelect
            label="Unit"
            options={units}
            value={test.unit}
            onChange={(unit) => onChange({ ...test, unit: unit as keyof typeof units })}
          />
        </>
      )}
      {test.op === 'comes-round' && (
        <>
          <Amount value={test.days} most={90} onChange={(days) => onChange({ ...test, days })} />
          days
        </>
      )}
      {'day' in test && (
        <Day label="Day" value={test.day} onChange={(day) => onChange({ ...test, day })} />
      )}
      {test.op === 'between' && (
        <>
          and
          <Day
            label="Last day"
            value={test.until}
            onChange={(until) => onChange({ ...test, until })}
          />
        </>
      )}
    </div>
  );
}

const Amount = ({
  value,
  most,
  onChange,
}: {
  value: number;
  most: number;
  onChange: (value: number) => void;
}) => (
  <InlineField
    label="How many"
    type="number"
    className="w-20"
    min={1}
    max={most}
    value={value}
    onChange={(text) => {
      const number = Math.round(Number(text));
      if (number >= 1 && number <= most) onChange(number);
    }}
  />
);

const Day = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (day: string) => void;
}) => (
  <InlineField
    label={label}
    type="date"
    value={value}
    onChange={(day) => {
      if (day) onChange(day);
    }}
  />
);
