import { z } from 'zod';
import { TimeOfDay } from '../basics/index.ts';
import { mergeProblem } from '../messages/index.ts';
import { NodeId } from '../page/node-id.ts';

const mergeWords = (most: number, needed: string) =>
  z
    .string()
    .trim()
    .min(1, needed)
    .max(most, `Keep it to ${most} characters.`)
    .superRefine((text, context) => {
      const problem = mergeProblem(text);
      if (problem) context.addIssue({ code: 'custom', message: problem });
    });

/** How long after signing up a step happens; whole days may name the local time they happen at. */
export const Delay = z
  .strictObject({
    amount: z.int().min(0).max(1000),
    unit: z.enum(['minutes', 'hours', 'days']),
    at: TimeOfDay.nullable(),
  })
  .refine((delay) => delay.at === null || (delay.unit === 'days' && delay.amount > 0), {
    error: 'A time of day goes with whole days, one or more.',
    path: ['at'],
  });
export type Delay = z.infer<typeof Delay>;

export const SequenceStep = z.strictObject({
  id: NodeId,
  anchor: z.literal('joined'),
  delay: Delay,
  action: z.strictObject({
    kind: z.literal('email'),
    subject: mergeWords(200, 'Give the email a subject.'),
    body: mergeWords(10000, 'Write the message.'),
  }),
});
export type SequenceStep = z.infer<typeof SequenceStep>;

export const SequenceContent = z
  .strictObject({
    name: z.string().trim().min(1, 'Name the sequence.').max(80),
    steps: z.array(SequenceStep).max(50),
  })
  .refine(
    (content) => new Set(content.steps.map((step) => step.id)).size === content.steps.length,
    {
      error: 'Two steps share an id.',
      path: ['steps'],
    },
  );
export type SequenceContent = z.infer<typeof SequenceContent>;
