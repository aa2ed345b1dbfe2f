import type { FormId } from '@plumgate/core/basics';
import {
  hasOptions,
  isTick,
  questionKinds,
  type FormDefinition,
  type Question,
  type QuestionKind,
} from '@plumgate/core/forms';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { IconButton } from '../../../ui/button.tsx';
import { InlineSelect, LongField, SelectField, TextField, Tick } from '../../../ui/field.tsx';
import { addQuestion, moveBy } from '../commands.ts';
import { IconField } from '../icons/icon-field.tsx';
import { useEditorStore } from '../store.ts';
import { InsertsField } from './inserts-field.tsx';
import { useSet } from './use-set.ts';

const kindLabels = Object.fromEntries(
  Object.entries(questionKinds).map(([kind, { label }]) => [kind, label]),
);

/** The questions in their order; one at a time is open. */
export function Questions({ form, formId }: { form: FormDefinition; formId: FormId }) {
  const store = useEditorStore();
  const [open, setOpen] = useState<string | null>(null);
  const move = (id: string, by: 1 | -1) =>
    store.getState().edit(moveBy(store.getState().draft, id, by));
  return (
    <section aria-label="Questions" className="grid gap-1.5">
      <h3 className="font-sans text-xs font-semibold">Questions</h3>
      <ul className="overflow-hidden rounded-control border border-strong-line">
        {form.questions.map((question, index) => (
          <li key={question.id} className="border-b border-line last:border-0">
            <div className="flex items-center pr-1">
              <button
                type="button"
                aria-expanded={open === question.id}
                className="min-w-0 flex-1 truncate px-3 py-2 text-left hover:bg-paper"
                onClick={() => setOpen(open === question.id ? null : question.id)}
              >
                {question.label || 'Question without words'}{' '}
                <span className="ml-1 text-xs text-muted">
                  {question.required ? 'required' : ''}
                </span>
              </button>
              <IconButton
                label={`Move “${question.label}” up`}
                disabled={index === 0}
                onClick={() => move(question.id, -1)}
              >
                <ArrowUp />
              </IconButton>
              <IconButton
                label={`Move “${question.label}” down`}
                disabled={index === form.questions.length - 1}
                onClick={() => move(question.id, 1)}
              >
                <ArrowDown />
              </IconButton>
            </div>
            {open === question.id && (
              <QuestionSettings question={question} isOnly={form.questions.length === 1} />
            )}
          </li>
        ))}
      </ul>
      <InlineSelect
        label="Add a question"
        className="border-dashed font-semibold text-plum-dark"
        placeholder="Add a question…"
        options={kindLabels}
        value=""
        onChange={(kind) => {
          const { edits, id } = addQuestion(form, formId, kind as QuestionKind);
          if (store.getState().edit(edits)) setOpen(id);
        }}
      />
    </section>
  );
}

function QuestionSettings({ question, isOnly }: { question: Question; isOnly: boolean }) {
  const set = useSet(question.id);
  const store = useEditorStore();
  return (
    <div className="grid gap-3 border-t border-line bg-paper p-3">
      <TextField
        label="Text"
        maxLength={200}
        value={question.label}
        onChange={(event) => set({ label: event.target.value })}
      />
      <SelectField
        label="Asks for"
        value={question.kind}
        options={kindLabels}
        onChange={(event) => {
          const kind = event.target.value as QuestionKind;
          set({
            kind,
            options:
              hasOptions({ kind }) && question.options.length === 0
                ? ['First answer', 'Second answer']
                : question.options,
          });
        }}
      />
      {hasOptions(question) && (
        <LongField
          label="Answers, one per line"
          rows={5}
          value={question.options.join('\n')}
          onChange={(event) => set({ options: event.target.value.split('\n').slice(0, 40) })}
        />
      )}
      <TextField
        label="Placeholder"
        maxLength={120}
        value={question.placeholder}
        onChange={(event) => set({ placeholder: event.target.value })}
      />
      <TextField
        label="Help below the field"
        maxLength={300}
        value={question.help}
        onChange={(event) => set({ help: event.target.value })}
      />
      <InitialField question={question} onChange={(initial) => set({ initial })} />
      <TextField
        label="Words when the answer can’t be taken"
        placeholder="The page’s own words"
        maxLength={200}
        value={question.errorText}
        onChange={(event) => set({ errorText: event.target.value })}
      />
      {!isTick(question) && question.kind !== 'choices' && (
        <IconField
          label="Icon in the field"
          value={question.icon}
          onChange={(icon) => set({ icon })}
        />
      )}
      <InsertsField
        label="Above this question"
        inserts={question.above}
        onChange={(above) => set({ above })}
      />
      <div className="flex items-center justify-between">
        <Tick
          label="Required"
          checked={question.required}
          onChange={(required) => set({ required })}
        />
        <IconButton
          label={`Remove “${question.label}”`}
          disabled={isOnly}
          onClick={() => store.getState().edit([{ do: 'remove', id: question.id }])}
        >
          <Trash2 />
        </IconButton>
      </div>
    </div>
  );
}

/** What stands in the field at first: of a choice one of its answers, of a checkbox whether it is checked. */
function InitialField({
  question,
  onChange,
}: {
  question: Question;
  onChange: (initial: string) => void;
}) {
  if (question.kind === 'text-consent') return null;
  if (question.kind === 'checkbox')
    return (
      <Tick
        label="Checked at first"
        checked={question.initial !== ''}
        onChange={(isChecked) => onChange(isChecked ? 'yes' : '')}
      />
    );
  if (hasOptions(question))
    return (
      <SelectField
        label="Chosen at first"
        options={{
          '': 'Nothing',
          ...Object.fromEntries(question.options.map((option) => [option, option])),
        }}
        value={question.initial}
        onChange={(event) => onChange(event.target.value)}
      />
    );
  return (
    <TextField
      label="In the field at first"
      maxLength={200}
      value={question.initial}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
