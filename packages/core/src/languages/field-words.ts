import { withValues } from '../basics/index.ts';
import type { VisitorWords } from './visitor-words.ts';
import type { FieldProblem } from '../forms/read-answers.ts';

/**
 * The sentence a visitor reads beside the field: the question's own where it has one, else the page's with the question's
 * label. That nothing could be stored just now is said in the page's words whatever the question says.
 */
export const fieldWords = (
  problem: FieldProblem,
  { label, errorText = '' }: { label: string; errorText?: string },
  { problems }: Pick<VisitorWords, 'problems'>,
): string =>
  errorText && problem.code !== 'unavailable'
    ? errorText
    : withValues(problems[problem.code], { ...problem, label });
