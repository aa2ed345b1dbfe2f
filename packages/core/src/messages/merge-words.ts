import { z } from 'zod';
import { mergeProblem } from './merge.ts';

/** Words of a message: merge fields are checked as they are written. */
export const mergeWords = (most: number, needed: string) =>
  z
    .string()
    .trim()
    .min(1, needed)
    .max(most, `Keep it to ${most} characters.`)
    .superRefine((text, context) => {
      const problem = mergeProblem(text);
      if (problem) context.addIssue({ code: 'custom', message: problem });
    });
