import type { Comparison, Operator } from '@plumgate/core/conditions';
import { InlineField, InlineSelect, Tick } from '../../ui/field.tsx';

const operatorLabels: Record<Operator, string> = {
  is: 'is',
  'is-one-of': 'is one of',
  contains: 'contains',
  'is-answered': 'is answered',
  'is-more-than': 'is more than',
  'is-less-than': 'is less than',
};

/** The first comparison of a kind with what there is to choose from. */
export function firstTest(op: Operator, offered: readonly string[] | null): Comparison {
  const [first = ''] = offered ?? [];
  switch (op) {
    case 'is-one-of':
      return { op, values: first ? [first] : [] };
    case 'is-answered':
      return { op };
    case 'is-more-than':
    case 'is-less-than':
      return { op, value: 0 };
    default:
      return { op, value: first };
  }
}

/** A comparison: how, and with what. */
export function ComparisonFields({
  test,
  operators,
  offered,
  answered = operatorLabels['is-answered'],
  onChange,
}: {
  test: Comparison;
  /** The ways to compare that make sense here. */
  operators: readonly Operator[];
  /** The only values there can be; null where it may be anything. */
  offered: readonly string[] | null;
  /** What it means that there is an answer at all. */
  answered?: string;
  onChange: (test: Comparison) => void;
}) {
  const labelOf = (op: Operator) => (op === 'is-answered' ? answered : operatorLabels[op]);
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <InlineSelect
        label="Comparison"
        options={Object.fromEntries(
          [...new Set([...operators, test.op])].map((op) => [op, labelOf(op)]),
        )}
        value={test.op}
        onChange={(op) => onChange(firstTest(op as Operator, offered))}
      />
      <TestValue test={test} offered={offered} onChange={onChange} />
    </div>
  );
}

/** What a value is compared with: one of those that are offered, or words. */
function TestValue({
  test,
  offered,
  onChange,
}: {
  test: Comparison;
  offered: readonly string[] | null;
  onChange: (test: Comparison) => void;
}) {
  switch (test.op) {
    case 'is-answered':
      return null;
    case 'is-more-than':
    case 'is-less-than':
      return (
        <InlineField
          label="Number"
          type="number"
          className="w-24"
          value={test.value}
          onChange={(text) => text !== '' && onChange({ ...test, value: Number(text) })}
        />
      );
    case 'is-one-of':
      return (
        <div className="grid w-full gap-1 pt-1">
          {[...new Set([...(offered ?? []), ...test.values])].map((value) => (
            <Tick
              key={value}
              label={value}
              checked={test.values.includes(value)}
              onChange={(isIn) =>
                onChange({
                  ...test,
                  values: isIn
                    ? [...test.values, value]
                    : test.values.filter((one) => one !== value),
                })
              }
            />
          ))}
        </div>
      );
    default:
      return offered ? (
        <InlineSelect
          label="Answer"
          className="min-w-0 flex-1"
          options={Object.fromEntries(
            [...new Set([...offered, test.value])].map((value) => [value, value || 'Choose']),
          )}
          value={test.value}
          onChange={(value) => onChange({ ...test, value })}
        />
      ) : (
        <InlineField
          label="Words"
          className="min-w-0 flex-1"
          maxLength={200}
          value={test.value}
          onChange={(value) => onChange({ ...test, value })}
        />
      );
  }
}
