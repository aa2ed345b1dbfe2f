import { askedTerms, fitsTerm, matches, type Facts } from '../conditions/index.ts';
import type { RoutePlan } from './action-kinds.ts';
import type { MissedRule } from './missed-rule.ts';
import { planAction, type Rule, type RuleContent } from './rule.ts';

/** What is to be done with a lead, and which rules did not match it. */
export interface RoutedLead extends RoutePlan {
  missed: MissedRule[];
}

/**
 * Works the rules in their order. Tags, sequences and addresses add up, each once; a later rule that assigns the lead to
 * somebody wins over an earlier one, and finds the tags and the assignee that earlier ones gave.
 */
export function routeLead(rules: readonly Rule[], facts: Facts): RoutedLead {
  const plan: RoutedLead = {
    matched: [],
    missed: [],
    tags: [],
    assignee: null,
    stage: null,
    tasks: [],
    sequences: [],
    notify: [],
  };
  for (const rule of rules) {
    const { id, name } = rule;
    const now = {
      ...facts,
      tags: [...facts.tags, ...plan.tags],
      assignee: plan.assignee ?? facts.assignee,
      stage: plan.stage ?? facts.stage,
    };
    if (!isFor(rule, now)) {
      plan.missed.push({ id, name, ...whyMissed(rule, now) });
      continue;
    }
    plan.matched.push({ id, name });
    for (const action of rule.actions) planAction(plan, action);
  }
  return plan;
}

/** Whether a lead matches a rule. One that asks nothing matches nobody: it would sweep in everybody's leads. */
const isFor = ({ conditions }: Pick<RuleContent, 'conditions'>, facts: Facts): boolean =>
  askedTerms(conditions).length > 0 && matches(conditions, facts);

function whyMissed(
  { conditions }: RuleContent,
  facts: Facts,
): Pick<MissedRule, 'matches' | 'failed'> {
  const { match } = conditions;
  // Of all, each that fails is a reason; of any and of none it is the whole list.
  const failed = askedTerms(conditions).filter((term) => match !== 'all' || !fitsTerm(term, facts));
  return { matches: match, failed };
}
