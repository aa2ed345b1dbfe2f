import { marked } from '../../basics/marks.ts';
import { blockKind } from '../block-kind.ts';
import { plainText, words } from '../../basics/text-shapes.ts';

/** Stays at the bottom of a phone's screen; a wide screen does not show it. */
export const callBar = blockKind({
  kind: 'call-bar',
  label: 'Call bar',
  settings: {
    label: words(60),
    besideLabel: words(60),
    besideBand: marked(plainText(40), { isPart: true }),
  },
  starter: { label: 'Call {{ client.phone }}', besideLabel: '', besideBand: '' },
  nameOf: () => 'Call bar on a phone',
});
