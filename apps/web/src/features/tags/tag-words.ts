import type { ConditionChoices, FunnelTags, TagView } from '@plumgate/contract';
import { moneyWords } from '@plumgate/core/basics';
import { tagRules, type TagContent } from '@plumgate/core/tags';

/** What a tag may name. */
export type TagChoices = Pick<ConditionChoices, 'funnel' | 'page' | 'form'>;

const nameIn = (named: { id: string; name: string }[], id: string): string =>
  named.find((one) => one.id === id)?.name ?? 'one that was deleted';

/** Where a tag is and when it runs: `On every page, in the head · only with consent · after “Base”`. */
export function tagWords(
  { part, place, runs, needsConsent, needs }: TagContent,
  { tags, choices, currency }: { tags: readonly TagView[]; choices: TagChoices; currency: string },
): string {
  const on =
    place.kind === 'client'
      ? 'On every page'
      : place.kind === 'funnel'
        ? `On the funnel “${nameIn(choices.funnel, place.funnel)}”`
        : `On the page “${nameIn(choices.page, place.page)}”`;
  const lead =
    runs.kind === 'lead' && runs.form ? `once for each “${nameIn(choices.form, runs.form)}”` : null;
  const worth = runs.kind === 'lead' && runs.value ? runs.value : null;
  return [
    `${on}, ${part === 'head' ? 'in the head' : 'at the end of the body'}`,
    runs.kind === 'lead' && (lead ?? 'once for each lead'),
    worth && `worth ${moneyWords({ amount: worth, currency }, 'en-US')}`,
    needsConsent ? 'only with consent' : 'without asking',
    needs && `after “${tagName(tags, needs)}”`,
  ]
    .filter(Boolean)
    .join(' · ');
}

export const tagName = (tags: readonly TagView[], id: string): string =>
  tags.find((one) => one.id === id)?.content.name ?? 'a tag that was removed';

/** What is wrong with a funnel's tags, as sentences: `Thank you: “Lead” comes before the tag that it needs.` */
export const findingLines = ({ pages, findings }: FunnelTags, tags: readonly TagView[]): string[] =>
  findings.map(({ rule, tag, page }) => {
    const on = pages.find((one) => one.pageId === page)?.name;
    const words = `“${tagName(tags, tag)}” ${tagRules[rule]}.`;
    return on ? `${on}: ${words}` : words;
  });
