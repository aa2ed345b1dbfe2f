import type { Operator } from '@plumgate/core/conditions';
import { isTick, offeredBy, type Question, type ShowIf } from '@plumgate/core/forms';
import { Plus, X } from 'lucide-react';
import { Button, IconButton } from '../../../ui/button.tsx';
import { InlineSelect, SelectField } from '../../../ui/field.tsx';
import { ComparisonFields, firstTest } from '../../conditions/comparison-fields.tsx';

type Term = ShowIf['terms'][number];

/** The comparisons that make sense of a question's answer. */
function operatorsOf(question: Question): Operator[] {
  if (isTick(question) || question.kind === 'file') return ['is-answered'];
  if (question.kind === 'rating' || question.kind === 'number')
    return ['is', 'is-more-than', 'is-less-than', 'is-answered'];
  if (offeredBy(question)) return ['is', 'is-one-of', 'is-answered'];
  return ['contains', 'is', 'is-answered'];
}

/** A condition on a question that can be met. */
export const firstTerm = (question: Question): Term => ({
  question: question.key,
  test: firstTest(operatorsOf(question)[0]!, offeredBy(question)),
});

/** When a question or a part is shown, by what was answered before it. */
export function ShowIfField({
  label,
  rule,
  earlier,
  off = 'Always',
  onChange,
}: {
  label: string;
  /** What it means to have no rule. */
  off?: string;
  rule: ShowIf | null;
  earlier: readonly Question[];
  onChange: (rule: ShowIf | null) => void;
}) {
  const asked = earlier.filter(({ kind }) => kind !== 'hidden');
  const [last] = asked.slice(-1);
  if (!last && !rule) return null;
  const setTerm = (index: number, term: Term) =>
    onChange({ ...rule!, terms: rule!.terms.with(index, term) });
  return (
    <div className="grid grid-cols-1 gap-2">
      <SelectField
        label={label}
        value={rule?.match ?? ''}
        options={{
          '': off,
          all: 'Only if all of these are true',
          any: 'If any of these is true',
        }}
        onChange={(event) => {
          const match = event.target.value as '' | 'all' | 'any';
          onChange(match && (rule || last) ? { terms: [firstTerm(last!)], ...rule, match } : null);
        }}
      />
      {rule?.terms.map((term, index) => (
        <TermRow
          key={index}
          term={term}
          earlier={asked}
          onChange={(next) => setTerm(index, next)}
          onRemove={() =>
            onChange(
              rule.terms.length === 1 ? null : { ...rule, terms: rule.terms.toSpliced(index, 1) },
            )
          }
        />
      ))}
      {rule && last && rule.terms.length < 10 && (
        <Button
          size="small"
          onClick={() => onChange({ ...rule, terms: [...rule.terms, firstTerm(last)] })}
        >
          <Plus className="size-4" /> Add a condition
        </Button>
      )}
    </div>
  );
}

function TermRow({
  term,
  earlier,
  onChange,
  onRemove,
}: {
  term: Term;
  earlier: readonly Question[];
  onChange: (term: Term) => void;
  onRemove: () => void;
}) {
  const question = earlier.find(({ key }) => key === term.question);
  const names = Object.fromEntries(earlier.map(({ key, label }) => [key, label || key]));
  const operators = question ? operatorsOf(question) : [term.test.op];
  return (
    <div className="grid grid-cols-1 gap-1.5 rounded-control border border-line bg-sheet p-2">
      <div className="flex items-center gap-1">
        <InlineSelect
          label="Question"
          className="min-w-0 flex-1"
          options={
            question
              ? names
              : { [term.question]: 'A question that is not before this one', ...names }
          }
          value={term.question}
          onChange={(key) => onChange(firstTerm(earlier.find((one) => one.key === key)!))}
        />
        <IconButton label="Remove the condition" onClick={onRemove}>
          <X />
        </IconButton>
      </div>
      <ComparisonFields
        test={term.test}
        operators={operators}
        offered={question ? offeredBy(question) : null}
        {...(question && isTick(question) && { answered: 'is checked' })}
        onChange={(test) => onChange({ ...term, test })}
      />
    </div>
  );
}
