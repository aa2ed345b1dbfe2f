import type { Draft } from '../page/index.ts';
import { answered } from './asks.ts';
import { makePage, type Make } from './make.ts';
import type { ReadyTemplate } from './ready-templates.ts';

export interface TakenPage {
  name: string;
  draft: Draft;
}

/**
 * The chosen pages of a template with the answers in their places. Where nothing comes after the last of them, a form on
 * it that would go to the next step says thank you in its place.
 */
export function takeTemplate(
  template: ReadyTemplate,
  chosen: readonly number[],
  answers: Record<string, string>,
  make: Make,
  { leadsOn = false } = {},
): TakenPage[] {
  return chosen.map((index, place) => {
    const page = template.pages[index]!;
    const draft = answered(makePage(page, make), answers);
    const isEnd = place === chosen.length - 1 && !leadsOn;
    return { name: answered(page.name, answers), draft: isEnd ? endingHere(draft) : draft };
  });
}

const endingHere = (draft: Draft): Draft => ({
  ...draft,
  forms: Object.fromEntries(
    Object.entries(draft.forms).map(([id, form]) => [
      id,
      form.after.kind === 'next-step'
        ? { ...form, after: { kind: 'message', text: 'Thank you. We will be in touch soon.' } }
        : form,
    ]),
  ),
});
