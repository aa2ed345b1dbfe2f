import { FormId } from '../../basics/index.ts';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** A form's place on a page. Its questions live in the form itself, which several pages may show. */
export const form = blockKind({
  kind: 'form',
  label: 'Form',
  settings: { formId: FormId, title: words(200), intro: words(600) },
  starter: {
    formId: '00000000-0000-4000-8000-000000000000' as FormId,
    title: 'Tell us where to reach you',
    intro: '',
  },
  nameOf: (form) => `Form · ${form.title || 'untitled'}`,
});
