import { ownValue } from '../basics/own-value.ts';
import type { FormDefinition, HiddenValue } from './form.ts';

/** What hidden values are drawn from as a form arrives. */
export interface ArrivalFacts {
  /** The fields of the address that the page was opened by; null where they are not known any more. */
  query: URLSearchParams | null;
  page: { name: string; address: string; language: string };
  visit: { source: string; device: string };
}

/**
 * What was typed with the form's hidden values filled in. They never come from the visitor's browser, except for a field of
 * the page's address that is not known any more: then what was filled in before stays.
 */
export function withHiddenValues(
  form: FormDefinition,
  typed: Record<string, string>,
  facts: ArrivalFacts,
): Record<string, string> {
  const filled = form.questions
    .filter(({ kind }) => kind === 'hidden')
    .map(({ key, fill }) => [key, valueOf(fill, facts) ?? ownValue(typed, key) ?? '']);
  return { ...typed, ...(Object.fromEntries(filled) as Record<string, string>) };
}

function valueOf(fill: HiddenValue, { query, page, visit }: ArrivalFacts): string | null {
  switch (fill.from) {
    case 'words':
      return fill.words;
    case 'address':
      return query && (query.get(fill.name) ?? '').slice(0, 200);
    case 'page':
      return page[fill.what];
    case 'visit':
      return visit[fill.what];
  }
}
