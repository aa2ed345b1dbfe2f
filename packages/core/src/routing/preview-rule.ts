import type { FormId, FunnelId, PageId, PersonId, SubmissionId } from '../basics/index.ts';
import { allTerms, type Conditions } from '../conditions/index.ts';

/** A form that somebody sent before, and whether a rule's conditions name them as the one that sent it. */
export interface PastLead {
  submission: SubmissionId;
  person: PersonId;
  form: FormId;
  page: PageId;
  funnel: FunnelId;
  isMatched: boolean;
}

export interface RulePreview {
  /** Of each matched person the first submission of the list that matched: somebody who sent two forms is one lead. */
  matched: SubmissionId[];
  /** The people that there were altogether. */
  leads: number;
  /** Where the matched leads came in, the most first; `own` is false for a campaign that no condition names. */
  pages: { page: PageId; funnel: FunnelId; leads: number; own: boolean }[];
  /** How many of the matched leads belong to campaigns that no condition names. */
  others: number;
}

/**
 * What a rule would have matched among past leads. A campaign is the rule's own when a condition names its funnel, one of
 * its pages or a form that leads sent there; a rule that names no campaign at all has none of its own, so that every
 * lead it sweeps in is shown as belonging to some other.
 */
export function previewRule(conditions: Conditions, leads: readonly PastLead[]): RulePreview {
  const terms = allTerms(conditions);
  const isNamed = (lead: PastLead) =>
    terms.some(
      (term) =>
        !term.not &&
        (term.about === 'form' || term.about === 'page' || term.about === 'funnel') &&
        lead[term.about] === term.is,
    );
  const named = new Set(leads.filter(isNamed).map((lead) => lead.funnel));
  const matched = leads.filter((lead) => lead.isMatched);
  const firsts = onePer(matched, ({ person }) => person);
  const perPage = onePer(matched, ({ person, page }) => `${person} ${page}`);
  const pages = onePer(matched, ({ page }) => page).map(({ page, funnel }) => ({
    page,
    funnel,
    leads: perPage.filter((lead) => lead.page === page).length,
    own: named.has(funnel),
  }));
  return {
    matched: firsts.map((lead) => lead.submission),
    leads: onePer(leads, ({ person }) => person).length,
    pages: pages.sort((a, b) => b.leads - a.leads),
    others: onePer(
      matched.filter((lead) => !named.has(lead.funnel)),
      ({ person }) => person,
    ).length,
  };
}

/** The first of each key, in their order. */
const onePer = <Item>(items: readonly Item[], keyOf: (item: Item) => string): Item[] => {
  const seen = new Set<string>();
  return items.filter((item) => !seen.has(keyOf(item)) && seen.add(keyOf(item)));
};
