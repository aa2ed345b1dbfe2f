import {
  askedTerms,
  isGroup,
  type Conditions,
  type Match,
  type Term,
  type TermGroup,
} from './conditions.ts';
import type { Facts } from './facts.ts';
import { termKinds } from './term-kinds.ts';

/** Whether somebody is one of those that conditions ask for. */
export const matches = (conditions: Conditions, facts: Facts): boolean =>
  together(conditions.match, askedTerms(conditions), (term) => fitsTerm(term, facts));

/** Whether a term, or a group of terms, holds of somebody. */
export const fitsTerm = (term: Term | TermGroup, facts: Facts): boolean =>
  isGroup(term) ? together(term.match, term.terms, (one) => holds(one, facts)) : holds(term, facts);

/** Whether one term holds of somebody. */
function holds(term: Term, facts: Facts): boolean {
  const isTrue = termKinds[term.about].holds as (term: Term, facts: Facts) => boolean;
  return isTrue(term, facts) !== (term.not === true);
}

function together<Item>(match: Match, items: readonly Item[], isTrue: (item: Item) => boolean) {
  if (items.length === 0) return true;
  if (match === 'all') return items.every(isTrue);
  return items.some(isTrue) === (match === 'any');
}
