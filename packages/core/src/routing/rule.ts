import { z } from 'zod';
import { FormId, FunnelId, PageId, type RuleId, SequenceId, UserId } from '../basics/index.ts';

/** A tag as people type it: short, lower case, words joined by hyphens or spaces. */
export const Tag = z
  .string()
  .trim()
  .toLowerCase()
  .min(1)
  .max(40, 'Keep a tag to 40 characters.')
  .regex(/^[^,<>]+$/, 'A tag has no commas or angle brackets.');

export const Condition = z.discriminatedUnion('about', [
  z.strictObject({ about: z.literal('form'), is: FormId }),
  z.strictObject({ about: z.literal('page'), is: PageId }),
  z.strictObject({ about: z.literal('funnel'), is: FunnelId }),
  z.strictObject({ about: z.literal('source'), is: z.string().min(1).max(100) }),
]);
export type Condition = z.infer<typeof Condition>;

export const RuleAction = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('tag'), tag: Tag }),
  z.strictObject({ do: z.literal('give'), to: UserId }),
  z.strictObject({ do: z.literal('start'), sequence: SequenceId }),
  z.strictObject({ do: z.literal('tell'), email: z.email() }),
]);
export type RuleAction = z.infer<typeof RuleAction>;

/** Leads that meet the conditions (all of them, or any) get the actions, in order. No condition meets nobody. */
export const RuleContent = z.strictObject({
  name: z.string().trim().min(1).max(80),
  meets: z.enum(['all', 'any']),
  conditions: z.array(Condition).max(20),
  actions: z.array(RuleAction).max(20),
});
export type RuleContent = z.infer<typeof RuleContent>;

export interface Rule extends RuleContent {
  id: RuleId;
}
