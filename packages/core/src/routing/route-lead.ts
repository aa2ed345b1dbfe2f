import { unreachable } from '../basics/index.ts';
import type { FormId, FunnelId, PageId, RuleId, SequenceId, UserId } from '../basics/index.ts';
import type { Condition, Rule } from './rule.ts';

/** Where a lead came in. */
export interface Arrival {
  form: FormId;
  page: PageId;
  funnel: FunnelId;
  source: string;
}

/** What is to be done with a lead, and by which rules. The services carry it out in the lead's transaction. */
export interface RoutePlan {
  met: { id: RuleId; name: string }[];
  tags: string[];
  owner: UserId | null;
  sequences: SequenceId[];
  tell: string[];
}

/**
 * Works the rules in their order. Tags, sequences and addresses add up, each once; a later rule that gives the lead to
 * somebody wins over an earlier one. A rule without conditions meets nobody: it would sweep in everybody's leads.
 */
export function routeLead(rules: readonly Rule[], arrival: Arrival): RoutePlan {
  const plan: RoutePlan = { met: [], tags: [], owner: null, sequences: [], tell: [] };
  for (const rule of rules.filter((rule) => meets(rule, arrival))) {
    plan.met.push({ id: rule.id, name: rule.name });
    for (const action of rule.actions) {
      switch (action.do) {
        case 'tag':
          addOnce(plan.tags, action.tag);
          break;
        case 'give':
          plan.owner = action.to;
          break;
        case 'start':
          addOnce(plan.sequences, action.sequence);
          break;
        case 'tell':
          addOnce(plan.tell, action.email);
          break;
        default:
          unreachable(action);
      }
    }
  }
  return plan;
}

/** Whether an arriving lead meets a rule. */
export function meets(rule: Pick<Rule, 'meets' | 'conditions'>, arrival: Arrival): boolean {
  if (rule.conditions.length === 0) return false;
  const holds = (condition: Condition) => arrival[condition.about] === condition.is;
  return rule.meets === 'all' ? rule.conditions.every(holds) : rule.conditions.some(holds);
}

function addOnce<Item>(list: Item[], item: Item): void {
  if (!list.includes(item)) list.push(item);
}
