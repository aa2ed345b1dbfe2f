import type { FormId, FunnelId, PageId } from '../basics/index.ts';
import {
  askedTerms,
  isGroup,
  type Conditions,
  type Match,
  type Term,
  type TermGroup,
} from './conditions.ts';

/** Whether conditions name everybody who sends a form in a place, only some of them, or nobody. */
export type Chance = 'always' | 'sometimes' | 'never';

/**
 * How many of those that send a form in a place conditions name, when nothing else is known of them: terms about the
 * place are decided, and all others may go either way (the strong three-valued logic of Kleene).
 */
export const chanceIn = (
  conditions: Conditions,
  place: { form: FormId; page: PageId; funnel: FunnelId },
): Chance => {
  const ofTerm = (term: Term): Chance => {
    const isPlace = term.about === 'form' || term.about === 'page' || term.about === 'funnel';
    if (!isPlace) return 'sometimes';
    return (place[term.about] === term.is) === !term.not ? 'always' : 'never';
  };
  const of = (term: Term | TermGroup) =>
    isGroup(term) ? together(term.match, term.terms.map(ofTerm)) : ofTerm(term);
  return together(conditions.match, askedTerms(conditions).map(of));
};

const turned: Record<Chance, Chance> = { always: 'never', sometimes: 'sometimes', never: 'always' };

function together(match: Match, chances: Chance[]): Chance {
  if (chances.length === 0) return 'always';
  if (match === 'none') return turned[together('any', chances)];
  const [settles, other]: [Chance, Chance] =
    match === 'all' ? ['never', 'always'] : ['always', 'never'];
  if (chances.includes(settles)) return settles;
  return chances.includes('sometimes') ? 'sometimes' : other;
}
