import type { ClientSheet } from '@plumgate/contract';
import {
  sequenceMergeGroups,
  stepKinds,
  type SequenceContent,
  type SequenceStep,
  type StepAction,
} from '@plumgate/core/followup';
import { samplePerson } from '@plumgate/core/emails';
import { fillOrKeep } from '@plumgate/core/messages';
import { weekdays } from '@plumgate/core/opening';
import { Trash2 } from 'lucide-react';
import { Button } from '../../ui/button.tsx';
import { Choice, SelectField, TextField, Tick } from '../../ui/field.tsx';
import type { Askable } from '../conditions/askable.ts';
import { OnlyPeople } from '../conditions/only-people.tsx';
import { useMergeFields } from '../clients/use-merge-fields.ts';
import { useSequenceSample } from './sample-values.ts';
import { ActionFields, newAction } from './step-parts.tsx';

const kindLabels = Object.fromEntries(
  Object.entries(stepKinds).map(([kind, { label }]) => [kind, label]),
);

/** When a step happens and what it does, beside it what one person would read. */
export function StepSettings({
  step,
  sheet,
  asks,
  others,
  event: counted,
  onChange,
  onRemove,
}: {
  step: SequenceStep;
  sheet: ClientSheet;
  asks: Askable;
  others: { id: string; name: string }[];
  event: SequenceContent['event'];
  onChange: (step: SequenceStep) => void;
  onRemove: () => void;
}) {
  const { action } = step;
  const groups = sequenceMergeGroups(counted);
  const offered = useMergeFields(sheet.id, groups);
  const sample = useSequenceSample(sheet, counted);
  const setAction = (changed: StepAction) => onChange({ ...step, action: changed });
  const fields = (
    <ActionFields
      action={action}
      others={others}
      choices={asks.choices}
      mergeFields={offered}
      to={{ clientId: sheet.id, groups, sample, onlyFor: step.onlyIf }}
      onChange={setAction}
    />
  );
  return (
    <div className={`grid gap-5 border-t border-line p-4 ${step.lane ? '' : 'lg:grid-cols-2'}`}>
      <div className="grid content-start gap-3">
        <WhenFields step={step} counted={counted} onChange={onChange} />
        {step.anchor === 'joined' && (
          <Tick
            label="Unless they have booked"
            help="Asked as the step falls due. Somebody with a booking does not get it."
            checked={step.unlessBooked}
            onChange={(unlessBooked) => onChange({ ...step, unlessBooked })}
          />
        )}
        <OnlyPeople
          label="Only if"
          help="Asked as the step falls due. Nobody else gets it."
          conditions={step.onlyIf}
          asks={asks}
          onChange={(onlyIf) => onChange({ ...step, onlyIf })}
        />
        <SelectField
          label="What it does"
          options={kindLabels}
          value={action.kind}
          onChange={(event) =>
            setAction(newAction(event.target.value as StepAction['kind'], others, asks.choices))
          }
        />
        {action.kind !== 'email' && fields}
        <div>
          <Button look="quiet" onClick={onRemove}>
            <Trash2 className="size-4" aria-hidden /> Remove the step
          </Button>
        </div>
      </div>
      {action.kind === 'email' ? fields : <AsRead action={action} fields={sample} />}
    </div>
  );
}

const unitsBefore = {
  ...{ minutes: 'minutes', hours: 'hours', days: 'days' },
  'business-days': 'business days',
};
const units = { ...unitsBefore, 'business-hours': 'business hours' };
const inDays = (unit: string): boolean => unit === 'days' || unit === 'business-days';
const weekdayOptions = Object.fromEntries(weekdays.map((name, index) => [index + 1, name]));

/** When a step happens, and what becomes of it when that moment is past as somebody joins. */
function WhenFields({
  step,
  counted,
  onChange,
}: {
  step: SequenceStep;
  counted: SequenceContent['event'];
  onChange: (step: SequenceStep) => void;
}) {
  const { delay } = step;
  const setDelay = (changes: {
    [Key in keyof typeof delay]?: (typeof delay)[Key] | undefined;
  }) => {
    const { weekday, ...rest } = { ...delay, ...changes };
    onChange({
      ...step,
      delay: { ...rest, ...(weekday !== undefined && { weekday }) } as typeof delay,
    });
  };
  const place = step.anchor === 'joined' ? 'joined' : step.side;
  return (
    <>
      <div className="grid grid-cols-[4.5rem_minmax(0,1fr)_minmax(0,1.2fr)] gap-2">
        <TextField
          label="Delay"
          type="number"
          min={0}
          max={1000}
          value={delay.amount}
          onChange={(event) => setDelay({ amount: event.target.valueAsNumber || 0 })}
        />
        <SelectField
          label="Unit"
          options={step.side === 'before' ? unitsBefore : units}
          value={delay.unit}
          onChange={(event) =>
            setDelay({
              unit: event.target.value as typeof delay.unit,
              ...(!inDays(event.target.value) && { at: null, weekday: undefined }),
            })
          }
        />
        <TextField
          label="At"
          type="time"
          disabled={!inDays(delay.unit)}
          value={delay.at ?? ''}
          help="empty for the same time"
          onChange={(event) => setDelay({ at: event.target.value || null })}
        />
      </div>
      {inDays(delay.unit) && (
        <SelectField
          label="Day of the week"
          options={{ '': 'any day', ...weekdayOptions }}
          value={delay.weekday ?? ''}
          onChange={(event) =>
            setDelay({ weekday: event.target.value ? Number(event.target.value) : undefined })
          }
        />
      )}
      <Choice
        label="Counts from"
        value={place}
        options={
          {
            joined: step.lane ? 'from here' : 'from sign-up',
            ...(counted.kind !== 'none' && {
              before: 'before the event',
              after: 'after the event',
            }),
          } as Record<'joined' | 'before' | 'after', string>
        }
        onChange={(chosen) =>
          onChange({
            ...step,
            anchor: chosen === 'joined' ? 'joined' : 'event',
            side: chosen === 'before' ? 'before' : 'after',
          })
        }
      />
      <Choice
        label="If late"
        value={step.late}
        options={{ skip: 'Skip', 'send-now': 'Send now' }}
        onChange={(late) => onChange({ ...step, late })}
      />
    </>
  );
}

function AsRead({
  action,
  fields,
}: {
  action: StepAction;
  fields: ReturnType<typeof useSequenceSample>;
}) {
  if (action.kind !== 'text') return null;
  return (
    <div>
      <p className="mb-1 text-xs font-semibold">Preview as {samplePerson.first_name}</p>
      <p className="w-fit max-w-xs rounded-2xl rounded-bl-sm bg-tide-tint px-3.5 py-2 break-words whitespace-pre-line text-tide">
        {fillOrKeep(action.body, fields)}
      </p>
    </div>
  );
}
