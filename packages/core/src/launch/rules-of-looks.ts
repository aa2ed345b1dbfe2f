import { referencesIn } from '../basics/index.ts';
import {
  blocksOf,
  hasExample,
  isExample,
  nameOfBlock,
  nameOfPart,
  shownPage,
  Band,
  type Block,
  type PageDocument,
} from '../page/index.ts';
import { lackOf } from './block-state.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';
import { colorFindings } from './rules-of-colors.ts';
import { orderFindings } from './rules-of-order.ts';

/** A phone's screen below its bars: 844 px high as phones of 390 px are, less 110 (common practice, no source). */
export const fold = 734;
/** The least that words on a phone may measure, in CSS pixels (common practice, no source). */
export const leastWords = 14;
/** The least that something to press may measure across, in CSS pixels: WCAG 2.2, 2.5.8. */
export const leastTarget = 24;
/** What a page may weigh on a phone with its pictures, in kilobytes (our own value, no source). */
export const heaviest = 1500;
/** A picture 800 px wide as WebP, in kilobytes, as the demo's come out. */
const ofPicture = 90;

/** How the page looks: what can be read, seen, reached and loaded. */
export function lookFindings(input: LaunchInput): Finding[] {
  const { page } = input.draft;
  const blocks = blocksOf(page);
  return [
    ...headings(blocks),
    ...blocks.flatMap((block) => [...alternatives(block), ...setUp(block, input)]),
    ...colorFindings(input),
    ...orderFindings(page.bands),
    ...page.bands.flatMap((band) => bandFindings(band, input)),
    ...offers(blocks, input),
    ...measured(input),
    ...weight(shownPage(page, input.client.facts)),
    ...examples(page.bands),
  ];
}

/** What a phone's screen shows, where somebody looked. */
function measured({ draft, onPhone }: LaunchInput): Finding[] {
  if (!onPhone) return [];
  const { firstActionTop: top, smallWords, smallTargets } = onPhone;
  const about = (part: string) => ({ part: nameOfPart(draft, part) });
  return [
    ...(top !== null && top > fold
      ? [found('below-the-fold', { at: 'page' }, { pixels: `${Math.round(top)}` })]
      : []),
    ...smallWords.map((part) => found('small-words', part, about(part))),
    ...smallTargets.map((part) => found('small-target', part, about(part))),
  ];
}

/** One first-level heading, and no level left out on the way down (WCAG 2.2, technique G141). */
function headings(blocks: Block[]): Finding[] {
  const all = blocks.filter((block) => block.kind === 'heading');
  const firsts = all.filter(({ level }) => level === 1);
  if (blocks.length > 0 && firsts.length === 0)
    return [
      found('heading-order', all[0]?.id ?? { at: 'page' }, { fault: 'none is the first level' }),
    ];
  const skipped = all.find(({ level }, index) => index > 0 && level > all[index - 1]!.level + 1);
  return [
    ...firsts
      .slice(1)
      .map(({ id }) => found('heading-order', id, { fault: 'a second one is the first level' })),
    ...(skipped
      ? [found('heading-order', skipped.id, { fault: 'a level is left out before it' })]
      : []),
  ];
}

function alternatives(block: Block): Finding[] {
  const part = { part: nameOfBlock(block) };
  switch (block.kind) {
    case 'picture':
      return block.picture && !isExample(block.picture) && !block.alt.trim()
        ? [found('no-alternative', block.id, part)]
        : [];
    case 'before-after':
      return block.before && block.after && !hasExample(block) && !block.alt.trim()
        ? [found('no-alternative', block.id, part)]
        : [];
    case 'gallery':
      return block.items.some(({ picture, alt }) => !isExample(picture) && !alt.trim())
        ? [found('no-alternative', block.id, part)]
        : [];
    default:
      return [];
  }
}

/** Pictures that only show what could stand here: no visitor sees them. */
function examples(bands: Band[]): Finding[] {
  return bands.flatMap((band) => [
    ...(isExample(band.picture)
      ? [found('example-picture', band.id, { part: band.name || 'A band' })]
      : []),
    ...band.columns
      .flatMap(({ blocks }) => blocks)
      .filter(hasExample)
      .map((block) => found('example-picture', block.id, { part: nameOfBlock(block) })),
  ]);
}

/** Parts that show nothing yet since what they show is not there. */
function setUp(block: Block, { client: { facts } }: LaunchInput): Finding[] {
  const missing = lackOf(block, facts);
  return missing
    ? [found('not-set-up', missing.at, { part: nameOfBlock(block), lack: missing.lack })]
    : [];
}

function bandFindings(band: Band, { draft: { page } }: LaunchInput): Finding[] {
  const name = { part: band.name || 'A band' };
  const blocks = band.columns.flatMap((column) => column.blocks);
  const popup = page.popups.find(({ id }) => id === band.popup);
  const isOpened = blocksOf(page).some(
    (block) =>
      block.kind === 'button' && block.action.kind === 'popup' && block.action.popup === band.popup,
  );
  const isHidden =
    blocks.length === 0 ||
    (band.popup !== '' && (!popup || (popup.opens === 'button' && !isOpened))) ||
    (band.shown === 'wide' && blocks.every((block) => block.kind === 'call-bar'));
  return isHidden ? [found('hidden-band', band.id, name)] : [];
}

/** One offer, one action: a second form or a second price asks a visitor to choose instead of to answer. */
function offers(blocks: Block[], { draft: { page } }: LaunchInput): Finding[] {
  if (page.kind === 'site') return [];
  const inPopups = new Set(
    page.bands
      .filter((band) => band.popup !== '')
      .flatMap((band) => band.columns.flatMap((column) => column.blocks.map(({ id }) => id))),
  );
  const outside = blocks.filter(({ id }) => !inPopups.has(id));
  const forms = new Map(
    outside.flatMap((block) => ('formId' in block ? [[block.formId, block.id] as const] : [])),
  );
  const prices = outside.filter((block) => block.kind === 'offer');
  const second = [...forms.values()][1] ?? prices[1]?.id;
  return second ? [found('two-offers', second)] : [];
}

function weight(page: PageDocument): Finding[] {
  const pictures = page.bands
    .flatMap((band) => referencesIn(Band, band))
    .filter(({ kind }) => kind === 'picture').length;
  const kilobytes = pictures * ofPicture;
  return kilobytes > heaviest
    ? [found('too-heavy', { at: 'page' }, { kilobytes: `${kilobytes}`, pictures: `${pictures}` })]
    : [];
}
