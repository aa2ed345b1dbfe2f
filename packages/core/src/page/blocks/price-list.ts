import { z } from 'zod';
import { IconChoice } from '../../icons/index.ts';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** What there is, what it is good for and what it costs, row by row. */
export const priceList = blockKind({
  kind: 'price-list',
  label: 'Price list',
  look: ['color'],
  settings: {
    items: z
      .array(
        z.strictObject({
          title: words(120),
          text: words(300),
          price: words(60),
          icon: IconChoice.optional(),
        }),
      )
      .min(1)
      .max(20),
  },
  starter: {
    items: [
      { title: 'What you do', text: 'What it is good for.', price: 'from $0' },
      { title: 'Another service', text: 'Who needs it, and when.', price: 'from $0' },
    ],
  },
  nameOf: ({ items }) => `Price list · ${items.length}`,
});
