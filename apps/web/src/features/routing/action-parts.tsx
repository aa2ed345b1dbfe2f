import type { ConditionChoices } from '@plumgate/contract';
import type { RuleAction } from '@plumgate/core/routing';
import type { ReactNode } from 'react';
import { InlineField } from '../../ui/field.tsx';
import { NamedSelect } from '../conditions/named-select.tsx';
import { Keeps } from './keeps.tsx';
import { TurnsValue } from './turns-value.tsx';

type ActionOf<Kind extends RuleAction['kind']> = Extract<RuleAction, { kind: Kind }>;

/** A kind of action in the editor: what a new one starts with, and where its value is chosen. */
interface ActionPart<Kind extends RuleAction['kind']> {
  starter: (choices: ConditionChoices) => ActionOf<Kind>;
  value: (part: ValuePart<Kind>) => ReactNode;
}

interface ValuePart<Kind extends RuleAction['kind']> {
  action: ActionOf<Kind>;
  choices: ConditionChoices;
  label: string;
  onChange: (action: RuleAction) => void;
}

const wide = 'min-w-0 flex-1';

const TagValue = ({ action, label, onChange }: ValuePart<'tag' | 'untag'>) => (
  <InlineField
    label={label}
    className={wide}
    maxLength={40}
    value={action.tag}
    onChange={(tag) => onChange({ ...action, tag })}
  />
);

const firstSequence = ({ sequence }: ConditionChoices) => (sequence[0]?.id ?? '') as never;

const SequenceValue = ({ action, choices, label, onChange }: ValuePart<'start' | 'stop'>) => (
  <NamedSelect
    label={label}
    among={choices.sequence}
    value={action.sequence}
    onChange={(sequence) => onChange({ ...action, sequence: sequence as never })}
  />
);

/** The part of each kind of action; a kind that core adds is missing here until it has one. */
const parts: { [Kind in RuleAction['kind']]: ActionPart<Kind> } = {
  tag: {
    starter: () => ({ kind: 'tag', tag: 'new' }),
    value: (part) => <TagValue {...part} />,
  },
  untag: {
    starter: () => ({ kind: 'untag', tag: 'new' }),
    value: (part) => <TagValue {...part} />,
  },
  assign: {
    starter: ({ user }) => ({ kind: 'assign', to: (user[0]?.id ?? '') as never }),
    value: ({ action, choices, label, onChange }) => (
      <>
        <NamedSelect
          label={label}
          among={choices.user}
          value={action.to}
          onChange={(to) => onChange({ ...action, to: to as never })}
        />
        <Keeps action={action} onChange={onChange} />
      </>
    ),
  },
  turns: {
    starter: ({ user }) => ({
      kind: 'turns',
      among: user.slice(0, 2).map(({ id }) => ({ to: id as never, weight: 1 })),
      keeps: true,
    }),
    value: (part) => <TurnsValue {...part} />,
  },
  value: {
    starter: () => ({ kind: 'value', units: 1000 }),
    value: ({ action, label, onChange }) => (
      <InlineField
        label={label}
        type="number"
        className="w-32"
        min={0}
        step="any"
        value={action.units}
        onChange={(units) => onChange({ ...action, units: Number(units) })}
      />
    ),
  },
  field: {
    starter: ({ fields }) => ({ kind: 'field', field: fields[0]?.key ?? '', typed: '' }),
    value: ({ action, choices, label, onChange }) => (
      <>
        <NamedSelect
          label={label}
          among={choices.fields.map(({ key, name }) => ({ id: key, name }))}
          value={action.field}
          onChange={(field) => onChange({ ...action, field })}
        />
        to
        <InlineField
          label={`${label}, what it becomes`}
          className={wide}
          maxLength={1000}
          value={action.typed}
          onChange={(typed) => onChange({ ...action, typed })}
        />
      </>
    ),
  },
  stage: {
    starter: ({ stage }) => ({ kind: 'stage', to: (stage[0]?.id ?? '') as never }),
    value: ({ action, choices, label, onChange }) => (
      <NamedSelect
        label={label}
        among={choices.stage}
        value={action.to}
        onChange={(to) => onChange({ ...action, to: to as never })}
      />
    ),
  },
  task: {
    starter: () => ({ kind: 'task', text: 'Call them', inDays: 0 }),
    value: ({ action, label, onChange }) => (
      <>
        <InlineField
          label={label}
          className={wide}
          maxLength={300}
          value={action.text}
          onChange={(text) => onChange({ ...action, text })}
        />
        <span className="flex items-center gap-1.5">
          in
          <InlineField
            label={`${label}, in how many days`}
            type="number"
            className="w-16"
            min={0}
            max={365}
            value={action.inDays}
            onChange={(days) => onChange({ ...action, inDays: Math.round(Number(days)) })}
          />
          days
        </span>
      </>
    ),
  },
  start: {
    starter: (choices) => ({ kind: 'start', sequence: firstSequence(choices) }),
    value: (part) => <SequenceValue {...part} />,
  },
  stop: {
    starter: (choices) => ({ kind: 'stop', sequence: firstSequence(choices) }),
    value: (part) => <SequenceValue {...part} />,
  },
  notify: {
    starter: () => ({ kind: 'notify', email: '' }),
    value: ({ action, label, onChange }) => (
      <InlineField
        label={label}
        type="email"
        className={wide}
        value={action.email}
        onChange={(email) => onChange({ ...action, email })}
      />
    ),
  },
  text: {
    starter: () => ({ kind: 'text', phone: '' }),
    value: ({ action, label, onChange }) => (
      <InlineField
        label={label}
        type="tel"
        className={wide}
        maxLength={40}
        value={action.phone}
        onChange={(phone) => onChange({ ...action, phone })}
      />
    ),
  },
};

/** A new action of a kind. */
export const newAction = (kind: RuleAction['kind'], choices: ConditionChoices): RuleAction =>
  parts[kind].starter(choices);

/** Where the value of an action is chosen. */
export function ActionValue(props: {
  action: RuleAction;
  choices: ConditionChoices;
  label: string;
  onChange: (action: RuleAction) => void;
}) {
  const { value } = parts[props.action.kind] as ActionPart<RuleAction['kind']>;
  return value(props);
}
