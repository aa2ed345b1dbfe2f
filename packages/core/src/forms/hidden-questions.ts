import { compare } from '../conditions/compare.ts';
import type { ShowIf } from './show-if.ts';

/** A question as far as it matters for showing it: its key, and the rules of itself and of its part. */
export interface MayHide {
  key: string;
  rules: readonly ShowIf[];
}

/**
 * The keys of the questions that are not shown. `questions` are in the form's order and `valuesOf` gives what was typed or
 * chosen. A rule sees only what stands before it and is shown itself: what depends on a hidden answer is hidden with it.
 * The browser, the server and the editor all ask this one function, so it brings nothing large with it.
 */
export function hiddenQuestions(
  questions: readonly MayHide[],
  valuesOf: (key: string) => readonly string[],
): Set<string> {
  const hidden = new Set<string>();
  const shown = new Set<string>();
  const seen = (key: string) => (shown.has(key) ? valuesOf(key) : []);
  for (const { key, rules } of questions)
    (rules.every((rule) => isMet(rule, seen)) ? shown : hidden).add(key);
  return hidden;
}

/** Whether a rule is met by what was answered. */
export function isMet(
  { match, terms }: ShowIf,
  valuesOf: (key: string) => readonly string[],
): boolean {
  const met = ({ question, test }: ShowIf['terms'][number]) => compare(test, valuesOf(question));
  return match === 'all' ? terms.every(met) : terms.some(met);
}
