import { z } from 'zod';
import { blockKind, words } from '../block-kind.ts';

/** Where the client is, from the fact sheet. */
export const map = blockKind({
  kind: 'map',
  label: 'Map',
  settings: {
    zoom: z.int().min(3).max(18),
    height: z.int().min(160).max(640),
    directions: words(60),
  },
  starter: { zoom: 15, height: 320, directions: 'Directions' },
});
