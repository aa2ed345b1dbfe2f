import { z } from 'zod';
import { oneOfKinds, type RuleId } from '../basics/index.ts';
import { Conditions, type TermNames } from '../conditions/index.ts';
import { triggerKinds, type Happening } from './trigger-kinds.ts';
import { actionKinds, type ActionNames, type RoutedSoFar, type RoutePlan } from './action-kinds.ts';

export const RuleAction = oneOfKinds('kind', actionKinds);
export type RuleAction = z.infer<typeof RuleAction>;

/** What sets off a rule that no lead's arrival does. */
export const RuleTrigger = oneOfKinds('kind', triggerKinds);
export type RuleTrigger = z.infer<typeof RuleTrigger>;

/**
 * People that conditions name get the actions, in order: leads as they arrive, or with a trigger whoever does what it
 * names. Conditions that ask nothing name no lead; with a trigger they name everybody who does it.
 */
export const RuleContent = z.strictObject({
  name: z.string().trim().min(1).max(80),
  trigger: RuleTrigger.optional(),
  conditions: Conditions,
  actions: z.array(RuleAction).max(20),
  /** The rules after it are not asked about a lead that it matched. */
  stops: z.literal(true).optional(),
});
export type RuleContent = z.infer<typeof RuleContent>;

export interface Rule extends RuleContent {
  id: RuleId;
}

/** Whether what somebody did is what a trigger waits for. */
export const setsOff = (trigger: RuleTrigger, happening: Happening): boolean =>
  (triggerKinds[trigger.kind].fits as (trigger: RuleTrigger, happening: Happening) => boolean)(
    trigger,
    happening,
  );

/** A trigger as part of "When somebody …": "presses “Call us” on “Open house”, once per person". */
export function triggerWords(trigger: RuleTrigger, names: TermNames): string {
  const { words } = triggerKinds[trigger.kind];
  const does = (words as (trigger: RuleTrigger, names: TermNames) => string)(trigger, names);
  return `${does}, ${trigger.each ? 'each time' : 'once per person'}`;
}

/** What somebody did, as what they are told of for: "pressed “Call us” on “Open house”". */
export const happeningWords = (happening: Happening, names: TermNames): string =>
  (triggerKinds[happening.did].did as (happening: Happening, names: TermNames) => string)(
    happening,
    names,
  );

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
