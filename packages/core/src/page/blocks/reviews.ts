import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';
import { PictureRef } from '../../basics/picture-ref.ts';
import { Stars } from '../../clients/stars.ts';

const ReviewOnPage = z.strictObject({
  said: words(600),
  who: words(120),
  stars: Stars.nullable(),
  /** Where it was written, such as the name of a site; empty where they said it to the business. */
  source: words(60),
  picture: PictureRef.nullable(),
});

/** A review of which only the words and their writer are known. */
export const plainReview = (said: string, who: string): z.infer<typeof ReviewOnPage> => ({
  said,
  who,
  stars: null,
  source: '',
  picture: null,
});

/** What people said, in their own words, with who they are. */
export const reviews = blockKind({
  kind: 'reviews',
  label: 'Reviews',
  look: ['color'],
  settings: { items: z.array(ReviewOnPage).min(1).max(12) },
  starter: {
    items: [plainReview('What a client said, word for word.', 'First name, town')],
  },
  nameOf: (reviews) => `Reviews · ${reviews.items.length}`,
});
