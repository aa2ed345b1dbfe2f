import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

/** A tap-to-call number from the client's fact sheet, with a line above it. */
export const callButton = blockKind({
  kind: 'call-button',
  label: 'Call button',
  look: [...wordsLook, 'align'],
  settings: { above: words(80), label: words(80) },
  starter: { above: 'or call now', label: '{{ client.phone }}' },
});
