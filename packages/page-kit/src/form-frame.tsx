import { showRules, trapField, type FieldProblem, type FormDefinition } from '@plumgate/core/forms';
import { withValues } from '@plumgate/core/basics';
import type { BlockOf } from '@plumgate/core/page';
import type { ReactNode } from 'react';
import { BackPicture } from './back-picture.tsx';
import { Inserts } from './form-inserts.tsx';
import { boxClass, pressClass } from './own-css.ts';
import { type PageWords, fieldWords } from '@plumgate/core/languages';
import { isGuided, takesFiles } from './runtime-parts.ts';
import { usePage, type FormState } from './page-context.ts';
import { Lines, Words } from './words.tsx';
import { usePageStrings } from './page-strings.ts';

type Asking = Exclude<FormState, { kind: 'arrived' }>;

/**
 * What every block that asks questions has around them: its title, what is wrong with the whole, the button and the
 * consent line; or, once it has arrived, the message in its place. `data` are attributes for the visitor's script.
 */
export function FormFrame({
  block,
  form,
  data = {},
  children,
}: {
  block: BlockOf<'form' | 'booking'>;
  form: FormDefinition;
  data?: Record<`data-${string}`, string>;
  children: (state: Asking, problems: FieldProblem[]) => ReactNode;
}) {
  const page = usePage();
  const strings = usePageStrings();
  const state = page.formState(block.id);
  const { box } = block;
  const layout = layoutOf(block, form);
  const classes = ['form', boxClass(box), layout].filter(Boolean).join(' ');
  if (state.kind === 'arrived') {
    return (
      <div className={classes} id={block.id} role="status">
        <p className="arrived">
          <Lines text={page.merge(state.message)} />
        </p>
      </div>
    );
  }
  const problems = state.kind === 'refused' ? state.problems : [];
  return (
    <form
      className={classes}
      id={block.id}
      method="post"
      action={page.formAction}
      encType={takesFiles(form) ? 'multipart/form-data' : undefined}
      data-form=""
      data-marked={strings.marked}
      data-unsent={strings.unsent}
      data-meant={strings.didYouMean}
      {...(isGuided(form) && guidance(form, strings))}
      {...data}
    >
      {box.picture && <BackPicture picture={box.picture} surface={box.surface ?? 'paper'} />}
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
      <FilledFor form={form} />
      <input type="hidden" name="_form" value={block.id} />
      <input type="hidden" name="_revision" value={page.revision} />
      <input type="hidden" name="_once" value="" />
      <div className="form-trap" aria-hidden="true">
        <label htmlFor={`${block.id}-trap`}>Website</label>
        <input id={`${block.id}-trap`} name={trapField} tabIndex={-1} autoComplete="off" />
      </div>
      {problems.length > 0 && (
        <p className="form-wrong" role="alert">
          {wholeWords(form, problems, strings)}
        </p>
      )}
      {children(state, problems)}
      <Inserts inserts={form.beforeButton} isLast />
      <button
        className={['press', pressClass(block.press)].filter(Boolean).join(' ')}
        type="submit"
      >
        {page.merge(form.button)}
      </button>
      {form.consent && (
        <p className="consent" data-last="">
          <Lines text={page.merge(form.consent)} />
        </p>
      )}
    </form>
  );
}

/** The name of the person that a personal link has filled a form in for, and the way to empty it. */
function FilledFor({ form }: { form: FormDefinition }) {
  const { filled } = usePage();
  const strings = usePageStrings();
  if (!filled || !form.questions.some((question) => filled.mask(question) !== '')) return null;
  return (
    <p className="filled-for">
      {filled.name && `${withValues(strings.filled.for, { name: filled.name })} `}
      <a href={filled.clear}>{strings.filled.notYou}</a>
    </p>
  );
}

/** How the questions stand, as a class; they have widths of their own only where they stand below each other. */
function layoutOf(block: BlockOf<'form' | 'booking'>, form: FormDefinition): string | false {
  if (block.kind === 'form' && block.layout !== 'stacked') return `form-${block.layout}`;
  return form.questions.some(({ width }) => width !== 'full') && 'form-widths';
}

/** What the visitor's script needs to lead through the parts of a form and to hide what earlier answers say. */
const guidance = (form: FormDefinition, { parts }: PageWords) => ({
  'data-guided': '',
  'data-rules': JSON.stringify(showRules(form)),
  'data-at': parts.at,
  'data-next': parts.next,
  'data-back': parts.back,
});

/** What is wrong with no question in particular; else that some answers are marked. */
function wholeWords(form: FormDefinition, problems: FieldProblem[], strings: PageWords): string {
  const asked = new Set(form.questions.map((question) => question.key));
  const whole = problems.filter((problem) => !asked.has(problem.field));
  return whole.length > 0
    ? whole.map((problem) => fieldWords(problem, { label: problem.field }, strings)).join(' ')
    : strings.marked;
}
