import type { FormId } from '@plumgate/core/basics';
import {
  hasOptions,
  isTick,
  mayComeByAddress,
  mayFillField,
  offeredBy,
  questionKinds,
  type FormDefinition,
  type Question,
  type QuestionKind,
} from '@plumgate/core/forms';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { IconButton } from '../../../ui/button.tsx';
import { Choice, InlineSelect, SelectField, TextField, Tick } from '../../../ui/field.tsx';
import { addQuestion, moveBy } from '../commands.ts';
import { IconField } from '../icons/icon-field.tsx';
import { useEditorStore } from '../store.ts';
import { FillsField } from './fills-field.tsx';
import { InsertsField } from './inserts-field.tsx';
import { KindFields, LimitFields, type SettingProps } from './question-kind-fields.tsx';
import { ShowIfField } from './show-if-field.tsx';
import { useSet } from './use-set.ts';

const addressHelp = (field: string): string =>
  field
    ? `A link that ends with ?${field}=… fills this in.`
    : 'Give it a name, such as email, to let links fill it in.';

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
            {question.startsPart && (
              <p className="truncate bg-plum-tint px-3 py-1 text-xs font-semibold text-plum-dark">
                {question.startsPart.title || 'New part'}
              </p>
            )}
            <div className="flex items-center pr-1">
              <button
                type="button"
                aria-expanded={open === question.id}
                className="min-w-0 flex-1 truncate px-3 py-2 text-left hover:bg-paper"
                onClick={() => setOpen(open === question.id ? null : question.id)}
              >
                {question.label || 'Question without words'}{' '}
                <span className="ml-1 text-xs text-muted">
                  {[question.required && 'required', question.showIf && 'if']
                    .filter(Boolean)
                    .join(', ')}
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
              <QuestionSettings question={question} form={form} formId={formId} />
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

function QuestionSettings({
  question,
  form,
  formId,
}: {
  question: Question;
  form: FormDefinition;
  formId: FormId;
}) {
  const set = useSet(question.id);
  const store = useEditorStore();
  const earlier = form.questions.slice(0, form.questions.indexOf(question));
  return (
    <div className="grid grid-cols-1 gap-3 border-t border-line bg-paper p-3">
      <TextField
        label={question.kind === 'consent' ? 'Exact words of the consent' : 'Text'}
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
            field: mayFillField({ kind }) ? (question.field ?? question.key) : null,
            options:
              hasOptions({ kind }) && question.options.length === 0
                ? ['First answer', 'Second answer']
                : question.options,
          });
        }}
      />
      <KindFields question={question} onChange={set} />
      <FillsField question={question} formId={formId} onChange={set} />
      {question.kind !== 'hidden' && (
        <>
          <Tick
            label="Required"
            checked={question.required}
            onChange={(required) => set({ required })}
          />
          <WordsOfQuestion question={question} onChange={set} />
          {mayComeByAddress(question) && (
            <TextField
              label="Filled in from the page’s address by"
              help={addressHelp(question.fromAddress)}
              placeholder="Never"
              maxLength={60}
              value={question.fromAddress}
              onChange={({ target }) =>
                set({ fromAddress: target.value.trim().replace(/[^\w-]/g, '') })
              }
            />
          )}
          <LimitFields question={question} onChange={set} />
          <Choice
            label="Width"
            options={{ full: 'Full', half: 'Half', third: 'Third' }}
            value={question.width}
            onChange={(width) => set({ width })}
          />
          {!isTick(question) && question.kind !== 'choices' && question.kind !== 'file' && (
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
        </>
      )}
      <ShowIfField
        label="Show this question"
        rule={question.showIf}
        earlier={earlier}
        onChange={(showIf) => set({ showIf })}
      />
      <PartStart question={question} earlier={earlier} onChange={set} />
      <div className="flex justify-end">
        <IconButton
          label={`Remove “${question.label}”`}
          disabled={form.questions.length === 1}
          onClick={() => store.getState().edit([{ do: 'remove', id: question.id }])}
        >
          <Trash2 />
        </IconButton>
      </div>
    </div>
  );
}

/** What is said around the field, and what stands in it at first. */
function WordsOfQuestion({ question, onChange }: SettingProps) {
  return (
    <>
      {!isTick(question) && !isGroupKind(question) && (
        <TextField
          label="Placeholder"
          maxLength={120}
          value={question.placeholder}
          onChange={(event) => onChange({ placeholder: event.target.value })}
        />
      )}
      <TextField
        label="Help below the field"
        maxLength={300}
        value={question.help}
        onChange={(event) => onChange({ help: event.target.value })}
      />
      <InitialField question={question} onChange={(initial) => onChange({ initial })} />
      <TextField
        label="Words when the answer can’t be taken"
        placeholder="The page’s own words"
        maxLength={200}
        value={question.errorText}
        onChange={(event) => onChange({ errorText: event.target.value })}
      />
    </>
  );
}

/** Nothing can be typed into it, so nothing stands in it at first. */
const isGroupKind = ({ kind }: Question) =>
  kind === 'choices' || kind === 'rating' || kind === 'file';

/** A new part of the form begins with a question: visitors see one part at a time. */
function PartStart({
  question,
  earlier,
  onChange,
}: SettingProps & { earlier: readonly Question[] }) {
  const { startsPart } = question;
  return (
    <>
      <Tick
        label="Starts a new part"
        help="Visitors see one part at a time, with a way back."
        checked={startsPart !== null}
        onChange={(starts) => onChange({ startsPart: starts ? { title: '', showIf: null } : null })}
      />
      {startsPart && (
        <>
          <TextField
            label="Title of the part"
            maxLength={120}
            value={startsPart.title}
            onChange={(event) =>
              onChange({ startsPart: { ...startsPart, title: event.target.value } })
            }
          />
          <ShowIfField
            label="Show this part"
            rule={startsPart.showIf}
            earlier={earlier}
            onChange={(showIf) => onChange({ startsPart: { ...startsPart, showIf } })}
          />
        </>
      )}
    </>
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
  if (question.kind === 'consent' || question.kind === 'file') return null;
  if (question.kind === 'checkbox')
    return (
      <Tick
        label="Checked at first"
        checked={question.initial !== ''}
        onChange={(isChecked) => onChange(isChecked ? 'yes' : '')}
      />
    );
  const offered = offeredBy(question);
  if (offered)
    return (
      <SelectField
        label="Chosen at first"
        options={{
          '': 'Nothing',
          ...Object.fromEntries(offered.map((option) => [`${option}`, option])),
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
