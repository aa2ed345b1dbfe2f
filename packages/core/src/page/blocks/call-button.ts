import { Align, blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** A tap-to-call number from the client's fact sheet, with a line above it. */
export const callButton = blockKind({
  kind: 'call-button',
  label: 'Call button',
  settings: { above: words(80), label: words(80), align: Align },
  starter: { above: 'or call now', label: '{{ client.phone }}', align: 'start' },
});
