import type { RuleId } from '../basics/index.ts';
import {
  conditionsWords,
  type Conditions,
  type Match,
  type TermNames,
} from '../conditions/index.ts';

/** A rule that did not match a lead, and which of its terms are the reason. */
export interface MissedRule {
  id: RuleId;
  name: string;
  matches: Match;
  failed: Conditions['terms'];
  /** The rule before it that stopped there, by name; then it was not asked at all. */
  stoppedBy?: string;
}

/** Why a rule did not match, in a sentence. */
export function missedWords(
  { matches, failed, stoppedBy }: Pick<MissedRule, 'matches' | 'failed' | 'stoppedBy'>,
  names: TermNames,
): string {
  if (stoppedBy !== undefined) return `“${stoppedBy}” came before it and stops there.`;
  if (failed.length === 0) return 'It has no conditions, so it matches nobody.';
  return `It is only for leads ${conditionsWords({ match: matches, terms: failed }, names)}.`;
}
