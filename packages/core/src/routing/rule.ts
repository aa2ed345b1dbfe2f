import { z } from 'zod';
import { oneOfKinds, type RuleId } from '../basics/index.ts';
import { Conditions } from '../conditions/index.ts';
import { actionKinds, type ActionNames, type RoutedSoFar, type RoutePlan } from './action-kinds.ts';

export const RuleAction = oneOfKinds('kind', actionKinds);
export type RuleAction = z.infer<typeof RuleAction>;

/** Leads that conditions name get the actions, in order. Conditions that ask nothing name no lead. */
export const RuleContent = z.strictObject({
  name: z.string().trim().min(1).max(80),
  conditions: Conditions,
  actions: z.array(RuleAction).max(20),
  /** The rules after it are not asked about a lead that it matched. */
  stops: z.literal(true).optional(),
});
export type RuleContent = z.infer<typeof RuleContent>;

export interface Rule extends RuleContent {
  id: RuleId;
}

/** An action in a sentence: "assign to Dana". */
export const ruleActionWords = (action: RuleAction, names: ActionNames): string =>
  (actionKinds[action.kind].words as (action: RuleAction, names: ActionNames) => string)(
    action,
    names,
  );

/** Adds what an action does to the plan for a lead. */
export const planAction = (plan: RoutePlan, action: RuleAction, soFar: RoutedSoFar): void =>
  (
    actionKinds[action.kind].effect as (
      plan: RoutePlan,
      action: RuleAction,
      soFar: RoutedSoFar,
    ) => void
  )(plan, action, soFar);
