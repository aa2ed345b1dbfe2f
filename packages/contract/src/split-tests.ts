import { InstantText, PageId, RevisionId, TestId, VariationId } from '@plumgate/core/basics';
import {
  HopedLift,
  mostVariations,
  TestAudience,
  testMeasures,
  testStates,
} from '@plumgate/core/splittest';
import { z } from 'zod';

/** From one bound to the other, as shares of all visitors. */
const Bounds = z.object({ low: z.number(), high: z.number() });

/** What somebody wants to find out, as it can be changed until the test begins. */
export const TestIdea = z.object({
  hypothesis: z.string().trim().min(1, 'Say in a sentence what you expect.').max(300),
  measure: z.enum(testMeasures).default('lead'),
  /** By how much of itself the rate is hoped to rise: 0.3 from 10% to 13%. */
  lift: HopedLift.default(0.2),
  /** The rate to plan by, from 0 to 1; the page's own where it is left out. */
  base: z.number().gte(0.0001, 'Give a rate of at least 0.01%.').max(1).optional(),
  /** What is different on the page's draft, in words. */
  change: z.string().trim().max(200).default(''),
  /** The weight of each variation, the page as it is first. */
  shares: z
    .array(z.int('Give whole numbers.').min(1, 'Each variation takes a share.').max(100))
    .min(2)
    .max(mostVariations)
    .optional(),
  audience: TestAudience.default({ devices: [], sources: [] }),
});
export type TestIdea = z.infer<typeof TestIdea>;

/** What a page is like that somebody wants to test. */
export const TestGrounds = z.object({
  /** The share of its visitors of the last 90 days who do what decides; null where too few came to say. */
  rate: z.number().nullable(),
  visitors: z.int(),
  /** How many come on a day. */
  perDay: z.number(),
  /** It can be seen by visitors. */
  isLive: z.boolean(),
  /** The draft differs from what visitors see. */
  isChanged: z.boolean(),
  /** Where its visitors came from, most first. */
  sources: z.array(z.string()),
});

export const VariationView = z.object({
  variationId: VariationId,
  letter: z.string(),
  /** What is different on it. */
  change: z.string(),
  share: z.int(),
  /** What visitors see of it; null until the test begins. */
  revisionId: RevisionId.nullable(),
  visitors: z.int(),
  conversions: z.int(),
  rate: Bounds.extend({ value: z.number().nullable() }),
  /** How far its rate lies above that of the page as it was, by bounds that hold at every look; null for that page itself. */
  difference: Bounds.nullable(),
});
export type VariationView = z.infer<typeof VariationView>;

export const TestSummary = z.object({
  testId: TestId,
  page: z.object({ pageId: PageId, name: z.string(), isDeleted: z.boolean() }),
  hypothesis: z.string(),
  measure: z.enum(testMeasures),
  state: z.enum(testStates),
  madeAt: InstantText,
  startedAt: InstantText.nullable(),
  endedAt: InstantText.nullable(),
  verdict: z.enum(['too-early', 'no-difference', 'winner']),
  /** The letter of the variation that is better than all others. */
  winner: z.string().nullable(),
  /** The letter of the variation that was kept at the end. */
  kept: z.string().nullable(),
  variations: z.array(VariationView),
});
export type TestSummary = z.infer<typeof TestSummary>;

export const TestView = TestSummary.extend({
  base: z.number(),
  lift: z.number(),
  audience: TestAudience,
  warnings: z.array(z.enum(['few-visitors', 'week-not-over', 'shares-off', 'breaks', 'slow'])),
  /** Whole days since it began, until it ended. */
  days: z.int(),
  plan: z.object({
    /** Null where the rate can't rise by so much. */
    visitorsEach: z.int().nullable(),
    /** How many came to the page on a day before the test. */
    perDay: z.number(),
    /** After so many days at the latest a difference of the size hoped for is found in 8 of 10 tests; null where nobody comes. */
    days: z.int().nullable(),
  }),
  lesson: z.string(),
  /** Nothing differs between the draft and the page as visitors see it; of a planned test. */
  isSame: z.boolean(),
});
export type TestView = z.infer<typeof TestView>;
