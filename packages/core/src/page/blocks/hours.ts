import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** The week's opening hours from the fact sheet, and whether it is open now. */
export const hours = blockKind({
  kind: 'hours',
  label: 'Opening hours',
  look: ['color'],
  settings: { title: words(120), saysNow: z.boolean() },
  starter: { title: 'When we are open', saysNow: true },
});
