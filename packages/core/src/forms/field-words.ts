import { withValues } from '../basics/index.ts';
import type { VisitorWords } from '../languages/index.ts';
import type { FieldProblem } from './read-answers.ts';

/** The sentence a visitor reads beside the field, in the page's words. `label` is the question's own words. */
export const fieldWords = (
  problem: FieldProblem,
  label: string,
  { problems }: Pick<VisitorWords, 'problems'>,
): string => withValues(problems[problem.code], { ...problem, label });
