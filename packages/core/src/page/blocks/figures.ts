import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** A few figures side by side, each with what it counts. */
export const figures = blockKind({
  kind: 'figures',
  label: 'Figures',
  look: ['color'],
  settings: {
    items: z
      .array(z.strictObject({ figure: words(40), label: words(80) }))
      .min(1)
      .max(6),
  },
  starter: {
    items: [
      { figure: '0', label: 'What this counts' },
      { figure: '0', label: 'And what this counts' },
    ],
  },
  nameOf: ({ items }) => items.map(({ figure }) => figure).join(' · '),
});
