import { z } from 'zod';
import { blockKind } from '../block-kind.ts';

/** Room between two blocks. */
export const space = blockKind({
  kind: 'space',
  label: 'Space',
  settings: { size: z.enum(['small', 'medium', 'large']) },
  starter: { size: 'medium' },
});
