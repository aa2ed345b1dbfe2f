import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

/** A price, or what is offered, in one strong line. */
export const offer = blockKind({
  kind: 'offer',
  label: 'Price or offer',
  look: [...wordsLook, 'align'],
  settings: { above: words(80), price: words(40), below: words(200) },
  starter: {
    above: 'The first half hour',
    price: '$0',
    below: 'No card, no small print.',
  },
  nameOf: (offer) => `Offer · ${offer.price}`,
});
