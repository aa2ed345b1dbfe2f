import { blockKind } from '../block-kind.ts';
import { plainText, words } from '../../basics/text-shapes.ts';
import { PictureRef } from '../../basics/picture-ref.ts';

/** Two pictures of one place, one over the other, with a handle to draw between them. */
export const beforeAfter = blockKind({
  kind: 'before-after',
  label: 'Before and after',
  settings: {
    before: PictureRef.nullable(),
    after: PictureRef.nullable(),
    beforeLabel: words(40),
    afterLabel: words(40),
    alt: plainText(300),
  },
  starter: { before: null, after: null, beforeLabel: 'Before', afterLabel: 'After', alt: '' },
  nameOf: ({ alt }) => alt || 'Before and after',
});
