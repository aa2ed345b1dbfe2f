import { type FieldProblem, type FormDefinition } from '@plumgate/core/forms';
import type { BlockOf } from '@plumgate/core/page';
import type { ReactNode } from 'react';
import { BackPicture } from './back-picture.tsx';
import { Inserts } from './form-inserts.tsx';
import { boxClass, pressClass } from './own-css.ts';
import { type PageWords, fieldWords } from '@plumgate/core/languages';
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
  const layout = block.kind === 'form' && block.layout !== 'stacked' && `form-${block.layout}`;
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
      data-form=""
      data-marked={strings.marked}
      data-unsent={strings.unsent}
      data-meant={strings.didYouMean}
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
      <input type="hidden" name="_form" value={block.id} />
      <input type="hidden" name="_revision" value={page.revision} />
      <input type="hidden" name="_once" value="" />
      {problems.length > 0 && (
        <p className="form-wrong" role="alert">
          {wholeWords(form, problems, strings)}
        </p>
      )}
      {children(state, problems)}
      <Inserts inserts={form.beforeButton} />
      <button
        className={['press', pressClass(block.press)].filter(Boolean).join(' ')}
        type="submit"
      >
        {page.merge(form.button)}
      </button>
      {form.consent && (
        <p className="consent">
          <Lines text={page.merge(form.consent)} />
        </p>
      )}
    </form>
  );
}

/** What is wrong with no question in particular; else that some answers are marked. */
function wholeWords(form: FormDefinition, problems: FieldProblem[], strings: PageWords): string {
  const asked = new Set(form.questions.map((question) => question.key));
  const whole = problems.filter((problem) => !asked.has(problem.field));
  return whole.length > 0
    ? whole.map((problem) => fieldWords(problem, { label: problem.field }, strings)).join(' ')
    : strings.marked;
}
