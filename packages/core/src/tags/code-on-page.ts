import { unitsText, type FormId, type FunnelId, type PageId } from '../basics/index.ts';
import type { Tag, TagContent, TagPlace } from './tag.ts';

/** HTML for a page's head, and for the end of its body. */
export interface PageCode {
  head: string;
  body: string;
}

/** A form that was sent, which the page that is opened is the thanks for. */
export interface SentLead {
  /** The submission's id. */
  id: string;
  form: FormId;
  currency: string;
}

/** The tags of a client that a page carries, in the order in which they run: what runs for a lead comes below what always runs. */
export function tagsOf(
  tags: readonly Tag[],
  { funnelId, pageId }: { funnelId: FunnelId; pageId: PageId },
): Tag[] {
  const here = tags.filter(
    ({ content: { on, place } }) => on && isCarried(place, { funnelId, pageId }),
  );
  return [...here.filter(runsAlways), ...here.filter((tag) => !runsAlways(tag))];
}

/** Whether a tag runs once for a lead. */
export const countsLeads = (tag: Tag): boolean => !runsAlways(tag);

/** Whether a tag of a place is on a page. */
export function isCarried(
  place: TagPlace,
  { funnelId, pageId }: { funnelId: FunnelId; pageId: PageId },
): boolean {
  switch (place.kind) {
    case 'client':
      return true;
    case 'funnel':
      return place.funnel === funnelId;
    case 'page':
      return place.page === pageId;
  }
}

const runsAlways = ({ content }: Tag): boolean => content.runs.kind === 'always';

/**
 * The code of a page: what always runs, then the page's own HTML, then what runs once for a lead.
 *
 * @param own the HTML that the funnel and the page carry of their own; somebody else's too, so it waits for consent as well
 * @param lead the form whose thanks the page is; null where nothing was sent
 */
export function codeOnPage(
  own: PageCode,
  tags: readonly Tag[],
  { hasConsent, lead }: { hasConsent: boolean; lead: SentLead | null },
): PageCode {
  const may = tags.filter(({ content }) => hasConsent || !content.needsConsent);
  const codeIn = (part: 'head' | 'body') =>
    [
      ...may.filter((tag) => runsAlways(tag) && tag.content.part === part).map(codeOf),
      hasConsent ? own[part] : '',
      ...may.flatMap(({ content }) =>
        content.part === part && lead && runsFor(content, lead) ? [leadCode(content, lead)] : [],
      ),
    ]
      .filter(Boolean)
      .join('\n');
  return { head: codeIn('head'), body: codeIn('body') };
}

const codeOf = ({ content }: Tag): string => content.code;

/** Whether a tag runs for a lead: for any, or for those of its form. */
export const runsFor = ({ runs }: TagContent, { form }: Pick<SentLead, 'form'>): boolean =>
  runs.kind === 'lead' && (runs.form === null || runs.form === form);

/** A tag's code with what it names of a lead. What is filled in is an id, a decimal number and a currency: nothing that could end a string or an element. */
export function leadCode({ code, runs }: TagContent, { id, currency }: SentLead): string {
  const value = runs.kind === 'lead' && runs.value !== null ? runs.value : null;
  const fields: Record<string, string> = {
    id,
    value: value === null ? '' : unitsText({ amount: value, currency }),
    currency: value === null ? '' : currency,
  };
  return code.replace(
    /\{\{\s*lead\.(\w+)\s*\}\}/g,
    (written, name: string) => fields[name] ?? written,
  );
}
