import { z } from 'zod';
import { IconChoice } from '../../icons/index.ts';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

export const ticks = blockKind({
  kind: 'ticks',
  label: 'Checklist',
  look: [...wordsLook, 'align'],
  settings: {
    items: z.array(words(200)).min(1).max(12),
    /** Before each line; null for the brand's tick. */
    icon: IconChoice.nullable(),
  },
  starter: { items: ['A quick reassurance', 'Another one', 'And a third'], icon: null },
  nameOf: (ticks) => `Checklist · ${ticks.items.length}`,
});
