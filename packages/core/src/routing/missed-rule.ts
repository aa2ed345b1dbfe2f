import type { RuleId } from '../basics/index.ts';
import { conditionWords, type Condition, type Rule } from './rule.ts';

/** A rule that did not match a lead, and which of its conditions did not hold. */
export interface MissedRule {
  id: RuleId;
  name: string;
  matches: Rule['matches'];
  failed: Condition[];
}

/** Why a rule did not match, in a sentence; `nameOf` gives the name of what a condition asks for. */
export function missedWords(
  { matches, failed }: Pick<MissedRule, 'matches' | 'failed'>,
  nameOf: (condition: Condition) => string,
): string {
  if (failed.length === 0) return 'It has no conditions, so it matches nobody.';
  const words = failed.map((condition) => conditionWords(condition, nameOf(condition)));
  if (matches === 'any') return `It was none of these: ${words.join(', ')}.`;
  return `It was not ${words.join(', and not ')}.`;
}
