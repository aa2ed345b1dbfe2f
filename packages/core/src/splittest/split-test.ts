import { z } from 'zod';

/** What decides a test: what its visitors are counted for, once each. */
export const testMeasures = ['lead', 'booked', 'press', 'next'] as const;
export type TestMeasure = (typeof testMeasures)[number];

/** What a visitor does who counts, as a sentence goes on after "most visitors" or "how many". */
export const measureNames: Record<TestMeasure, string> = {
  lead: 'send a form',
  booked: 'book a time',
  press: 'press a button or the phone number',
  next: 'go on to the next step',
};

export const testStates = ['planned', 'running', 'ended'] as const;
export type TestState = (typeof testStates)[number];

/** Variations are few: each more takes visitors from the others. */
export const mostVariations = 4;

/** Variations are called A, which is the page as it was, and then B, C and D. */
export const variationLetter = (index: number): string => String.fromCharCode(65 + index);

/** The visitors who take part: those of all kinds named, everybody where none is. */
export const TestAudience = z.object({
  devices: z
    .array(z.enum(['phone', 'wide']))
    .max(2)
    .default([]),
  sources: z.array(z.string().trim().min(1).max(120)).max(20).default([]),
});
export type TestAudience = z.infer<typeof TestAudience>;

/** By how much of itself a rate is hoped to rise: from a twentieth to threefold. */
export const HopedLift = z
  .number()
  .min(0.05, 'Hope for at least 5% more.')
  .max(3, 'Hope for 300% more at most.');
