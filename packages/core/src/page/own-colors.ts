import {
  aaText,
  colorOf,
  contrastOn,
  pressOn,
  wordsOnSurface,
  type Brand,
  type ColorChoice,
  type Surface,
} from '../brand/index.ts';
import type { Band, Block, Column } from './document.ts';
import type { Look } from './look.ts';

/** WCAG 2.2, 1.4.3 for large words and 1.4.11 for what is to be pressed ask for 3 to 1. */
const aaLarge = 3;

/** Something that cannot be made out well enough against what it lies on. */
export interface ColorProblem {
  what: 'words' | 'button' | 'words-on-button';
  /** Contrast as it is, and as it has to be at least. */
  ratio: number;
  wanted: number;
}

/** What a column's blocks lie on. */
export const surfaceOfColumn = (band: Band, column: Column): Surface =>
  column.box.surface ?? band.surface;

/**
 * What in a block's own colors is too faint on the surface that the block lies on, by WCAG 2.2. What follows the brand
 * is not among it.
 */
export function colorProblems(block: Block, under: Surface, brand: Brand): ColorProblem[] {
  const { look } = block;
  switch (block.kind) {
    case 'button':
      return block.shape === 'outline' && !look.fill
        ? wordsProblem(look.color, under, brand, aaText)
        : pressProblems(look, under, brand);
    case 'form':
    case 'booking': {
      const sheet = block.box.surface ?? 'paper';
      return [
        ...wordsProblem(look.color, sheet, brand, aaText),
        ...pressProblems(block.press, sheet, brand),
      ];
    }
    case 'cards':
      return wordsProblem(look.color, asSurface(look.fill ?? 'paper', brand), brand, aaText);
    default:
      return wordsProblem(look.color, under, brand, isLarge(block) ? aaLarge : aaText);
  }
}

/** A button of its own color against what it lies on, and its words against it. */
function pressProblems(look: Look, under: Surface, brand: Brand): ColorProblem[] {
  const fill = look.fill ?? pressOn(brand, under);
  const asFill = asSurface(fill, brand);
  return [
    ...(look.fill
      ? problem('button', contrastOn(colorOf(look.fill, brand), under, brand), aaLarge)
      : []),
    ...wordsProblem(look.color, asFill, brand, aaText, 'words-on-button'),
  ];
}

function wordsProblem(
  color: ColorChoice | undefined,
  surface: Surface,
  brand: Brand,
  wanted: number,
  what: ColorProblem['what'] = 'words',
): ColorProblem[] {
  return color ? problem(what, contrastOn(colorOf(color, brand), surface, brand), wanted) : [];
}

const problem = (what: ColorProblem['what'], ratio: number, wanted: number): ColorProblem[] =>
  ratio < wanted ? [{ what, ratio, wanted }] : [];

/** WCAG 2.2 calls words large from 24 px on; so are the headings of a page and of a band, on a phone too. */
const isLarge = (block: Block) =>
  (block.kind === 'heading' && block.level < 3 && (block.look.size ?? 100) >= 100) ||
  block.kind === 'offer';

const asSurface = (color: ColorChoice, brand: Brand): Surface => colorOf(color, brand);

/** The color of words on a fill that does not say which. */
export const wordsOnFill = (fill: ColorChoice, brand: Brand): string =>
  wordsOnSurface(brand, asSurface(fill, brand));

/** A ratio as it is read, such as `4.4`; rounded down, since 4.46 is not the 4.5 that is asked for. */
export const ratioWords = (ratio: number): string => (Math.floor(ratio * 10) / 10).toFixed(1);
