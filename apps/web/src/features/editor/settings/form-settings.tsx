import type { EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import {
  hasOptions,
  questionKinds,
  type AfterForm,
  type FormDefinition,
  type Question,
  type QuestionKind,
} from '@plumgate/core/forms';
import type { BlockOf } from '@plumgate/core/page';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { IconButton } from '../../../ui/button.tsx';
import { InlineSelect, LongField, SelectField, TextField, Tick } from '../../../ui/field.tsx';
import { addQuestion, moveBy } from '../commands.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { AddressField } from './address-field.tsx';
import { useSet } from './use-set.ts';

const kindLabels = Object.fromEntries(
  Object.entries(questionKinds).map(([kind, { label }]) => [kind, label]),
);
const afters: Record<AfterForm['kind'], AfterForm> = {
  'next-step': { kind: 'next-step' },
  message: {
    kind: 'message',
    text: 'Thank you, {{ person.first_name | default: "and welcome" }}. We will be in touch.',
  },
  address: { kind: 'address', href: 'https://example.com' },
};

/** The form where it stands: its questions, its button, and after the form. */
export function FormSettings({
  block,
  page,
}: {
  block: BlockOf<'form' | 'booking'>;
  page: EditorPage;
}) {
  const form = useEditor((state) => state.draft.forms[block.formId]);
  const set = useSet(block.formId);
  const setBlock = useSet(block.id);
  if (!form) return null;
  const uses = page.formUses[block.formId] ?? 1;
  return (
    <>
      {uses > 1 && (
        <p className="rounded-control bg-tide-tint px-2.5 py-1.5 text-xs text-tide">
          Used on {uses} pages. Edits change all of them when they are next published.
        </p>
      )}
      <TextField
        label="Form name"
        maxLength={120}
        value={form.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <TextField
        label="Title"
        maxLength={200}
        value={block.title}
        onChange={(event) => setBlock({ title: event.target.value })}
      />
      <Questions form={form} formId={block.formId} />
      <TextField
        label="Button label"
        maxLength={80}
        value={form.button}
        onChange={(event) => set({ button: event.target.value })}
      />
      <AfterFormFields after={form.after} onChange={(after) => set({ after })} />
      <LongField
        label="Consent and privacy line"
        maxLength={600}
        value={form.consent}
        onChange={(event) => set({ consent: event.target.value })}
      />
      <NotifyField notify={form.notify} onChange={(notify) => set({ notify })} />
    </>
  );
}

/** The questions in their order; one at a time is open. */
function Questions({ form, formId }: { form: FormDefinition; formId: FormId }) {
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

/** What a visitor sees once the form is sent. */
function AfterFormFields({
  after,
  onChange,
}: {
  after: AfterForm;
  onChange: (after: AfterForm) => void;
}) {
  return (
    <>
      <SelectField
        label="After the form"
        value={after.kind}
        options={{
          'next-step': 'Go to the next step',
          message: 'Show a message in its place',
          address: 'Go to an address',
        }}
        onChange={(event) => onChange(afters[event.target.value as AfterForm['kind']])}
      />
      {after.kind === 'message' && (
        <LongField
          label="Message"
          maxLength={600}
          value={after.text}
          onChange={(event) => onChange({ kind: 'message', text: event.target.value })}
        />
      )}
      {after.kind === 'address' && (
        <AddressField
          label="Address"
          value={after.href}
          onChange={(href) => onChange({ kind: 'address', href })}
        />
      )}
      {after.kind === 'next-step' && (
        <p className="-mt-2 text-xs text-muted">
          Carries the answers over, so nobody has to type them twice.
        </p>
      )}
    </>
  );
}

const emailLike = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;

/** Who is notified: addresses take effect once each is whole. */
function NotifyField({
  notify,
  onChange,
}: {
  notify: string[];
  onChange: (notify: string[]) => void;
}) {
  const [typed, setTyped] = useState(notify.join(', '));
  const list = typed.split(/[\s,;]+/).filter(Boolean);
  const wrong = list.find((email) => !emailLike.test(email));
  return (
    <TextField
      label="Notify by email"
      help="Gets every submission, with the answers"
      value={typed}
      error={wrong && `“${wrong}” is not an email address yet`}
      onChange={(event) => {
        setTyped(event.target.value);
        const next = event.target.value.split(/[\s,;]+/).filter(Boolean);
        if (next.every((email) => emailLike.test(email))) onChange(next);
      }}
    />
  );
}
