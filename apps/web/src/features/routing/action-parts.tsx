import type { RuleChoices } from '@plumgate/contract';
import type { RuleAction } from '@plumgate/core/routing';
import type { ReactNode } from 'react';
import { InlineField, InlineSelect } from '../../ui/field.tsx';

type ActionOf<Kind extends RuleAction['kind']> = Extract<RuleAction, { kind: Kind }>;

/** A kind of action in the editor: what a new one starts with, and where its value is chosen. */
interface ActionPart<Kind extends RuleAction['kind']> {
  starter: (choices: RuleChoices) => ActionOf<Kind>;
  value: (part: {
    action: ActionOf<Kind>;
    choices: RuleChoices;
    label: string;
    onChange: (action: RuleAction) => void;
  }) => ReactNode;
}

const wide = 'min-w-0 flex-1';

/** The part of each kind of action; a kind that core adds is missing here until it has one. */
const parts: { [Kind in RuleAction['kind']]: ActionPart<Kind> } = {
  tag: {
    starter: () => ({ kind: 'tag', tag: 'new' }),
    value: ({ action, label, onChange }) => (
      <InlineField
        label={label}
        className={wide}
        maxLength={40}
        value={action.tag}
        onChange={(tag) => onChange({ ...action, tag })}
      />
    ),
  },
  assign: {
    starter: ({ users }) => ({ kind: 'assign', to: (users[0]?.id ?? '') as never }),
    value: ({ action, choices, label, onChange }) => (
      <NamedSelect
        label={label}
        among={choices.users}
        value={action.to}
        onChange={(to) => onChange({ ...action, to: to as never })}
      />
    ),
  },
  start: {
    starter: ({ sequences }) => ({
      kind: 'start',
      sequence: (sequences[0]?.id ?? '') as never,
    }),
    value: ({ action, choices, label, onChange }) => (
      <NamedSelect
        label={label}
        among={choices.sequences}
        value={action.sequence}
        onChange={(sequence) => onChange({ ...action, sequence: sequence as never })}
      />
    ),
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
};

/** A new action of a kind. */
export const newAction = (kind: RuleAction['kind'], choices: RuleChoices): RuleAction =>
  parts[kind].starter(choices);

/** Where the value of an action is chosen. */
export function ActionValue(props: {
  action: RuleAction;
  choices: RuleChoices;
  label: string;
  onChange: (action: RuleAction) => void;
}) {
  const { value } = parts[props.action.kind] as ActionPart<RuleAction['kind']>;
  return value(props);
}

/** A choice among things by their names; what is chosen stays a choice when it is gone. */
export function NamedSelect({
  label,
  among,
  value,
  onChange,
}: {
  label: string;
  among: { id: string; name: string }[];
  value: string;
  onChange: (id: string) => void;
}) {
  const isGone = !among.some((one) => one.id === value);
  const options = Object.fromEntries([
    ...(isGone ? [[value, 'something that is gone']] : []),
    ...among.map(({ id, name }) => [id, name]),
  ]) as Record<string, string>;
  return (
    <InlineSelect
      label={label}
      className={wide}
      options={options}
      value={value}
      onChange={onChange}
    />
  );
}
