import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { prose, RichText, wordsOf } from '../../basics/rich-text.ts';

export const text = blockKind({
  kind: 'text',
  label: 'Text',
  look: [...wordsLook, 'align'],
  settings: { text: RichText, size: z.enum(['small', 'normal', 'lead']) },
  starter: {
    text: prose('Two or three plain sentences on why this is worth a minute.'),
    size: 'normal',
  },
  nameOf: (text) => wordsOf(text.text).trim() || 'Text',
});
