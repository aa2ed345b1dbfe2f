import { z } from 'zod';
import { blockKind } from '../block-kind.ts';

/** The client's other homes for sale, each with its page. */
export const homes = blockKind({
  kind: 'homes',
  label: 'Homes for sale',
  look: ['color'],
  settings: {
    /** Those of the agent of the page's own home alone. */
    ofAgent: z.boolean(),
    most: z.int().min(1).max(24),
  },
  starter: { ofAgent: false, most: 6 },
});
