import { z } from 'zod';
import { PageId } from '../../basics/index.ts';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** Links to other pages of the client. Only on site pages: on a landing page they lead visitors away from the one thing it asks. */
export const navigation = blockKind({
  kind: 'navigation',
  label: 'Navigation',
  settings: { items: z.array(z.strictObject({ label: words(60), page: PageId })).max(8) },
  starter: { items: [] },
  nameOf: (navigation) => `Navigation · ${navigation.items.length}`,
});
