import { Align, blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** A price, or what is offered, in one strong line. */
export const offer = blockKind({
  kind: 'offer',
  label: 'Price or offer',
  settings: { above: words(80), price: words(40), below: words(200), align: Align },
  starter: {
    above: 'The first half hour',
    price: '$0',
    below: 'No card, no small print.',
    align: 'start',
  },
  nameOf: (offer) => `Offer · ${offer.price}`,
});
