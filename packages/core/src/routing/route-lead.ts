import type { FormId, FunnelId, PageId } from '../basics/index.ts';
import type { RoutePlan } from './action-kinds.ts';
import type { MissedRule } from './missed-rule.ts';
import { planAction, type Condition, type Rule } from './rule.ts';

/** Where a lead came in. */
export interface Arrival {
  form: FormId;
  page: PageId;
  funnel: FunnelId;
  source: string;
}

/** What is to be done with a lead, and which rules did not match it. */
export interface RoutedLead extends RoutePlan {
  missed: MissedRule[];
}

/**
 * Works the rules in their order. Tags, sequences and addresses add up, each once; a later rule that assigns the lead to
 * somebody wins over an earlier one. A rule without conditions matches nobody: it would sweep in everybody's leads.
 */
export function routeLead(rules: readonly Rule[], arrival: Arrival): RoutedLead {
  const plan: RoutedLead = {
    matched: [],
    missed: [],
    tags: [],
    assignee: null,
    sequences: [],
    notify: [],
  };
  for (const rule of rules) {
    const { id, name } = rule;
    if (!matches(rule, arrival)) {
      const failed = rule.conditions.filter((condition) => !holds(condition, arrival));
      plan.missed.push({ id, name, matches: rule.matches, failed });
      continue;
    }
    plan.matched.push({ id, name });
    for (const action of rule.actions) planAction(plan, action);
  }
  return plan;
}

/** Whether an arriving lead matches a rule. */
export function matches(rule: Pick<Rule, 'matches' | 'conditions'>, arrival: Arrival): boolean {
  if (rule.conditions.length === 0) return false;
  const isTrue = (condition: Condition) => holds(condition, arrival);
  return rule.matches === 'all' ? rule.conditions.every(isTrue) : rule.conditions.some(isTrue);
}

const holds = (condition: Condition, arrival: Arrival): boolean =>
  arrival[condition.about] === condition.is;
