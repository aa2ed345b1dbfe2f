import { z } from 'zod';
import { blockKind } from '../block-kind.ts';

/** Somebody else's markup or script. It runs in a sandboxed frame of its own origin and cannot touch the page around it. */
export const code = blockKind({
  kind: 'code',
  label: 'Code',
  settings: {
    html: z.string().max(20000, 'Keep the code to 20,000 characters.'),
    height: z.int().min(40).max(2000),
  },
  starter: { html: '<p>Your code shows here.</p>', height: 160 },
});
