import { z } from 'zod';
import { Align, blockKind, words } from '../block-kind.ts';

export const text = blockKind({
  kind: 'text',
  label: 'Text',
  settings: { text: words(6000), size: z.enum(['small', 'normal', 'lead']), align: Align },
  starter: {
    text: 'Two or three plain sentences on why this is worth a minute.',
    size: 'normal',
    align: 'start',
  },
  nameOf: (text) => text.text || 'Text',
});
