import type { EditorPage } from '@plumgate/contract';
import type { FormDefinition } from '@plumgate/core/forms';
import { mergeFieldsOf } from '@plumgate/core/messages';
import { phoneKey } from '@plumgate/core/people';
import { useMemo, useState } from 'react';
import { TextField, Tick } from '../../../ui/field.tsx';
import { Fold } from '../../../ui/fold.tsx';
import { MergeTextField } from '../../../ui/merge-text/merge-text-field.tsx';
import { useMergeFields } from '../../clients/use-merge-fields.ts';

/** Who hears of a submission, in which words, and what its sender gets. */
export function NoticeFields({
  form,
  page,
  onChange,
}: {
  form: FormDefinition;
  page: EditorPage;
  onChange: (changes: Partial<FormDefinition>) => void;
}) {
  const { notice, questions } = form;
  const known = useMergeFields(page.client.id, ['person', 'client']);
  const fields = useMemo(
    () => [...known, ...mergeFieldsOf(['answers'], questions)],
    [known, questions],
  );
  const set = (changes: Partial<FormDefinition['notice']>) =>
    onChange({ notice: { ...notice, ...changes } });
  const asksEmail = questions.some(({ kind }) => kind === 'email');
  return (
    <div className="grid grid-cols-1 gap-3">
      <ListField
        label="Notify by email"
        help="Gets every submission, with the answers"
        list={form.notify}
        separator={/[\s,;]+/}
        isRight={(email) => emailLike.test(email)}
        wrong="is not an email address yet"
        onChange={(notify) => onChange({ notify })}
      />
      <ListField
        label="Notify by text"
        help="Numbers of the business, separated by commas"
        list={notice.texts}
        separator={/[,;\n]+/}
        isRight={(number) => phoneKey(number, page.client.facts.country) !== null}
        wrong="is not a phone number yet"
        onChange={(texts) => set({ texts })}
      />
      <Fold summary="Own words for the notice">
        <MergeTextField
          label="Subject"
          help="Empty: “New lead”, the person and the form"
          maxLength={200}
          fields={fields}
          value={notice.subject}
          onChange={(subject) => set({ subject })}
        />
        <MergeTextField
          label="What it begins with"
          help="The answers and a link to the person follow by themselves"
          rows={3}
          maxLength={2000}
          fields={fields}
          value={notice.body}
          onChange={(body) => set({ body })}
        />
      </Fold>
      {asksEmail && (
        <>
          <Tick
            label="Send a copy of the answers to the lead"
            checked={form.sendsCopy}
            onChange={(sendsCopy) => onChange({ sendsCopy })}
          />
          <Tick
            label="Ask to confirm the email address"
            help="Sequences that rules start begin once the link in an email is pressed"
            checked={form.confirms}
            onChange={(confirms) => onChange({ confirms })}
          />
        </>
      )}
    </div>
  );
}

const emailLike = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;

/** Several entries in one line; they take effect once each is whole. */
function ListField({
  label,
  help,
  list,
  separator,
  isRight,
  wrong,
  onChange,
}: {
  label: string;
  help: string;
  list: readonly string[];
  separator: RegExp;
  isRight: (entry: string) => boolean;
  wrong: string;
  onChange: (list: string[]) => void;
}) {
  const [typed, setTyped] = useState(list.join(', '));
  const entriesOf = (text: string) =>
    text
      .split(separator)
      .map((entry) => entry.trim())
      .filter(Boolean);
  const bad = entriesOf(typed).find((entry) => !isRight(entry));
  return (
    <TextField
      label={label}
      help={help}
      value={typed}
      error={bad && `“${bad}” ${wrong}`}
      onChange={({ target }) => {
        setTyped(target.value);
        const next = entriesOf(target.value);
        if (next.every(isRight)) onChange(next.slice(0, 10));
      }}
    />
  );
}
