import { z } from 'zod';
import { oneOfKinds, type RuleId } from '../basics/index.ts';
import { actionKinds, type ActionNames, type RoutePlan } from './action-kinds.ts';
import { conditionKinds } from './condition-kinds.ts';

export const Condition = oneOfKinds('about', conditionKinds);
export type Condition = z.infer<typeof Condition>;

export const RuleAction = oneOfKinds('kind', actionKinds);
export type RuleAction = z.infer<typeof RuleAction>;

/** Leads that match the conditions (all of them, or any) get the actions, in order. No condition matches nobody. */
export const RuleContent = z.strictObject({
  name: z.string().trim().min(1).max(80),
  matches: z.enum(['all', 'any']),
  conditions: z.array(Condition).max(20),
  actions: z.array(RuleAction).max(20),
});
export type RuleContent = z.infer<typeof RuleContent>;

export interface Rule extends RuleContent {
  id: RuleId;
}

/** A condition in a sentence: "from the form “First visit”". `name` is the name of what it asks for. */
export const conditionWords = (condition: Condition, name: string): string =>
  conditionKinds[condition.about].words(name);

/** An action in a sentence: "assign to Dana". */
export const ruleActionWords = (action: RuleAction, names: ActionNames): string =>
  (actionKinds[action.kind].words as (action: RuleAction, names: ActionNames) => string)(
    action,
    names,
  );

/** Adds what an action does to the plan for a lead. */
export const planAction = (plan: RoutePlan, action: RuleAction): void =>
  (actionKinds[action.kind].effect as (plan: RoutePlan, action: RuleAction) => void)(plan, action);
