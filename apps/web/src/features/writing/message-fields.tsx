import type { WrittenMessage } from '@plumgate/core/followup';
import { countTextParts, type MergeField } from '@plumgate/core/messages';
import { MergeTextField } from '../../ui/merge-text/merge-text-field.tsx';

/** A new message of a kind, with words to be replaced. */
export const newMessage = {
  email: () => ({
    kind: 'email' as const,
    subject: 'A word from {{ client.name }}',
    body: 'Hello {{ person.first_name | default: "there" }},\n\n',
  }),
  text: () => ({ kind: 'text' as const, body: '{{ client.name }}: ' }),
};

/** The words of an email or a text; `fields` is what they may name. */
export function MessageFields<Message extends WrittenMessage>({
  message,
  fields,
  onChange,
}: {
  message: Message;
  fields: readonly MergeField[];
  onChange: (message: Message) => void;
}) {
  if (message.kind === 'text') return <TextWords {...{ message, fields, onChange }} />;
  return (
    <>
      <MergeTextField
        label="Subject"
        fields={fields}
        value={message.subject}
        onChange={(subject) => onChange({ ...message, subject })}
      />
      <MergeTextField
        label="Message"
        rows={12}
        fields={fields}
        value={message.body}
        onChange={(body) => onChange({ ...message, body })}
      />
    </>
  );
}

function TextWords<Message extends WrittenMessage>({
  message,
  fields,
  onChange,
}: {
  message: Message;
  fields: readonly MergeField[];
  onChange: (message: Message) => void;
}) {
  const { parts, left, encoding } = countTextParts(message.body);
  return (
    <MergeTextField
      label="Text"
      rows={5}
      fields={fields}
      value={message.body}
      help={`${parts} ${parts === 1 ? 'part' : 'parts'}, ${left} left in the last (${encoding}); merge fields change the length. Only to people who agreed to texts.`}
      onChange={(body) => onChange({ ...message, body })}
    />
  );
}
