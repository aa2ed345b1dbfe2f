import { fieldWords, type FieldProblem, type Question } from '@plumgate/core/forms';
import { Field, typedIn } from '../field.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { slotField, Times, timesCss } from '../times.tsx';
import { Lines, Words } from '../words.tsx';

/** Questions that tell who somebody is: not asked again of a visitor who has answered them. */
const whoKinds = new Set<Question['kind']>([
  'full-name',
  'first-name',
  'last-name',
  'email',
  'phone',
]);

export const booking: BlockView<'booking'> = {
  css: `${timesCss}
.who{margin-top:16px;border:1px solid #0002;border-radius:min(var(--corner),12px);padding:0 14px}
.who summary{padding:11px 0;cursor:pointer;overflow-wrap:anywhere}
.who .field:last-child{margin-bottom:14px}`,
  View: function Booking({ block }) {
    const page = usePage();
    const form = page.forms[block.formId];
    const times = page.times(block.calendarId);
    if (!form || (!times && !page.editing)) return null;
    const state = page.formState(block.id);
    if (state.kind === 'arrived') {
      return (
        <div className="form" id={block.id} role="status">
          <p className="arrived">
            <Lines text={page.merge(state.message)} />
          </p>
        </div>
      );
    }
    const problems = state.kind === 'refused' ? state.problems : [];
    const asked = new Set(form.questions.map((question) => question.key));
    const whole = problems.filter((problem) => !asked.has(problem.field));
    const isKnown = (question: Question) =>
      whoKinds.has(question.kind) && page.known !== null && typedIn(state, question) !== '';
    const known = form.questions.filter(isKnown);
    const rest = form.questions.filter((question) => !isKnown(question));
    const field = (question: Question) => (
      <Field
        key={question.id}
        block={block.id}
        question={question}
        typed={typedIn(state, question)}
        problem={problemAt(problems, question)}
      />
    );
    return (
      <form
        className="form"
        id={block.id}
        method="post"
        action={page.formAction}
        data-form=""
        data-calendar={block.calendarId}
        data-slots={`/~/slots/${block.calendarId}`}
      >
        {(block.title || page.editing) && (
          <p className="form-title">
            <Words part={block.id} setting="title" text={block.title} />
          </p>
        )}
        {(block.intro || page.editing) && (
          <p className="form-intro">
            <Words part={block.id} setting="intro" text={block.intro} />
          </p>
        )}
        <input type="hidden" name="_form" value={block.id} />
        <input type="hidden" name="_revision" value={page.revision} />
        <input type="hidden" name="_once" value="" />
        {problems.length > 0 && (
          <p className="form-wrong" role="alert">
            {whole.length > 0
              ? whole.map((problem) => fieldWords(problem, problem.field)).join(' ')
              : 'Not sent yet. Please look at the marked answers.'}
          </p>
        )}
        {times ? (
          <Times times={times} chosen={state.typed[slotField] ?? ''} />
        ) : (
          <p className="form-wrong">Choose a calendar for this block.</p>
        )}
        {known.length > 0 && (
          <details className="who" open={known.some((question) => problemAt(problems, question))}>
            <summary>
              For {[page.known!.name, page.known!.email].filter(Boolean).join(', ')}
            </summary>
            {known.map(field)}
          </details>
        )}
        {rest.map(field)}
        <button className="press" type="submit">
          {page.merge(form.button)}
        </button>
        {form.consent && (
          <p className="consent">
            <Lines text={page.merge(form.consent)} />
          </p>
        )}
      </form>
    );
  },
};

const problemAt = (problems: FieldProblem[], question: Question) =>
  problems.find((problem) => problem.field === question.key);
