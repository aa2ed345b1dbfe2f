import { z } from 'zod';
import { Brand } from '../brand/index.ts';
import { Facts, Review } from '../clients/index.ts';
import { Week } from '../opening/index.ts';

/**
 * How something was found: `data` that the website gives to machines (schema.org, microformats), a `link` such as `tel:`,
 * or the `words` that visitors read. The surest comes first.
 */
export const howFound = ['data', 'link', 'words'] as const;
export type HowFound = (typeof howFound)[number];

/** Something that a website says, and where; nothing of it is the client's until somebody takes it. */
const found = <Value extends z.ZodType>(value: Value) =>
  z.strictObject({ value, how: z.enum(howFound), page: z.url() });

const line = (most: number) => z.string().trim().min(1).max(most);

export const FoundAddress = Facts.pick({
  street: true,
  town: true,
  region: true,
  postcode: true,
});
export type FoundAddress = z.infer<typeof FoundAddress>;

/** What the fact sheet could take over from a website; null where the website does not say. */
export const FoundFacts = z.strictObject({
  name: found(line(120)).nullable(),
  phone: found(line(40)).nullable(),
  email: found(z.email()).nullable(),
  address: found(FoundAddress).nullable(),
  week: found(Week).nullable(),
  social: found(Facts.shape.social.min(1)).nullable(),
  areas: found(Facts.shape.areas.min(1)).nullable(),
  services: found(Facts.shape.services.min(1)).nullable(),
});
export type FoundFacts = z.infer<typeof FoundFacts>;

/** A picture at its own address, not yet the client's. */
export const FoundPicture = z.strictObject({
  address: z.url(),
  alt: z.string().max(300),
  page: z.url(),
});
export type FoundPicture = z.infer<typeof FoundPicture>;

/** A found picture as it can be looked at: small, as a `data:` address, and how large it really is. */
export const SeenPicture = FoundPicture.extend({
  preview: z.string(),
  width: z.int().min(1),
  height: z.int().min(1),
});
export type SeenPicture = z.infer<typeof SeenPicture>;

export const FoundReview = Review.pick({ said: true, who: true, stars: true, source: true }).extend(
  {
    page: z.url(),
  },
);
export type FoundReview = z.infer<typeof FoundReview>;

/** The most of each list that is proposed: what somebody can look through in a minute. */
export const mostFound = { pages: 6, palettes: 3, logos: 4, pictures: 12, reviews: 20 } as const;

/** What was found on a client's website, to be looked through and taken piece by piece. */
export const WebsiteReading = z.strictObject({
  /** Where it began, after redirects. */
  address: z.url(),
  /** The pages that were read, that one first. */
  pages: z.array(z.strictObject({ address: z.url(), title: z.string() })).max(mostFound.pages),
  facts: FoundFacts,
  palettes: z.array(Brand.shape.colours).max(mostFound.palettes),
  logos: z.array(SeenPicture).max(mostFound.logos),
  pictures: z.array(SeenPicture).max(mostFound.pictures),
  reviews: z.array(FoundReview).max(mostFound.reviews),
  /** What could not be read, in sentences. */
  problems: z.array(z.string()),
});
export type WebsiteReading = z.infer<typeof WebsiteReading>;
