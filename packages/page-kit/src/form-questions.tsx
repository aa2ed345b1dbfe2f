import {
  partsOf,
  type FieldProblem,
  type FormDefinition,
  type Question,
} from '@plumgate/core/forms';
import type { ReactNode } from 'react';
import { Field, problemAt, typedIn } from './field.tsx';
import type { FormState } from './page-context.ts';

/**
 * The questions of a form by its parts. All of them stand here, as without script they do; the visitor's script shows one
 * part at a time and hides what earlier answers say. `except` are left out: they are asked elsewhere.
 */
export function FormQuestions({
  block,
  form,
  state,
  problems,
  except = () => false,
}: {
  block: string;
  form: FormDefinition;
  state: Exclude<FormState, { kind: 'arrived' }>;
  problems: FieldProblem[];
  except?: (question: Question) => boolean;
}) {
  const parts = partsOf(form);
  const fields = ({ questions, showIf }: (typeof parts)[number]): ReactNode =>
    questions
      .filter((question) => !except(question))
      .map((question) => (
        <Field
          key={question.id}
          block={block}
          question={question}
          typed={typedIn(state, question)}
          problem={problemAt(problems, question)}
          isConditional={(question.showIf ?? showIf) !== null}
        />
      ));
  if (parts.length === 1 && !parts[0]!.title) return fields(parts[0]!);
  return parts.map((part, index) => (
    <div
      key={index}
      className="form-part"
      data-part=""
      role="group"
      aria-labelledby={part.title ? `${block}-part-${index}` : undefined}
    >
      {part.title && (
        <p className="part-title" id={`${block}-part-${index}`}>
          {part.title}
        </p>
      )}
      {fields(part)}
    </div>
  ));
}
