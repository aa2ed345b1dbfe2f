import { z } from 'zod';
import { colourRoles, HexColour, type Brand } from './brand.ts';

/** A color of a part: one of the brand's by its role, which follows when the brand changes, or one of its own. */
export const ColorChoice = z.union([z.enum(colourRoles), HexColour]);
export type ColorChoice = z.infer<typeof ColorChoice>;

type Colors = Pick<Brand, 'colours'>;

/** The color that a choice means in a brand, as `#1E5F8C`. */
export const colorOf = (choice: ColorChoice, { colours }: Colors): string =>
  choice.startsWith('#') ? choice : colours[choice as keyof Brand['colours']];

/** A choice as CSS: `var(--action)`, or the color itself. */
export const cssColor = (choice: ColorChoice): string =>
  choice.startsWith('#') ? choice : `var(--${choice})`;
