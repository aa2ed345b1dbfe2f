import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** What people said, in their own words, with who they are. */
export const reviews = blockKind({
  kind: 'reviews',
  label: 'Reviews',
  settings: {
    items: z
      .array(z.strictObject({ said: words(600), who: words(120) }))
      .min(1)
      .max(12),
  },
  starter: {
    items: [{ said: 'What a client said, word for word.', who: 'First name, town' }],
  },
  nameOf: (reviews) => `Reviews · ${reviews.items.length}`,
});
