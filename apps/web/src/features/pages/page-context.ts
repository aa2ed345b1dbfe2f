import type { EditorPage } from '@plumgate/contract';
import type { FormId, PictureId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import { clientFields } from '@plumgate/core/clients';
import type { FormDefinition } from '@plumgate/core/forms';
import { fillOrKeep } from '@plumgate/core/messages';
import type { PageContext } from '@plumgate/page-kit';

/** Somebody to show a page to while it is made. */
export const samplePerson = {
  first_name: 'Ana',
  last_name: 'Okafor',
  name: 'Ana Okafor',
  email: 'ana@example.com',
  phone: '(207) 555-0117',
};
const fresh = { kind: 'fresh', typed: {} } as const;

/** What a page's views need, drawn from the editor's data instead of a published revision. */
export function pageContext(
  from: Pick<EditorPage, 'client' | 'steps' | 'pageId'>,
  forms: Record<FormId, FormDefinition>,
  brand: Brand,
  editing: PageContext['editing'],
): PageContext {
  const fields = {
    client: clientFields(from.client.name, from.client.facts),
    person: samplePerson,
  };
  const here = from.steps.findIndex((step) => step.pageId === from.pageId);
  return {
    clientName: from.client.name,
    phone: from.client.facts.phone,
    brand,
    forms,
    merge: (words) => fillOrKeep(words, fields),
    nextStep: from.steps[here + 1] ? '#' : null,
    pictureSrc: (id: PictureId, width: number) => `/~/pictures/${id}-${width}.webp`,
    codeFrame: null,
    formAction: '#',
    revision: '',
    formState: () => fresh,
    editing,
  };
}
