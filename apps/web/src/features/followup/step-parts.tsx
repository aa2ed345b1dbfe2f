import type { ConditionChoices } from '@plumgate/contract';
import type { StepAction } from '@plumgate/core/followup';
import { EmailField } from '../../ui/email-field.tsx';
import type { MergeField } from '@plumgate/core/messages';
import type { ReactNode } from 'react';
import { SelectField, TextField } from '../../ui/field.tsx';
import { MessageFields, newMessage, type WritingFor } from '../writing/message-fields.tsx';
import { WaitFields } from './wait-fields.tsx';
import { MergeTextField } from '../../ui/merge-text/merge-text-field.tsx';

type Choices = Pick<ConditionChoices, 'stage' | 'user' | 'fields'>;

type ActionOf<Kind extends StepAction['kind']> = Extract<StepAction, { kind: Kind }>;

/** A sequence that a step may start. */
export interface Other {
  id: string;
  name: string;
}

/** A kind of step in the editor: what a new one starts with, and its fields. */
interface StepPart<Kind extends StepAction['kind']> {
  starter: (others: readonly { id: string }[], choices: Choices | null) => ActionOf<Kind>;
  fields: (part: {
    action: ActionOf<Kind>;
    others: Other[];
    choices: Choices;
    /** What its words may name. */
    mergeFields: readonly MergeField[];
    /** Who its messages are written for. */
    to: WritingFor;
    onChange: (action: StepAction) => void;
  }) => ReactNode;
}

const tagField: StepPart<'tag' | 'untag'>['fields'] = ({ action, onChange }) => (
  <TextField
    label="Tag"
    maxLength={40}
    value={action.tag}
    onChange={(event) => onChange({ ...action, tag: event.target.value })}
  />
);

const messageFields: StepPart<'email' | 'text'>['fields'] = ({ action, to, onChange }) => (
  <MessageFields message={action} to={to} onChange={onChange} />
);

/** One of some that the client has. */
function Chosen({
  label,
  among,
  value,
  onChange,
}: {
  label: string;
  among: readonly { id: string; name: string }[];
  value: string;
  onChange: (id: string) => void;
}) {
  const isThere = among.some(({ id }) => id === value);
  return (
    <SelectField
      label={label}
      options={{
        ...(!isThere && { [value]: value ? 'one that is gone' : 'Choose' }),
        ...Object.fromEntries(among.map(({ id, name }) => [id, name])),
      }}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

/** The part of each kind of step; a kind that core adds is missing here until it has one. */
const parts: { [Kind in StepAction['kind']]: StepPart<Kind> } = {
  email: { starter: newMessage.email, fields: messageFields },
  text: { starter: newMessage.text, fields: messageFields },
  task: {
    starter: () => ({ kind: 'task', text: 'Call them' }),
    fields: ({ action, onChange }) => (
      <TextField
        label="Task"
        help="It is due on the same day, for the person’s assignee."
        maxLength={300}
        value={action.text}
        onChange={(event) => onChange({ ...action, text: event.target.value })}
      />
    ),
  },
  stage: {
    starter: (_others, choices) => ({ kind: 'stage', to: (choices?.stage[0]?.id ?? '') as never }),
    fields: ({ action, choices, onChange }) => (
      <Chosen
        label="Stage"
        among={choices.stage}
        value={action.to}
        onChange={(to) => onChange({ ...action, to: to as never })}
      />
    ),
  },
  assign: {
    starter: (_others, choices) => ({ kind: 'assign', to: (choices?.user[0]?.id ?? '') as never }),
    fields: ({ action, choices, onChange }) => (
      <Chosen
        label="Assign to"
        among={choices.user}
        value={action.to}
        onChange={(to) => onChange({ ...action, to: to as never })}
      />
    ),
  },
  field: {
    starter: (_others, choices) => ({
      ...{ kind: 'field', field: choices?.fields[0]?.key ?? '', typed: 'new' },
    }),
    fields: ({ action, choices, onChange }) => (
      <>
        <Chosen
          label="Field"
          among={choices.fields.map(({ key, name }) => ({ id: key, name }))}
          value={action.field}
          onChange={(field) => onChange({ ...action, field })}
        />
        <TextField
          label="Value"
          maxLength={1000}
          value={action.typed}
          onChange={(event) => onChange({ ...action, typed: event.target.value })}
        />
      </>
    ),
  },
  tag: { starter: () => ({ kind: 'tag', tag: 'new' }), fields: tagField },
  untag: { starter: () => ({ kind: 'untag', tag: 'new' }), fields: tagField },
  notify: {
    starter: () => ({
      kind: 'notify',
      email: 'desk@example.com',
      body: '{{ person.name }}, {{ person.phone }}',
    }),
    fields: ({ action, mergeFields, onChange }) => (
      <>
        <EmailField
          label="Email address"
          value={action.email}
          onChange={(email) => onChange({ ...action, email })}
        />
        <MergeTextField
          label="Message"
          rows={4}
          fields={mergeFields}
          value={action.body}
          onChange={(body) => onChange({ ...action, body })}
        />
      </>
    ),
  },
  start: {
    starter: (others) => ({ kind: 'start', sequence: (others[0]?.id ?? '') as never }),
    fields: ({ action, others, onChange }) =>
      others.length === 0 ? (
        <p className="text-muted">There is no other sequence to start yet.</p>
      ) : (
        <SelectField
          label="Sequence"
          options={Object.fromEntries(others.map((one) => [one.id, one.name]))}
          value={action.sequence}
          onChange={(event) => onChange({ ...action, sequence: event.target.value as never })}
        />
      ),
  },
  wait: {
    starter: () => ({
      ...{ kind: 'wait', until: { when: 'replied' } },
      atMost: { amount: 2, unit: 'days' },
    }),
    fields: ({ action, onChange }) => <WaitFields action={action} onChange={onChange} />,
  },
  end: {
    starter: () => ({ kind: 'end' }),
    fields: () => <p className="text-muted">The sequence ends here for this person.</p>,
  },
};

/** A new action of a kind, with words to be replaced. */
export const newAction = (
  kind: StepAction['kind'],
  others: readonly { id: string }[],
  choices: Choices | null,
): StepAction => parts[kind].starter(others, choices);

/** The fields of what a step does. */
export function ActionFields(props: {
  action: StepAction;
  others: Other[];
  choices: Choices;
  mergeFields: readonly MergeField[];
  to: WritingFor;
  onChange: (action: StepAction) => void;
}) {
  const { fields } = parts[props.action.kind] as StepPart<StepAction['kind']>;
  return fields(props);
}
