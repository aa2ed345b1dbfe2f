import { z } from 'zod';
import { IconChoice } from '../../icons/index.ts';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

/** What happens, one after the other. */
export const numberedSteps = blockKind({
  kind: 'numbered-steps',
  label: 'Numbered steps',
  look: [...wordsLook, 'align'],
  settings: {
    items: z
      .array(z.strictObject({ title: words(120), text: words(600), icon: IconChoice.optional() }))
      .min(1)
      .max(8),
  },
  starter: {
    items: [
      { title: 'You write or call', text: 'Say what you need; we answer the same day.' },
      { title: 'We come and look', text: 'At a time that works for you.' },
      { title: 'You decide', text: 'With the price on paper.' },
    ],
  },
  nameOf: (steps) => `Steps · ${steps.items.length}`,
});
