import type { EditorPage } from '@plumgate/contract';
import type { FileId, PageId } from '@plumgate/core/basics';
import type { AfterForm, FormDefinition, Question } from '@plumgate/core/forms';
import { Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '../../../ui/button.tsx';
import { LongField, SelectField, Tick } from '../../../ui/field.tsx';
import { PageTarget } from '../../pages/page-target.tsx';
import { AddressField } from '../../../ui/address-field.tsx';
import { FileChoice } from '../../pictures/file-choice.tsx';
import { firstTerm, ShowIfField } from './show-if-field.tsx';

const kinds: Record<AfterForm['kind'], string> = {
  'next-step': 'Go to the next step',
  page: 'Go to another page',
  message: 'Show a message in its place',
  address: 'Go to an address',
  file: 'Download a file',
};

const thanks = 'Thank you, {{ person.first_name | default: "and welcome" }}. We will be in touch.';

/** What a visitor sees once the form is sent: the same for all, or something else by what they answered. */
export function AfterFormFields({
  form,
  page,
  onChange,
}: {
  form: FormDefinition;
  page: EditorPage;
  onChange: (changes: Partial<FormDefinition>) => void;
}) {
  const { questions, after, afterByAnswer: rules } = form;
  const asked = questions.filter(({ kind }) => kind !== 'hidden');
  const last = asked.at(-1);
  const setRules = (afterByAnswer: FormDefinition['afterByAnswer']) => onChange({ afterByAnswer });
  return (
    <div className="grid grid-cols-1 gap-3">
      <AfterFields
        label="After the form"
        after={after}
        questions={asked}
        page={page}
        onChange={(next) => onChange({ after: next })}
      />
      {rules.map((rule, index) => (
        <div
          key={index}
          className="grid grid-cols-1 gap-3 rounded-control border border-line bg-paper p-3"
        >
          <ShowIfField
            label={index === 0 ? 'Something else for some' : 'And for some others'}
            off="For nobody (remove this)"
            rule={rule.when}
            earlier={asked}
            onChange={(when) =>
              setRules(when ? rules.with(index, { ...rule, when }) : rules.toSpliced(index, 1))
            }
          />
          <AfterFields
            label="Then"
            after={rule.after}
            questions={asked}
            page={page}
            onChange={(next) => setRules(rules.with(index, { ...rule, after: next }))}
          />
        </div>
      ))}
      {last && rules.length < 10 && (
        <Button
          size="small"
          onClick={() =>
            setRules([
              ...rules,
              {
                when: { match: 'all', terms: [firstTerm(last)] },
                after: { kind: 'message', text: thanks },
              },
            ])
          }
        >
          <Plus className="size-4" /> Different by answer
        </Button>
      )}
    </div>
  );
}

/** One thing that happens after a form; what that needs is asked below, and takes effect once it is whole. */
function AfterFields({
  label,
  after,
  questions,
  page,
  onChange,
}: {
  label: string;
  after: AfterForm;
  questions: readonly Question[];
  page: EditorPage;
  onChange: (after: AfterForm) => void;
}) {
  const [kind, setKind] = useState(after.kind);
  // Undo, and whatever else changes it from outside.
  useEffect(() => setKind(after.kind), [after.kind]);
  const choose = (next: AfterForm['kind']) => {
    setKind(next);
    if (next === 'next-step') onChange({ kind: next });
    if (next === 'message') onChange({ kind: next, text: thanks });
    if (next === 'address') onChange({ kind: next, href: 'https://example.com', carries: [] });
  };
  return (
    <>
      <SelectField
        label={label}
        value={kind}
        options={kinds}
        onChange={(event) => choose(event.target.value as AfterForm['kind'])}
      />
      {kind === 'next-step' && (
        <p className="-mt-2 text-xs text-muted">
          Carries the answers over, so nobody has to type them twice.
        </p>
      )}
      {kind === 'page' && (
        <PageTarget
          clientId={page.client.id}
          value={after.kind === 'page' ? after.page : ''}
          onChange={(id: PageId) => onChange({ kind: 'page', page: id })}
        />
      )}
      {kind === 'message' && after.kind === 'message' && (
        <LongField
          label="Message"
          maxLength={600}
          value={after.text}
          onChange={(event) => onChange({ kind: 'message', text: event.target.value })}
        />
      )}
      {kind === 'address' && after.kind === 'address' && (
        <>
          <AddressField
            label="Address"
            value={after.href}
            onChange={(href) => onChange({ ...after, href })}
          />
          <fieldset className="grid gap-1">
            <legend className="mb-1 text-xs font-semibold">Answers appended to the address</legend>
            {questions.map(({ key, label: words }) => (
              <Tick
                key={key}
                label={words || key}
                checked={after.carries.includes(key)}
                onChange={(isCarried) =>
                  onChange({
                    ...after,
                    carries: isCarried
                      ? [...after.carries, key].slice(0, 10)
                      : after.carries.filter((one) => one !== key),
                  })
                }
              />
            ))}
          </fieldset>
        </>
      )}
      {kind === 'file' && (
        <FileChoice
          kind="document"
          value={after.kind === 'file' ? after.file : ''}
          onChange={(file) => onChange({ kind: 'file', file: file as FileId })}
        />
      )}
    </>
  );
}
