import type { FormId, FunnelId, PageId } from '../basics/index.ts';
import type { RoutePlan } from './action-kinds.ts';
import { planAction, type Condition, type Rule } from './rule.ts';

/** Where a lead came in. */
export interface Arrival {
  form: FormId;
  page: PageId;
  funnel: FunnelId;
  source: string;
}

/**
 * Works the rules in their order. Tags, sequences and addresses add up, each once; a later rule that assigns the lead to
 * somebody wins over an earlier one. A rule without conditions matches nobody: it would sweep in everybody's leads.
 */
export function routeLead(rules: readonly Rule[], arrival: Arrival): RoutePlan {
  const plan: RoutePlan = { matched: [], tags: [], assignee: null, sequences: [], notify: [] };
  for (const rule of rules.filter((rule) => matches(rule, arrival))) {
    plan.matched.push({ id: rule.id, name: rule.name });
    for (const action of rule.actions) planAction(plan, action);
  }
  return plan;
}

/** Whether an arriving lead matches a rule. */
export function matches(rule: Pick<Rule, 'matches' | 'conditions'>, arrival: Arrival): boolean {
  if (rule.conditions.length === 0) return false;
  const holds = (condition: Condition) => arrival[condition.about] === condition.is;
  return rule.matches === 'all' ? rule.conditions.every(holds) : rule.conditions.some(holds);
}
