import type { FormId, FunnelId, PageId, RuleId } from '../basics/index.ts';
import { askedTerms, chanceIn, isGroup, type Term } from '../conditions/index.ts';
import type { Rule } from './rule.ts';

/** Why a rule that is on can never match a lead. */
export type Unreachable =
  /** It asks nothing. */
  | { kind: 'asks-nothing' }
  /** Its conditions exclude each other, or no form of the client stands where they ask. */
  | { kind: 'never' }
  /** An earlier rule takes every lead it could match, and stops there. */
  | { kind: 'hidden'; by: string };

/** A place where leads come in: a form on a page of a funnel. */
export interface LeadPlace {
  form: FormId;
  page: PageId;
  funnel: FunnelId;
}

/**
 * The rules that can never match, with the reason, judged by what is certain: the places where leads come in, and terms
 * that are asked both ways. A rule whose chance hangs on anything else is taken to be reachable.
 */
export function unreachableRules(
  rules: readonly Rule[],
  places: readonly LeadPlace[],
): Map<RuleId, Unreachable> {
  const found = new Map<RuleId, Unreachable>();
  const stopping: Rule[] = [];
  for (const rule of rules) {
    const why = whyUnreachable(rule, places, stopping);
    if (why) found.set(rule.id, why);
    else if (rule.stops && !rule.trigger) stopping.push(rule);
  }
  return found;
}

function whyUnreachable(
  { conditions, trigger }: Rule,
  places: readonly LeadPlace[],
  stopping: readonly Rule[],
): Unreachable | null {
  // What is done on pages waits for no form, and stands in no order.
  if (trigger) return excludeEachOther(conditions) ? { kind: 'never' } : null;
  if (askedTerms(conditions).length === 0) return { kind: 'asks-nothing' };
  const mine = places.filter((place) => chanceIn(conditions, place) !== 'never');
  // Without any place nothing can be said of places.
  if ((places.length > 0 && mine.length === 0) || excludeEachOther(conditions))
    return { kind: 'never' };
  const takes = (rule: Rule) =>
    sameTerms(rule.conditions, conditions) ||
    (places.length > 0 && mine.every((place) => chanceIn(rule.conditions, place) === 'always'));
  const by = stopping.find(takes);
  return by ? { kind: 'hidden', by: by.name } : null;
}

/** Of all, one term is asked and also its opposite. */
function excludeEachOther({ match, terms }: Rule['conditions']): boolean {
  if (match !== 'all') return false;
  const asked = terms.filter((term): term is Term => !isGroup(term));
  return asked.some((one) => asked.some((other) => isOpposite(one, other)));
}

const plain = ({ not: _asked, ...term }: Term) => JSON.stringify(Object.entries(term).sort());
const isOpposite = (one: Term, other: Term): boolean =>
  Boolean(one.not) !== Boolean(other.not) && plain(one) === plain(other);

const sameTerms = (one: Rule['conditions'], other: Rule['conditions']): boolean =>
  JSON.stringify(one) === JSON.stringify(other);
