import type { UserId } from '../basics/index.ts';
import type { RuleAction, RuleContent } from './rule.ts';
import type { InTurn } from './take-turns.ts';

/**
 * A rule when somebody it gives leads to is no longer there: another takes their place, or the action goes with them.
 * What its conditions ask stays as it was asked.
 */
export function withHandOver(rule: RuleContent, from: UserId, to: UserId | null): RuleContent {
  const actions = rule.actions.flatMap((action): RuleAction[] => {
    if (action.kind === 'turns') {
      const among = turnsWithout(action.among, from, to);
      return among.length > 0 ? [{ ...action, among }] : [];
    }
    if (action.kind !== 'assign' || action.to !== from) return [action];
    return to ? [{ ...action, to }] : [];
  });
  return { ...rule, actions };
}

/** Who takes their place has it once, with their share where they had none. */
function turnsWithout(
  among: readonly InTurn<UserId>[],
  from: UserId,
  to: UserId | null,
): InTurn<UserId>[] {
  const others = among.filter((one) => one.to !== from);
  const gone = among.find((one) => one.to === from);
  if (!gone || !to || others.some((one) => one.to === to)) return others;
  return among.map((one) => (one === gone ? { ...one, to } : one));
}
