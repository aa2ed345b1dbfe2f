import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';
import { PictureRef } from '../../basics/picture-ref.ts';

/** The people of the business, each with a face where there is a picture of one. */
export const team = blockKind({
  kind: 'team',
  label: 'Team',
  look: ['color'],
  settings: {
    items: z
      .array(
        z.strictObject({
          name: words(120),
          role: words(120),
          text: words(600),
          picture: PictureRef.nullable(),
        }),
      )
      .min(1)
      .max(12),
  },
  starter: {
    items: [
      { name: 'A name', role: 'What they do', text: 'One warm sentence.', picture: null },
      { name: 'Another', role: 'What they do', text: 'One warm sentence.', picture: null },
    ],
  },
  nameOf: (team) => `Team · ${team.items.length}`,
});
