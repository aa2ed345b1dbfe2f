import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

export const heading = blockKind({
  kind: 'heading',
  label: 'Heading',
  look: [...wordsLook, 'align'],
  settings: {
    text: words(300),
    level: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  },
  starter: { text: 'Say what people get', level: 2 },
  nameOf: (heading) => heading.text || 'Heading',
});
