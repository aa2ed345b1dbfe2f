import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

/** Where else the client can be found, from the fact sheet. */
export const social = blockKind({
  kind: 'social',
  label: 'Social links',
  look: [...wordsLook, 'align'],
  settings: { title: words(120) },
  starter: { title: 'Find us elsewhere' },
});
