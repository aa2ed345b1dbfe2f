import { fieldWords } from '@plumgate/core/forms';
import { Field, fieldCss, typedIn } from '../field.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { Lines, Words } from '../words.tsx';

export const form: BlockView<'form'> = {
  css: `${fieldCss}
.form{background:var(--paper);color:var(--on-paper);border-radius:calc(var(--corner)*1.4);padding:clamp(20px,3cqi,34px);box-shadow:0 1px 2px #0001,0 14px 34px -18px #0004;border:1px solid #0001}
.form-title{font-family:var(--title-face);font-size:1.5rem;line-height:1.2;font-weight:680;margin:0 0 4px}
.form-intro{margin:0 0 6px;opacity:.8}
.form .press{width:100%;margin-top:20px;display:block;box-sizing:border-box}
.form .press[aria-busy=true]{opacity:.7;cursor:progress}
.on-action .form .press:not(.outline){background:var(--action);border-color:var(--action);color:var(--on-action)}
.consent{font-size:.84rem;opacity:.8;margin:12px 0 0}
.arrived{font-size:1.1rem;font-weight:600;margin:0}`,
  View: function Form({ block }) {
    const page = usePage();
    const form = page.forms[block.formId];
    if (!form) return null;
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
    const known = new Set(form.questions.map((question) => question.key));
    const whole = problems.filter((problem) => !known.has(problem.field));
    return (
      <form className="form" id={block.id} method="post" action={page.formAction} data-form="">
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
        {form.questions.map((question) => (
          <Field
            key={question.id}
            block={block.id}
            question={question}
            typed={typedIn(state, question)}
            problem={problems.find((problem) => problem.field === question.key)}
          />
        ))}
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
