import { Align, blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** Where else the client can be found, from the fact sheet. */
export const social = blockKind({
  kind: 'social',
  label: 'Social links',
  settings: { title: words(120), align: Align },
  starter: { title: 'Find us elsewhere', align: 'start' },
});
