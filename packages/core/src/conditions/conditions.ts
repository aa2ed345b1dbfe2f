import { z } from 'zod';
import { namedSchema, oneOfKinds } from '../basics/index.ts';
import { termKinds, type TermNames } from './term-kinds.ts';

export const Term = oneOfKinds('about', termKinds);
export type Term = z.infer<typeof Term>;
export type About = Term['about'];

const Match = z.enum(['all', 'any', 'none']);
export type Match = z.infer<typeof Match>;

/** Terms that hold together: all of them, any, or none. */
const TermGroup = z.strictObject({ match: Match, terms: z.array(Term).max(20) });
export type TermGroup = z.infer<typeof TermGroup>;

const shape = z.strictObject({
  match: Match,
  terms: z.array(z.union([Term, TermGroup])).max(20),
});
/** What is asked of people: terms, and groups of terms one level deep. A group without terms asks nothing. */
export interface Conditions extends z.infer<typeof shape> {}
export const Conditions = namedSchema<Conditions>(shape);

export const noConditions: Conditions = { match: 'all', terms: [] };

export const isGroup = (term: Term | TermGroup): term is TermGroup => 'terms' in term;

/** The terms and groups that ask something. */
export const askedTerms = ({ terms }: Conditions): (Term | TermGroup)[] =>
  terms.filter((term) => !isGroup(term) || term.terms.length > 0);

/** Every term, those of groups too. */
export const allTerms = (conditions: Conditions): Term[] =>
  conditions.terms.flatMap((term) => (isGroup(term) ? term.terms : [term]));

/** A term as part of a sentence that begins with "People" or "Leads": `tagged roof`, `who have not booked`. */
export function termWords(term: Term, names: TermNames): string {
  const words = termKinds[term.about].words as (term: Term, names: TermNames) => [string, string];
  const [is, isNot] = words(term, names);
  return term.not ? isNot : is;
}

/** Conditions as part of a sentence that begins with "People" or "Leads"; nothing where they ask nothing. */
export function conditionsWords(conditions: Conditions, names: TermNames): string {
  const asked = askedTerms(conditions);
  const isNone = conditions.match === 'none';
  const parts = asked.map((term) => {
    if (!isGroup(term)) return termWords(isNone ? turnedRound(term) : term, names);
    const inner = conditionsWords(term, names);
    if (isNone) return `not (${inner})`;
    return asked.length > 1 && term.terms.length > 1 ? `(${inner})` : inner;
  });
  // None of some is all of their opposites.
  return parts.join(conditions.match === 'any' ? ' or ' : ', ');
}

/** The term that holds of everybody else. */
export function turnedRound<Of extends Term>({ not, ...term }: Of): Term {
  return (not ? term : { ...term, not: true }) as Term;
}
