import { doesReadingJump, type Band, type Block } from '../page/index.ts';
import { found, type Finding } from './finding.ts';

/** Kinds of block that the keyboard stops at. */
const stops: ReadonlySet<Block['kind']> = new Set<Block['kind']>([
  'button',
  'form',
  'booking',
  'call-button',
  'navigation',
  'questions',
  'social',
  'before-after',
  'video',
  'map',
]);
const stopsKeyboard = ({ kind }: Block) => stops.has(kind);

/** Bands whose order on a phone, which keyboards and screen readers follow everywhere, is far from their order on a wide screen. */
export const orderFindings = (bands: Band[]): Finding[] =>
  bands
    .filter(
      (band) =>
        doesReadingJump(band.columns, band.phoneOrder, ({ blocks }) =>
          blocks.some(stopsKeyboard),
        ) ||
        band.columns.some(({ blocks, phoneOrder }) =>
          doesReadingJump(blocks, phoneOrder, stopsKeyboard),
        ),
    )
    .map((band) => found('reading-jumps', band.id, { part: band.name || 'A band' }));
