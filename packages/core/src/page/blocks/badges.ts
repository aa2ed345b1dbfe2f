import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** Memberships, years in business, insurance: short claims in a row. */
export const badges = blockKind({
  kind: 'badges',
  label: 'Badges',
  look: ['color', 'letterCase'],
  settings: { items: z.array(words(60)).min(1).max(10) },
  starter: { items: ['Licensed and insured', 'Family business since 1998', 'Same-day answers'] },
  nameOf: (badges) => `Badges · ${badges.items.length}`,
});
