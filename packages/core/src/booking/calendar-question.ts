import { z } from 'zod';
import { ownValue } from '../basics/index.ts';
import type { BookingAnswer } from './staffing.ts';

/** How a question of a calendar is answered. */
export const calendarQuestionKinds = {
  line: 'A line',
  long: 'Several lines',
  choice: 'One of a list',
  'yes-no': 'Yes or no',
} as const;
export type CalendarQuestionKind = keyof typeof calendarQuestionKinds;

/** What people are asked when they book in a calendar, on every page that offers its times and at the desk. */
export const CalendarQuestion = z
  .strictObject({
    id: z.string().regex(/^[a-z0-9-]{1,40}$/),
    label: z.string().trim().min(1, 'Write the question.').max(160),
    kind: z.enum(
      Object.keys(calendarQuestionKinds) as [CalendarQuestionKind, ...CalendarQuestionKind[]],
    ),
    /** What is chosen from, of `choice`; empty for any other kind. */
    options: z.array(z.string().trim().min(1).max(120)).max(30),
    required: z.boolean(),
  })
  .refine(({ kind, options }) => kind !== 'choice' || options.length > 0, {
    error: 'Give at least one answer to choose.',
    path: ['options'],
  });
export type CalendarQuestion = z.infer<typeof CalendarQuestion>;

/** What was answered to the questions of a calendar, as each was asked; given by the ids of the questions. */
export const answersOf = (
  { questions }: { questions: readonly CalendarQuestion[] },
  given: Readonly<Record<string, string>>,
): BookingAnswer[] =>
  questions.flatMap(({ id, label }) => {
    const answer = ownValue(given, id)?.trim() ?? '';
    return answer ? [{ label, answer }] : [];
  });
