import type { UserId } from '../basics/index.ts';
import type { RuleContent } from './rule.ts';

/**
 * A rule when somebody it gives leads to is no longer there: another takes their place, or the action goes with them.
 * What its conditions ask stays as it was asked.
 */
export function withHandOver(rule: RuleContent, from: UserId, to: UserId | null): RuleContent {
  const actions = rule.actions.flatMap((action) => {
    if (action.kind !== 'assign' || action.to !== from) return [action];
    return to ? [{ ...action, to }] : [];
  });
  return { ...rule, actions };
}
