import { ownValue } from '@plumgate/core/basics';
import { isTick, questionKinds, type FieldProblem, type Question } from '@plumgate/core/forms';
import { fieldWords } from '@plumgate/core/languages';
import { Inserts } from './form-inserts.tsx';
import { IconView } from './icon-view.tsx';
import type { FormState } from './page-context.ts';
import { usePageStrings } from './page-strings.ts';

/** What a browser needs to know to fill a field by itself and show the right keys. */
const hints: Partial<Record<Question['kind'], { type?: string; autoComplete?: string }>> = {
  'full-name': { autoComplete: 'name' },
  'first-name': { autoComplete: 'given-name' },
  'last-name': { autoComplete: 'family-name' },
  email: { type: 'email', autoComplete: 'email' },
  phone: { type: 'tel', autoComplete: 'tel' },
  date: { type: 'date' },
  number: { type: 'number' },
  address: { autoComplete: 'street-address' },
};

/** The CSS of questions, for every block that asks any. */
export const fieldCss = `
.field{margin-top:14px}
.field label,.field legend{display:block;font-weight:620;font-size:.94rem;margin-bottom:5px;padding:0}
.field .help{display:block;font-size:.88rem;opacity:.75;margin-top:4px}
.field input:not([type=checkbox]),.field select,.field textarea{width:100%;box-sizing:border-box;font:inherit;color:inherit;background:#fff;color:#1b1b1b;border:1px solid #8b8b86;border-radius:min(var(--corner),12px);padding:11px 12px;min-height:48px}
.field textarea{min-height:110px;resize:vertical}
.field.tick label{display:flex;gap:10px;align-items:flex-start;font-weight:480}
.field.choices{border:0;padding:0;margin-inline:0;min-width:0}
.field.choices label{display:flex;gap:10px;align-items:flex-start;font-weight:480}
.field.choices input,.field.tick input{width:22px;height:22px;margin:1px 0 0;flex:none;accent-color:var(--action)}
.field [aria-invalid=true]{border-color:#a93a28!important;box-shadow:0 0 0 1px #a93a28}
.field .with-icon{position:relative;display:block}
.field .with-icon .icon{position:absolute;left:13px;top:14px;width:20px;height:20px;color:#5c5c58;pointer-events:none}
.field .with-icon :is(input,select,textarea){padding-left:42px}
.form-insert{margin-top:16px}
.form-insert :is(p,hr){margin:0}
.form-insert hr{border:0;border-top:1px solid color-mix(in srgb,currentColor 22%,transparent)}
.form-insert img{display:block;width:100%;height:auto;border-radius:var(--corner)}
.wrong{display:block;color:#a02f1e;font-size:.88rem;font-weight:600;margin-top:5px}
.meant{display:inline-block;margin-top:6px;padding:6px 0;min-height:32px;border:0;background:none;font:inherit;font-size:.93rem;font-weight:600;color:inherit;text-decoration:underline;text-underline-offset:3px;cursor:pointer}
.form-wrong{background:#f9e2dc;color:#7d2415;border-radius:8px;padding:10px 12px;margin:12px 0 0;font-weight:600;font-size:.93rem}`;

/** What stands in a question's field already: what was typed, or what the form puts there at first. Nobody agrees before they were asked. */
export function typedIn(
  state: Exclude<FormState, { kind: 'arrived' }>,
  question: Question,
): string {
  const typed = ownValue(state.typed, question.key);
  const mayBegin = state.kind === 'fresh' && question.kind !== 'text-consent';
  return typed ?? (mayBegin ? question.initial : '');
}

/** What is wrong with the answer to a question. */
export const problemAt = (problems: FieldProblem[], question: Question) =>
  problems.find((problem) => problem.field === question.key);

/** One question with its label, its control and what is wrong with the answer. */
export function Field(props: FieldProps) {
  return (
    <>
      <Inserts inserts={props.question.above} />
      <Asked {...props} />
    </>
  );
}

interface FieldProps {
  block: string;
  question: Question;
  typed: string;
  problem: FieldProblem | undefined;
}

function Asked(props: FieldProps) {
  const { question, problem } = props;
  const strings = usePageStrings();
  const id = `${props.block}-${question.key}`;
  const described = [question.help && `${id}-help`, problem && `${id}-wrong`].filter(Boolean);
  const shared = {
    id,
    name: question.key,
    required: question.required,
    'aria-invalid': problem ? true : undefined,
    'aria-describedby': described.length > 0 ? described.join(' ') : undefined,
  };
  const label = (
    <>
      {question.label}
      {!question.required && !isTick(question) && <small> {strings.optional}</small>}
    </>
  );
  const below = (
    <>
      {question.help && (
        <span className="help" id={`${id}-help`}>
          {question.help}
        </span>
      )}
      {problem && (
        <span className="wrong" id={`${id}-wrong`}>
          {fieldWords(problem, question, strings)}
        </span>
      )}
    </>
  );
  if (question.kind === 'choices') {
    const chosen = props.typed.split('\n');
    return (
      <fieldset
        id={id}
        className="field choices"
        tabIndex={-1}
        aria-invalid={shared['aria-invalid']}
        aria-describedby={shared['aria-describedby']}
      >
        <legend>{label}</legend>
        {question.options.map((option, index) => (
          <label key={option} htmlFor={`${id}-${index}`}>
            <input
              type="checkbox"
              id={`${id}-${index}`}
              name={question.key}
              value={option}
              defaultChecked={chosen.includes(option)}
            />
            <span>{option}</span>
          </label>
        ))}
        {below}
      </fieldset>
    );
  }
  if (isTick(question)) {
    return (
      <div className="field tick">
        <label htmlFor={id}>
          <input type="checkbox" value="yes" defaultChecked={props.typed !== ''} {...shared} />
          <span>{label}</span>
        </label>
        {below}
      </div>
    );
  }
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      {question.icon ? (
        <span className="with-icon">
          <IconView icon={question.icon} />
          <Control question={question} typed={props.typed} shared={shared} />
        </span>
      ) : (
        <Control question={question} typed={props.typed} shared={shared} />
      )}
      {below}
    </div>
  );
}

function Control({
  question,
  typed,
  shared,
}: {
  question: Question;
  typed: string;
  shared: Record<string, unknown>;
}) {
  const { choose } = usePageStrings();
  const { longest } = questionKinds[question.kind];
  if (question.kind === 'choice') {
    return (
      <select {...shared} defaultValue={typed}>
        <option value="">{question.placeholder || choose}</option>
        {question.options.map((option) => (
          <option key={option}>{option}</option>
        ))}
      </select>
    );
  }
  const plain = { ...shared, defaultValue: typed, placeholder: question.placeholder || undefined };
  if (question.kind === 'long-text') return <textarea {...plain} maxLength={longest} rows={4} />;
  const hint = hints[question.kind];
  return (
    <input
      type={hint?.type ?? 'text'}
      autoComplete={hint?.autoComplete}
      step={question.kind === 'number' ? 'any' : undefined}
      maxLength={question.kind === 'number' || question.kind === 'date' ? undefined : longest}
      {...plain}
    />
  );
}
