import {
  isText,
  phoneExample,
  questionKinds,
  stepsOf,
  textPatterns,
  uploadKinds,
  uploadsIn,
  type Question,
} from '@plumgate/core/forms';
import { usePage } from './page-context.ts';
import { usePageStrings } from './page-strings.ts';

/** What a browser needs to know to fill a field by itself and show the right keys. */
const hints: Partial<Record<Question['kind'], React.InputHTMLAttributes<HTMLInputElement>>> = {
  'full-name': { autoComplete: 'name' },
  'first-name': { autoComplete: 'given-name' },
  'last-name': { autoComplete: 'family-name' },
  email: { type: 'email', autoComplete: 'email' },
  phone: { type: 'tel', autoComplete: 'tel' },
  date: { type: 'date' },
  time: { type: 'time' },
  number: { type: 'number', step: 'any' },
  address: { autoComplete: 'street-address' },
  // Of the type `url`, a browser without script would insist on `https://`.
  website: { inputMode: 'url', autoComplete: 'url' },
};

/** A question whose answers are buttons or boxes in a group, not one control. */
export const isGroup = ({ kind, display }: Pick<Question, 'kind' | 'display'>): boolean =>
  kind === 'choices' || kind === 'rating' || (kind === 'choice' && display !== 'dropdown');

/** The answers of a group: boxes for several, else one of them; in a list, as buttons, or along a scale. */
export function Choices({
  question,
  typed,
  id,
  required,
}: {
  question: Question;
  typed: string;
  id: string;
  required: boolean;
}) {
  const { kind, display, scale } = question;
  const steps = stepsOf(scale);
  const options = kind === 'rating' ? steps.map(String) : question.options;
  const chosen = typed.split('\n');
  const isMany = kind === 'choices';
  const list = options.map((option, index) => (
    <label key={option} htmlFor={`${id}-${index}`}>
      <input
        type={isMany ? 'checkbox' : 'radio'}
        id={`${id}-${index}`}
        name={question.key}
        value={option}
        required={required && !isMany}
        defaultChecked={chosen.includes(option)}
      />
      <span>{option}</span>
    </label>
  ));
  if (kind === 'rating')
    return (
      <>
        <div className={`buttons scale${steps.length > 5 ? ' many' : ''}`}>{list}</div>
        {(scale.low || scale.high) && (
          <div className="ends">
            <span>{scale.low}</span>
            <span>{scale.high}</span>
          </div>
        )}
      </>
    );
  return display === 'buttons' ? <div className="buttons">{list}</div> : list;
}

/** The one control of a question that is no group. */
export function Control({
  question,
  typed,
  mask,
  shared,
}: {
  question: Question;
  typed: string;
  /** What stands for an answer that is known and not shown; empty for none. */
  mask: string;
  shared: Record<string, unknown>;
}) {
  const { choose } = usePageStrings();
  const { facts } = usePage();
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
  if (question.kind === 'file') return <Files question={question} typed={typed} shared={shared} />;
  const plain = {
    ...shared,
    ...limitsOf(question),
    defaultValue: typed,
    placeholder:
      mask ||
      question.placeholder ||
      (question.kind === 'phone' && phoneExample(facts.country)) ||
      undefined,
  };
  if (question.kind === 'long-text') return <textarea {...plain} rows={4} />;
  return <input type="text" {...hints[question.kind]} {...plain} />;
}

/** A field for files, with those that were sent before and are kept: they need not be chosen again. */
function Files({
  question,
  typed,
  shared,
}: {
  question: Question;
  typed: string;
  shared: Record<string, unknown>;
}) {
  const { remove } = usePageStrings().files;
  const kept = uploadsIn(typed);
  const { key, upload } = question;
  return (
    <>
      <input type="hidden" name={key} defaultValue={typed} data-kept="" data-remove={remove} />
      <ul className="kept-files">
        {kept.map(({ upload, name }) => (
          <li key={upload}>{name}</li>
        ))}
      </ul>
      <input
        {...shared}
        required={shared.required === true && kept.length === 0}
        type="file"
        accept={uploadKinds[upload.takes].accept}
        multiple={upload.most > 1}
      />
    </>
  );
}

/** What the browser itself holds an answer to. */
function limitsOf(question: Question): object {
  const { kind, limits } = question;
  const [least, most] = [limits.least ?? undefined, limits.most ?? undefined];
  if (kind === 'number') return { min: least, max: most };
  if (kind === 'date' || kind === 'time') return {};
  const { longest } = questionKinds[kind];
  if (!isText(question)) return { maxLength: longest };
  return {
    minLength: least,
    maxLength: Math.min(most ?? longest, longest),
    ...(limits.pattern && { pattern: textPatterns[limits.pattern].source }),
  };
}
