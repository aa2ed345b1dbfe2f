import type { StepAction } from '@plumgate/core/followup';
import { EmailField } from '../../ui/email-field.tsx';
import type { MergeField } from '@plumgate/core/messages';
import type { ReactNode } from 'react';
import { SelectField, TextField } from '../../ui/field.tsx';
import { MessageFields, newMessage, type WritingFor } from '../writing/message-fields.tsx';
import { WaitFields } from './wait-fields.tsx';
import { MergeTextField } from '../../ui/merge-text/merge-text-field.tsx';

type ActionOf<Kind extends StepAction['kind']> = Extract<StepAction, { kind: Kind }>;

/** A sequence that a step may start. */
export interface Other {
  id: string;
  name: string;
}

/** A kind of step in the editor: what a new one starts with, and its fields. */
interface StepPart<Kind extends StepAction['kind']> {
  starter: (others: { id: string }[]) => ActionOf<Kind>;
  fields: (part: {
    action: ActionOf<Kind>;
    others: Other[];
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
export const newAction = (kind: StepAction['kind'], others: { id: string }[]): StepAction =>
  parts[kind].starter(others);

/** The fields of what a step does. */
export function ActionFields(props: {
  action: StepAction;
  others: Other[];
  mergeFields: readonly MergeField[];
  to: WritingFor;
  onChange: (action: StepAction) => void;
}) {
  const { fields } = parts[props.action.kind] as StepPart<StepAction['kind']>;
  return fields(props);
}
