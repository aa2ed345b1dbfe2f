import { z } from 'zod';
import { FormId } from '../basics/index.ts';
import { FormDefinition } from '../forms/form.ts';
import { formsOn, PageDocument } from './document.ts';

/**
 * What the editor works on: a page with the forms that stand on it. Edits to either are one history, so undo
 * walks back through both in the order they were made.
 */
export const Draft = z
  .strictObject({
    page: PageDocument,
    forms: z.record(FormId, FormDefinition),
  })
  .superRefine((draft, context) => {
    const taken = new Set<string>();
    for (const id of allIds(draft)) {
      if (taken.has(id))
        context.addIssue({ code: 'custom', message: `Two parts share the id ${id}.` });
      taken.add(id);
    }
    if (formsOn(draft.page).some((id) => !draft.forms[id]))
      context.addIssue({ code: 'custom', message: 'A block shows a form that is not here.' });
  });
export type Draft = { page: PageDocument; forms: Record<FormId, FormDefinition> };

/** The ids of every part of a draft, sections and forms' questions included. */
export function allIds(draft: Draft): string[] {
  const page = draft.page.bands.flatMap((band) => [
    band.id,
    ...band.columns.flatMap((column) => [column.id, ...column.blocks.map((block) => block.id)]),
  ]);
  const questions = Object.values(draft.forms).flatMap((form) =>
    form.questions.map((question) => question.id),
  );
  return [...draft.page.sections.map(({ id }) => id), ...page, ...questions];
}
