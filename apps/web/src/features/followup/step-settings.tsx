import type { ClientSheet } from '@plumgate/contract';
import type { SequenceContent, SequenceStep, StepAction } from '@plumgate/core/followup';
import { countTextParts, fillOrKeep, mergeProblem } from '@plumgate/core/messages';
import { Trash2 } from 'lucide-react';
import { Button } from '../../ui/button.tsx';
import { Choice, LongField, SelectField, TextField } from '../../ui/field.tsx';
import { mergeFields } from './merge-fields.ts';
import { actionKinds, newAction } from './steps.ts';

/** When a step happens and what it does, beside it what one person would read. */
export function StepSettings({
  step,
  sheet,
  others,
  event: counted,
  onChange,
  onRemove,
}: {
  step: SequenceStep;
  sheet: ClientSheet;
  others: { id: string; name: string }[];
  event: SequenceContent['event'];
  onChange: (step: SequenceStep) => void;
  onRemove: () => void;
}) {
  const { delay, action } = step;
  const setAction = (changed: StepAction) => onChange({ ...step, action: changed });
  const setDelay = (changes: Partial<typeof delay>) =>
    onChange({ ...step, delay: { ...delay, ...changes } });
  const place = step.anchor === 'joined' ? 'joined' : step.side;
  return (
    <div className="grid gap-5 border-t border-line p-4 lg:grid-cols-2">
      <div className="grid content-start gap-3">
        <div className="grid grid-cols-3 gap-2">
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
            options={{ minutes: 'minutes', hours: 'hours', days: 'days' }}
            value={delay.unit}
            onChange={(event) =>
              setDelay({
                unit: event.target.value as typeof delay.unit,
                ...(event.target.value !== 'days' && { at: null }),
              })
            }
          />
          <TextField
            label="At"
            type="time"
            disabled={delay.unit !== 'days'}
            value={delay.at ?? ''}
            help="empty for the same time"
            onChange={(event) => setDelay({ at: event.target.value || null })}
          />
        </div>
        <Choice
          label="Counts from"
          value={place}
          options={
            {
              joined: 'from sign-up',
              ...(counted.kind !== 'none' && {
                before: 'back from the event',
                after: 'on from it',
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
          options={{ 'leave-out': 'Skip', 'send-now': 'Send now' }}
          onChange={(late) => onChange({ ...step, late })}
        />
        <SelectField
          label="What it does"
          options={actionKinds}
          value={action.kind}
          onChange={(event) =>
            setAction(newAction(event.target.value as StepAction['kind'], others))
          }
        />
        <ActionFields action={action} others={others} onChange={setAction} />
        <div>
          <Button look="quiet" onClick={onRemove}>
            <Trash2 className="size-4" aria-hidden /> Remove the step
          </Button>
        </div>
      </div>
      <AsRead action={action} fields={mergeFields(sheet, counted)} />
    </div>
  );
}

const wrong = (text: string) => mergeProblem(text) ?? undefined;
const fieldsHelp =
  'Merge fields: {{ person.first_name | default: "there" }}, {{ client.phone }}, {{ booking.when }}, {{ event.time }}, {{ answers.worry }}';

function ActionFields({
  action,
  others,
  onChange,
}: {
  action: StepAction;
  others: { id: string; name: string }[];
  onChange: (action: StepAction) => void;
}) {
  switch (action.kind) {
    case 'email':
      return (
        <>
          <TextField
            label="Subject"
            value={action.subject}
            error={wrong(action.subject)}
            onChange={(event) => onChange({ ...action, subject: event.target.value })}
          />
          <LongField
            label="Message"
            rows={12}
            value={action.body}
            error={wrong(action.body)}
            help={fieldsHelp}
            onChange={(event) => onChange({ ...action, body: event.target.value })}
          />
        </>
      );
    case 'text': {
      const { parts, left, encoding } = countTextParts(action.body);
      return (
        <LongField
          label="Text"
          rows={5}
          value={action.body}
          error={wrong(action.body)}
          help={`${parts} ${parts === 1 ? 'part' : 'parts'}, ${left} left in the last (${encoding}); merge fields change the length. Only to people who agreed to texts.`}
          onChange={(event) => onChange({ ...action, body: event.target.value })}
        />
      );
    }
    case 'tag':
    case 'untag':
      return (
        <TextField
          label="Tag"
          maxLength={40}
          value={action.tag}
          onChange={(event) => onChange({ ...action, tag: event.target.value })}
        />
      );
    case 'tell':
      return (
        <>
          <TextField
            label="Email address"
            type="email"
            value={action.email}
            onChange={(event) => onChange({ ...action, email: event.target.value })}
          />
          <LongField
            label="Message"
            rows={4}
            value={action.body}
            error={wrong(action.body)}
            help={fieldsHelp}
            onChange={(event) => onChange({ ...action, body: event.target.value })}
          />
        </>
      );
    case 'start':
      return others.length === 0 ? (
        <p className="text-muted">There is no other sequence to start yet.</p>
      ) : (
        <SelectField
          label="Sequence"
          options={Object.fromEntries(others.map((one) => [one.id, one.name]))}
          value={action.sequence}
          onChange={(event) => onChange({ ...action, sequence: event.target.value as never })}
        />
      );
    case 'end':
      return <p className="text-muted">The sequence ends here for this person.</p>;
  }
}

function AsRead({
  action,
  fields,
}: {
  action: StepAction;
  fields: ReturnType<typeof mergeFields>;
}) {
  if (action.kind !== 'email' && action.kind !== 'text') return null;
  return (
    <div>
      <p className="mb-1 text-xs font-semibold">Preview as Ana</p>
      {action.kind === 'email' ? (
        <div className="rounded-control bg-paper px-4 py-3">
          <p className="mb-2 border-b border-line pb-2 font-semibold">
            {fillOrKeep(action.subject, fields)}
          </p>
          <p className="break-words whitespace-pre-line">{fillOrKeep(action.body, fields)}</p>
        </div>
      ) : (
        <p className="w-fit max-w-xs rounded-2xl rounded-bl-sm bg-tide-tint px-3.5 py-2 break-words whitespace-pre-line text-tide">
          {fillOrKeep(action.body, fields)}
        </p>
      )}
    </div>
  );
}
