import { z } from 'zod';
import { Comparison } from '../conditions/comparison.ts';

/** The name of a question's input in the HTML form, and the answer's key ever after. */
export const QuestionKey = z.string().regex(/^[a-z][a-z0-9_]{0,39}$/);

/** One thing that is asked of an earlier answer. */
const ShowIfTerm = z.strictObject({ question: QuestionKey, test: Comparison });

/** When a question or a part is shown: all of its terms are met, or any. */
export const ShowIf = z.strictObject({
  match: z.enum(['all', 'any']),
  terms: z.array(ShowIfTerm).min(1).max(10),
});
export type ShowIf = z.infer<typeof ShowIf>;
