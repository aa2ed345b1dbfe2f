import { waitsForWords, type StepAction, type WaitsFor } from '@plumgate/core/followup';
import { SelectField, TextField } from '../../ui/field.tsx';

type WaitAction = Extract<StepAction, { kind: 'wait' }>;

const starters: Record<WaitsFor['when'], WaitsFor> = {
  replied: { when: 'replied' },
  booked: { when: 'booked' },
  clicked: { when: 'clicked' },
  opened: { when: 'opened' },
  tagged: { when: 'tagged', tag: 'new' },
};
const options = {
  ...(Object.fromEntries(
    Object.entries(starters).map(([when, starter]) => [when, waitsForWords(starter)]),
  ) as Record<WaitsFor['when'], string>),
  tagged: 'they are tagged',
};

/** What a step waits for, and for how long at most. */
export function WaitFields({
  action,
  onChange,
}: {
  action: WaitAction;
  onChange: (action: WaitAction) => void;
}) {
  const { until, atMost } = action;
  return (
    <>
      <SelectField
        label="Wait until"
        options={options}
        value={until.when}
        onChange={({ target }) =>
          onChange({ ...action, until: starters[target.value as WaitsFor['when']] })
        }
      />
      {until.when === 'tagged' && (
        <TextField
          label="Tag"
          maxLength={40}
          value={until.tag}
          onChange={({ target }) => onChange({ ...action, until: { ...until, tag: target.value } })}
        />
      )}
      <div className="grid grid-cols-[6rem_minmax(0,1fr)] gap-2">
        <TextField
          label="At most"
          type="number"
          min={1}
          max={1000}
          value={atMost.amount}
          onChange={({ target }) =>
            onChange({ ...action, atMost: { ...atMost, amount: target.valueAsNumber || 1 } })
          }
        />
        <SelectField
          label="Unit"
          options={{ minutes: 'minutes', hours: 'hours', days: 'days' }}
          value={atMost.unit}
          onChange={({ target }) =>
            onChange({
              ...action,
              atMost: { ...atMost, unit: target.value as typeof atMost.unit },
            })
          }
        />
      </div>
    </>
  );
}
