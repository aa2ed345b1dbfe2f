import { z } from 'zod';
import { FormId } from '../../basics/index.ts';
import { blockKind } from '../block-kind.ts';
import { Box } from '../box.ts';
import { Look, wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

/** A form's place on a page. Its questions live in the form itself, which several pages may show. */
export const form = blockKind({
  kind: 'form',
  label: 'Form',
  look: [...wordsLook, 'align'],
  settings: {
    formId: FormId,
    title: words(200),
    intro: words(600),
    box: Box,
    /** The look of its button. */
    press: Look,
    /** How its questions stand: below each other, in two columns, or in one line with its button; a phone has them below each other. */
    layout: z.enum(['stacked', 'columns', 'line']),
  },
  starter: {
    formId: '00000000-0000-4000-8000-000000000000' as FormId,
    title: 'Tell us where to reach you',
    intro: '',
    box: {},
    press: {},
    layout: 'stacked',
  },
  nameOf: (form) => `Form · ${form.title || 'untitled'}`,
});
