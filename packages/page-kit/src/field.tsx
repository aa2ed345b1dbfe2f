import { ownValue } from '@plumgate/core/basics';
import { isTick, type FieldProblem, type Question } from '@plumgate/core/forms';
import { fieldWords } from '@plumgate/core/languages';
import { Inserts } from './form-inserts.tsx';
import { Choices, Control, isGroup } from './field-control.tsx';
import { IconView } from './icon-view.tsx';
import { usePage, type FormState } from './page-context.ts';
import { usePageStrings } from './page-strings.ts';

/** The CSS of questions, for every block that asks any. */
export const fieldCss = `
.field{margin-top:14px}
.field label,.field legend{display:block;font-weight:620;font-size:.94rem;margin-bottom:5px;padding:0}
.field .help{display:block;font-size:.88rem;opacity:.75;margin-top:4px}
.field input:not([type=checkbox],[type=radio]),.field select,.field textarea{width:100%;box-sizing:border-box;font:inherit;color:inherit;background:#fff;color:#1b1b1b;border:1px solid #8b8b86;border-radius:min(var(--corner),12px);padding:11px 12px;min-height:48px}
.field textarea{min-height:110px;resize:vertical}
.field.tick label{display:flex;gap:10px;align-items:flex-start;font-weight:480}
.field.choices{border:0;padding:0;margin-inline:0;min-width:0}
.field.choices label{display:flex;gap:10px;align-items:flex-start;font-weight:480}
.field.choices input,.field.tick input{width:22px;height:22px;margin:1px 0 0;flex:none;accent-color:var(--action)}
.field .buttons{display:flex;flex-wrap:wrap;gap:8px}
.field .buttons label{position:relative;margin:0;min-height:46px;box-sizing:border-box;padding:10px 16px;align-items:center;justify-content:center;background:#fff;color:#1b1b1b;border:1px solid #8b8b86;border-radius:min(var(--corner),12px);cursor:pointer}
.field .buttons input{position:absolute;opacity:0;inset:0;width:100%;height:100%;margin:0;cursor:pointer}
.field .buttons label:has(:checked){border-color:var(--action);box-shadow:inset 0 0 0 2px var(--action);font-weight:640}
.field .buttons label:has(:focus-visible){outline:3px solid var(--action);outline-offset:2px}
.field .scale{display:grid;grid-auto-flow:column;grid-auto-columns:minmax(0,1fr);gap:6px;max-width:560px}
.field .scale.many{gap:3px}
.field .scale label{padding-inline:0}
.field .ends{display:flex;justify-content:space-between;gap:16px;max-width:560px;font-size:.88rem;opacity:.8;margin-top:5px}
.field [aria-invalid=true],.field.choices[aria-invalid=true] .buttons label{border-color:#a93a28!important;box-shadow:0 0 0 1px #a93a28}
.field .with-icon{position:relative;display:block}
.field .with-icon .icon{position:absolute;left:13px;top:14px;width:20px;height:20px;color:#5c5c58;pointer-events:none}
.field .with-icon :is(input,select,textarea){padding-left:42px}
.field .kept-files{list-style:none;margin:0 0 6px;padding:0;font-size:.93rem}
.field .kept-files:empty{display:none}
.field .kept-files li{display:flex;gap:10px;align-items:center;overflow-wrap:anywhere}
.field .kept-files button{flex:none;min-height:32px;padding:4px 0;border:0;background:none;font:inherit;font-weight:600;color:inherit;text-decoration:underline;cursor:pointer}
.field ::file-selector-button{font:inherit;margin-right:10px}
.filled-for{margin:8px 0 0;font-size:.93rem}
.filled-for a{display:inline-block;padding:4px 0;color:inherit;font-weight:600}
.form-trap{position:absolute;left:-9999px;width:1px;height:1px;overflow:hidden}
.form [hidden]{display:none!important}
.form-part{border:0;margin:0;padding:0;min-width:0}
.form-part+.form-part{margin-top:26px}
.part-title{font-family:var(--title-face);font-size:1.15rem;font-weight:var(--weight,650);margin:10px 0 0;padding:0}
.part-way{display:flex;justify-content:space-between;align-items:center;gap:12px;font-size:.88rem;margin:6px 0 0}
.part-way progress{flex:1;max-width:220px;height:6px;accent-color:var(--action)}
.part-back{margin:14px 0 -12px;padding:8px 0;min-height:44px;border:0;background:none;font:inherit;font-weight:600;color:inherit;text-decoration:underline;text-underline-offset:3px;cursor:pointer}
.form-widths,.form-widths .form-part{display:grid;grid-template-columns:repeat(6,minmax(0,1fr));column-gap:14px;align-items:start}
:is(.form-widths,.form-widths .form-part)>*{grid-column:1/-1}
:is(.form-widths,.form-widths .form-part)>.half{grid-column:span 3}
:is(.form-widths,.form-widths .form-part)>.third{grid-column:span 2}
@container (max-width:560px){.form-widths,.form-widths .form-part{display:block}}
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
  const mayBegin = state.kind === 'fresh' && question.kind !== 'consent';
  return typed ?? (mayBegin ? question.initial : '');
}

/** What is wrong with the answer to a question. */
export const problemAt = (problems: FieldProblem[], question: Question) =>
  problems.find((problem) => problem.field === question.key);

/** One question with its label, its control and what is wrong with the answer; a hidden value shows nothing. */
export function Field(props: FieldProps) {
  const { question, isConditional = false } = props;
  if (question.kind === 'hidden') return null;
  const asks = isConditional ? question.key : undefined;
  return (
    <>
      <Inserts inserts={question.above} asks={asks} />
      <Asked {...props} asks={asks} />
    </>
  );
}

interface FieldProps {
  block: string;
  question: Question;
  typed: string;
  problem: FieldProblem | undefined;
  /** Earlier answers may hide it: then a browser without script must not insist on an answer. */
  isConditional?: boolean;
}

function Asked(props: FieldProps & { asks: string | undefined }) {
  const { question, problem, typed, asks } = props;
  const strings = usePageStrings();
  const mask = usePage().filled?.mask(question) ?? '';
  const id = `${props.block}-${question.key}`;
  const described = [question.help && `${id}-help`, problem && `${id}-wrong`].filter(Boolean);
  const shared = {
    id,
    name: question.key,
    // What is known and left empty is filled in by the server.
    required: question.required && asks === undefined && mask === '',
    'aria-invalid': problem ? true : undefined,
    'aria-describedby': described.length > 0 ? described.join(' ') : undefined,
  };
  const width = question.width === 'full' ? '' : question.width;
  const className = (kind = '') => ['field', kind, width].filter(Boolean).join(' ');
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
  if (isGroup(question)) {
    const { 'aria-invalid': invalid, 'aria-describedby': describedBy } = shared;
    return (
      <fieldset
        id={id}
        className={className('choices')}
        tabIndex={-1}
        aria-invalid={invalid}
        aria-describedby={describedBy}
        data-asks={asks}
      >
        <legend>{label}</legend>
        <Choices question={question} typed={typed} id={id} required={shared.required} />
        {below}
      </fieldset>
    );
  }
  if (isTick(question)) {
    return (
      <div className={className('tick')} data-asks={asks}>
        <label htmlFor={id}>
          <input type="checkbox" value="yes" defaultChecked={typed !== ''} {...shared} />
          <span>{label}</span>
        </label>
        {below}
      </div>
    );
  }
  return (
    <div className={className()} data-asks={asks}>
      <label htmlFor={id}>{label}</label>
      {question.icon ? (
        <span className="with-icon">
          <IconView icon={question.icon} />
          <Control question={question} typed={typed} mask={mask} shared={shared} />
        </span>
      ) : (
        <Control question={question} typed={typed} mask={mask} shared={shared} />
      )}
      {below}
    </div>
  );
}
