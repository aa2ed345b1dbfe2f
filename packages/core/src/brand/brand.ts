import { z } from 'zod';
import { PictureRef } from '../basics/picture-ref.ts';
import { TypePairName } from './type-pairs.ts';

export const HexColour = z
  .string()
  .regex(/^#[0-9a-fA-F]{6}$/, 'Give a color as six hexadecimal digits, such as #1F6A70.')
  .transform((colour) => colour.toUpperCase());

/** The parts that a client's colours play on a page. `paper` and `tint` are surfaces, `deep` a dark one; `action` marks what to press. */
export const colourRoles = ['paper', 'tint', 'deep', 'action', 'ink'] as const;
export type ColourRole = (typeof colourRoles)[number];

const looks = {
  colours: z.strictObject({
    paper: HexColour,
    tint: HexColour,
    deep: HexColour,
    action: HexColour,
    ink: HexColour,
  }),
  typePair: TypePairName,
  corners: z.enum(['square', 'soft', 'round']),
  /** How what is to be pressed looks. */
  press: z.enum(['plain', 'raised', 'pill']),
};

/** Another look of the same client, such as for a spring offer: chosen for a funnel as a whole. */
export const BrandStyle = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  name: z.string().trim().min(1, 'Give the style a name.').max(60),
  ...looks,
});
export type BrandStyle = z.infer<typeof BrandStyle>;

export const mostStyles = 12;

export const Brand = z.strictObject({
  ...looks,
  /** One or a few letters, shown where there is no logo. */
  mark: z.string().max(4),
  logo: PictureRef.nullable(),
  /** The logo where it lies on a dark surface; null shows the other one there too. */
  logoOnDark: PictureRef.nullable(),
  /** Left out by whoever knows of none. */
  styles: z.array(BrandStyle).max(mostStyles).default([]),
});
export type Brand = z.infer<typeof Brand>;

/** A quiet, legible brand for a client who has not chosen one. */
export const plainBrand: Brand = {
  colours: {
    paper: '#FFFFFF',
    tint: '#EEF2F4',
    deep: '#22303A',
    action: '#1E5F8C',
    ink: '#1D262C',
  },
  typePair: 'hanken',
  corners: 'soft',
  press: 'plain',
  mark: '',
  logo: null,
  logoOnDark: null,
  styles: [],
};
