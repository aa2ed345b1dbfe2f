import { z } from 'zod';
import { Align, blockKind } from '../block-kind.ts';
import { prose, RichText, wordsOf } from '../rich-text.ts';

export const text = blockKind({
  kind: 'text',
  label: 'Text',
  settings: { text: RichText, size: z.enum(['small', 'normal', 'lead']), align: Align },
  starter: {
    text: prose('Two or three plain sentences on why this is worth a minute.'),
    size: 'normal',
    align: 'start',
  },
  nameOf: (text) => wordsOf(text.text).trim() || 'Text',
});
