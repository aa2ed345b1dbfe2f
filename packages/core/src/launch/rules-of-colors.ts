import { interpolate, formatHex } from 'culori';
import { aaText, contrast, contrastOn, isDarkSurface, wordsOn } from '../brand/index.ts';
import {
  blocksOf,
  colorProblems,
  nameOfBlock,
  ratioWords,
  surfaceOfColumn,
  type Band,
  type Column,
  type ColorProblem,
} from '../page/index.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';

/** The strength of the faintest words on a page: a question's help line. */
const faintest = 0.75;
/** How much colour has to lie over a picture before any words on it can be read (our own value, no source). */
const leastFade = 55;

/** What can be told apart from what it lies on: WCAG 2.2, 1.4.3 for words and 1.4.11 for what is to be pressed. */
export function colorFindings(input: LaunchInput): Finding[] {
  return [
    ...faintLines(input),
    ...input.draft.page.bands.flatMap((band) => [
      ...pressedOn(band, input),
      ...ownColors(band, input),
      ...overPictures(band),
    ]),
  ];
}

/** The faintest words that the brand makes. */
function faintLines({ draft, brand }: LaunchInput): Finding[] {
  const { paper, ink } = brand.colours;
  const asks = blocksOf(draft.page).some(
    (block) => block.kind === 'form' || block.kind === 'booking',
  );
  const faint = formatHex(interpolate([paper, wordsOn(paper, ink)], 'rgb')(faintest));
  const ratio = contrast(faint, paper);
  return asks && ratio < aaText
    ? [
        found(
          'low-contrast',
          { at: 'brand' },
          { what: 'the help and consent lines of a form', ratio: ratioWords(ratio), wanted: '4.5' },
        ),
      ]
    : [];
}

/** The brand's own button on a band. On dark surfaces the brand sees to it itself. */
function pressedOn(band: Band, { brand }: LaunchInput): Finding[] {
  const hasPress = (column: Column) =>
    !isDarkSurface(brand, surfaceOfColumn(band, column)) &&
    column.blocks.some(
      (block) => block.kind === 'button' && block.shape === 'solid' && !block.look.fill,
    );
  const faintest = Math.min(
    ...band.columns
      .filter(hasPress)
      .map((column) => contrastOn(brand.colours.action, surfaceOfColumn(band, column), brand)),
  );
  return faintest < 3
    ? [
        found('low-contrast', band.id, {
          what: 'the button on this band',
          ratio: ratioWords(faintest),
          wanted: '3',
        }),
      ]
    : [];
}

const whats: Record<ColorProblem['what'], string> = {
  words: 'the words of',
  button: 'the button',
  'words-on-button': 'the words on the button',
};

/** Parts that depart from the brand in their colors. */
const ownColors = (band: Band, { brand }: LaunchInput): Finding[] =>
  band.columns.flatMap((column) =>
    column.blocks.flatMap((block) =>
      colorProblems(block, surfaceOfColumn(band, column), brand).map(({ what, ratio, wanted }) =>
        found('low-contrast', block.id, {
          what: `${whats[what]} “${nameOfBlock(block)}”`,
          ratio: ratioWords(ratio),
          wanted: `${wanted}`,
        }),
      ),
    ),
  );

/** Words over a picture that shows through. */
function overPictures(band: Band): Finding[] {
  const hasWords = (column: Column) =>
    column.blocks.some((block) => block.kind === 'heading' || block.kind === 'text');
  const isThin = (picture: { fade: number } | null | undefined) =>
    picture != null && picture.fade < leastFade;
  const part = band.name || 'A band';
  return [
    ...(isThin(band.picture) &&
    band.columns.some((column) => hasWords(column) && !column.box.surface)
      ? [found('words-over-picture', band.id, { part })]
      : []),
    ...band.columns
      .filter((column) => isThin(column.box.picture) && hasWords(column))
      .map((column) => found('words-over-picture', column.id, { part })),
  ];
}
