import { z } from 'zod';
import { Align, blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

export const heading = blockKind({
  kind: 'heading',
  label: 'Heading',
  settings: {
    text: words(300),
    level: z.union([z.literal(1), z.literal(2), z.literal(3)]),
    align: Align,
  },
  starter: { text: 'Say what people get', level: 2, align: 'start' },
  nameOf: (heading) => heading.text || 'Heading',
});
