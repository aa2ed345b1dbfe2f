import type { FormId, PageId, TagId } from '../basics/index.ts';
import type { Tag } from './tag.ts';

/** A live page as it is sent to a visitor who has agreed and just sent a form. */
export interface PageSent {
  pageId: PageId;
  html: string;
  /** The client's tags that it carries, in the order in which they run, each with its code as it is in the page. */
  carries: { tag: Tag; code: string }[];
}

/** The pages of a funnel, and the forms on them whose thanks are a page of their own. */
export interface FunnelSent {
  pages: PageSent[];
  leads: FormId[];
}

/** What is wrong with a tag: on a page, or with the funnel as a whole. */
export interface TagFinding {
  rule: TagRule;
  tag: TagId;
  page: PageId | null;
}

export const tagRules = {
  missing: 'is not in this page',
  twice: 'is in this page more than once, so that visits count double',
  'not-everywhere': 'is not on this page, and what counts leads needs it on every page',
  'before-needed': 'comes before the tag that it needs, or without it',
  'not-in-head': 'is the base of others and should be in the head',
  'never-runs': 'never runs: no form of this funnel leads to a page of thanks',
} as const;
export type TagRule = keyof typeof tagRules;

/**
 * Whether each page of a funnel carries what it should, exactly once and in order. Common practice of the trade, no source:
 * the base code stands in the head of every page of the funnel, the thank-you page too; what counts a lead stands below it,
 * and runs only where a form was sent.
 */
export function checkTags(tags: readonly Tag[], { pages, leads }: FunnelSent): TagFinding[] {
  const on = tags.filter(({ content }) => content.on);
  const inFunnel = on.filter(({ id }) =>
    pages.some(({ carries }) => carries.some(({ tag }) => tag.id === id)),
  );
  const basesNeeded = new Set(inFunnel.map(({ content }) => content.needs).filter(Boolean));
  const ofFunnel = inFunnel.flatMap((tag): TagFinding[] => {
    const { runs, part } = tag.content;
    const isBase = basesNeeded.has(tag.id);
    const neverRuns =
      runs.kind === 'lead' && !(runs.form === null ? leads.length > 0 : leads.includes(runs.form));
    return [
      ...(isBase && part !== 'head' ? [found('not-in-head', tag)] : []),
      ...(neverRuns ? [found('never-runs', tag)] : []),
    ];
  });
  return [
    ...ofFunnel,
    ...pages.flatMap((page) => [
      ...page.carries.flatMap((carried) => onPage(page, carried)),
      ...inFunnel
        .filter((tag) => basesNeeded.has(tag.id) && !carried(page, tag.id))
        .map((tag) => found('not-everywhere', tag, page.pageId)),
    ]),
  ];
}

const found = (rule: TagRule, { id }: Tag, page: PageId | null = null): TagFinding => ({
  ...{ rule, tag: id, page },
});

const carried = ({ carries }: PageSent, id: TagId | null) =>
  carries.find(({ tag }) => tag.id === id);

function onPage(page: PageSent, { tag, code }: PageSent['carries'][number]): TagFinding[] {
  const { needs } = tag.content;
  const times = countOf(page.html, code);
  const isTwice = times > 1 || sourcesIn(code).some((source) => countOf(page.html, source) > 1);
  const needed = carried(page, needs);
  const isBefore =
    needs !== null && (!needed || page.html.indexOf(needed.code) > page.html.indexOf(code));
  return [
    ...(times === 0 ? [found('missing', tag, page.pageId)] : []),
    ...(isTwice ? [found('twice', tag, page.pageId)] : []),
    ...(isBefore ? [found('before-needed', tag, page.pageId)] : []),
  ];
}

const countOf = (text: string, part: string): number => text.split(part).length - 1;

/** The addresses of the scripts that a code loads, as it writes them: the same one pasted again in other words counts twice too. */
const sourcesIn = (code: string): string[] =>
  [...code.matchAll(/<script[^>]*\ssrc=(["'])(.+?)\1/gi)].map(
    ([, quote, source]) => `src=${quote}${source}${quote}`,
  );
