import { z } from 'zod';
import { IconChoice } from '../../icons/index.ts';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';
import { PictureRef } from '../../basics/picture-ref.ts';

/** Services or reasons side by side, each with a title and a line or two. */
export const cards = blockKind({
  kind: 'cards',
  label: 'Cards',
  look: [...wordsLook, 'align', 'fill', 'edge', 'corners'],
  settings: {
    items: z
      .array(
        z.strictObject({
          title: words(120),
          text: words(600),
          picture: PictureRef.nullable(),
          icon: IconChoice.optional(),
        }),
      )
      .min(1)
      .max(12),
  },
  starter: {
    items: [
      { title: 'What you do', text: 'What it is good for, in one sentence.', picture: null },
      { title: 'Another service', text: 'Who needs it, and when.', picture: null },
      { title: 'A third', text: 'What makes it different with you.', picture: null },
    ],
  },
  nameOf: (cards) => `Cards · ${cards.items.length}`,
});
