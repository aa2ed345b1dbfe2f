import type { FunnelId, PageId, SubmissionId } from '../basics/index.ts';
import { matches, type Arrival } from './route-lead.ts';
import type { RuleContent } from './rule.ts';

/** A lead that came in before, as a rule would have seen it. */
export interface PastLead extends Arrival {
  submission: SubmissionId;
}

export interface RulePreview {
  matched: SubmissionId[];
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
export function previewRule(
  rule: Pick<RuleContent, 'matches' | 'conditions'>,
  leads: readonly PastLead[],
): RulePreview {
  const named = new Set(
    leads
      .filter((lead) =>
        rule.conditions.some(
          (condition) => condition.about !== 'source' && lead[condition.about] === condition.is,
        ),
      )
      .map((lead) => lead.funnel),
  );
  const matched = leads.filter((lead) => matches(rule, lead));
  const pages = new Map<PageId, RulePreview['pages'][number]>();
  for (const { page, funnel } of matched) {
    const line = pages.get(page) ?? { page, funnel, leads: 0, own: named.has(funnel) };
    pages.set(page, { ...line, leads: line.leads + 1 });
  }
  return {
    matched: matched.map((lead) => lead.submission),
    pages: [...pages.values()].sort((a, b) => b.leads - a.leads),
    others: matched.filter((lead) => !named.has(lead.funnel)).length,
  };
}
