import { z } from 'zod';
import { marked, visitMarked } from '../basics/index.ts';
import { unknownMergeFields, type MergeField } from './merge-catalogue.ts';
import { mergeProblem } from './merge.ts';

/** Words of a message: merge fields are checked as they are written. */
export const mergeWords = (most: number, needed: string) =>
  marked(
    z
      .string()
      .trim()
      .min(1, needed)
      .max(most, `Keep it to ${most} characters.`)
      .superRefine((text, context) => {
        const problem = mergeProblem(text);
        if (problem) context.addIssue({ code: 'custom', message: problem });
      }),
    { words: (text: string) => text },
  );

/** Where words of a document name a merge field that does not exist, with the field; `at` is the way to the words. */
export function unknownMergeFieldsIn(
  schema: z.ZodType,
  document: unknown,
  known: readonly MergeField[],
): { at: string; field: string }[] {
  const unknown: { at: string; field: string }[] = [];
  visitMarked(schema, document, ({ words }, value, at) => {
    if (!words) return;
    for (const field of unknownMergeFields(words(value as never), known))
      unknown.push({ at, field });
  });
  return unknown;
}
