import { askedTerms, fitsTerm, matches, type Facts } from '../conditions/index.ts';
import type { RuleId, UserId } from '../basics/index.ts';
import type { InTurn } from './take-turns.ts';
import type { RoutePlan } from './action-kinds.ts';
import type { MissedRule } from './missed-rule.ts';
import { planAction, type Rule, type RuleContent } from './rule.ts';

/** What is to be done with a lead, and which rules did not match it. */
export interface RoutedLead extends RoutePlan {
  missed: MissedRule[];
}

/** Whose turn it is by a rule, among those it names; null where none of them is there. */
export type Turns = (rule: RuleId, among: readonly InTurn<UserId>[]) => UserId | null;

const firstInTurn: Turns = (_rule, among) => among[0]?.to ?? null;

/**
 * Works the rules in their order, up to one that stops. Tags, sequences and addresses add up, each once; a later rule that assigns the lead to
 * somebody wins over an earlier one, and finds the tags and the assignee that earlier ones gave.
 */
export function routeLead(
  rules: readonly Rule[],
  facts: Facts,
  turns: Turns = firstInTurn,
): RoutedLead {
  const plan: RoutedLead = {
    matched: [],
    missed: [],
    ...{ tags: [], untags: [], assignee: null, stage: null, value: null, fields: {} },
    ...{ tasks: [], sequences: [], stops: [], notify: [], notifyTexts: [] },
  };
  let stoppedBy: string | undefined;
  for (const rule of rules) {
    const { id, name } = rule;
    if (stoppedBy !== undefined) {
      plan.missed.push({ id, name, matches: rule.conditions.match, failed: [], stoppedBy });
      continue;
    }
    const now = {
      ...facts,
      tags: [...facts.tags.filter((tag) => !plan.untags.includes(tag)), ...plan.tags],
      assignee: plan.assignee ?? facts.assignee,
      stage: plan.stage ?? facts.stage,
      value: plan.value ?? facts.value,
    };
    if (!isFor(rule, now)) {
      plan.missed.push({ id, name, ...whyMissed(rule, now) });
      continue;
    }
    plan.matched.push({ id, name });
    for (const action of rule.actions)
      planAction(plan, action, {
        assignee: plan.assignee ?? facts.assignee,
        pick: (among) => turns(id, among),
      });
    if (rule.stops) stoppedBy = name;
  }
  return plan;
}

/**
 * Whether somebody matches a rule. One that asks nothing matches no lead, as it would sweep in everybody's; where a
 * trigger has named them already it matches.
 */
const isFor = ({ conditions, trigger }: RuleContent, facts: Facts): boolean =>
  (trigger !== undefined || askedTerms(conditions).length > 0) && matches(conditions, facts);

function whyMissed(
  { conditions }: RuleContent,
  facts: Facts,
): Pick<MissedRule, 'matches' | 'failed'> {
  const { match } = conditions;
  // Of all, each that fails is a reason; of any and of none it is the whole list.
  const failed = askedTerms(conditions).filter((term) => match !== 'all' || !fitsTerm(term, facts));
  return { matches: match, failed };
}
