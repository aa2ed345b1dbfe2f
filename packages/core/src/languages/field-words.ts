import { withValues } from '../basics/index.ts';
import type { VisitorWords } from './visitor-words.ts';
import type { FieldProblem } from '../forms/read-answers.ts';

/** The sentence a visitor reads beside the field, in the page's words. `label` is the question's own words. */
export const fieldWords = (
  problem: FieldProblem,
  label: string,
  { problems }: Pick<VisitorWords, 'problems'>,
): string => withValues(problems[problem.code], { ...problem, label });
