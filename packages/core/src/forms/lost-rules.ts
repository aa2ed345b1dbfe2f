import { isTick, stepsOf, type FormDefinition, type Question } from './form.ts';
import { partsOf } from './form-parts.ts';
import type { ShowIf } from './show-if.ts';

/** A question that is never shown because a rule of it can't be met, and why. */
export interface LostRule {
  question: Question;
  why: 'later' | 'gone' | 'not-offered' | 'empty';
}

/**
 * The questions of a form with a rule that no answers can meet: it asks about a question that comes later or is gone, for an
 * answer that is not offered, or for nothing. Of a rule with several terms of which any is enough, all have to be lost.
 */
export function lostRules(form: Pick<FormDefinition, 'questions'>): LostRule[] {
  const lost: LostRule[] = [];
  const before = new Map<string, Question>();
  const all = new Set(form.questions.map(({ key }) => key));
  for (const part of partsOf(form))
    for (const [index, question] of part.questions.entries()) {
      // A part's rule sees what comes before the part.
      const rules = [index === 0 ? part.showIf : null, question.showIf];
      const why = rules.map((rule) => rule && whyLost(rule, before, all)).find(Boolean);
      if (why) lost.push({ question, why });
      before.set(question.key, question);
    }
  return lost;
}

function whyLost(
  { match, terms }: ShowIf,
  before: ReadonlyMap<string, Question>,
  all: ReadonlySet<string>,
): LostRule['why'] | null {
  const reasons = terms.map((term) => whyTermLost(term, before, all));
  const found = reasons.filter((reason) => reason !== null);
  return (match === 'all' ? found.length > 0 : found.length === terms.length)
    ? (found[0] ?? null)
    : null;
}

function whyTermLost(
  { question: key, test }: ShowIf['terms'][number],
  before: ReadonlyMap<string, Question>,
  all: ReadonlySet<string>,
): LostRule['why'] | null {
  const question = before.get(key);
  if (!question) return all.has(key) ? 'later' : 'gone';
  if (test.op === 'is-answered' || test.op === 'is-more-than' || test.op === 'is-less-than')
    return null;
  const wanted = test.op === 'is-one-of' ? test.values : [test.value];
  if (wanted.every((value) => value.trim() === '')) return 'empty';
  const offered = offeredBy(question);
  return offered && test.op !== 'contains' && !wanted.some((value) => offered.includes(value))
    ? 'not-offered'
    : null;
}

/** The only answers that a question can have; null where it can be answered with anything. */
export function offeredBy(question: Question): string[] | null {
  if (isTick(question)) return ['yes'];
  if (question.kind === 'rating') return stepsOf(question.scale).map(String);
  return question.kind === 'choice' || question.kind === 'choices' ? question.options : null;
}
