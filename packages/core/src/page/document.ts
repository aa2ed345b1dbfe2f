import { z } from 'zod';
import { CalendarId, LinkedBandId, ListingId, type FormId } from '../basics/index.ts';
import { plainText, words } from '../basics/text-shapes.ts';
import { blockKinds, type BlockKindName } from './blocks/index.ts';
import { NodeId, PartRef } from '../basics/node-id.ts';
import { PictureRef } from '../basics/picture-ref.ts';
import { Surface } from '../brand/index.ts';
import { BackPicture, Box, Frame } from './box.ts';
import { brandLook } from './look.ts';

const schemas = Object.values(blockKinds).map((kind) => kind.schema);

type BlockOf<Kind extends BlockKindName> = z.infer<(typeof blockKinds)[Kind]['schema']>;
export type Block = { [Kind in BlockKindName]: BlockOf<Kind> }[BlockKindName];
export type { BlockOf };
export const Block = z.discriminatedUnion(
  'kind',
  schemas as unknown as [(typeof schemas)[number], ...(typeof schemas)[number][]],
) as unknown as z.ZodType<Block>;

/** How many parts a place may hold: enough for any page in the trade, few enough to stay quick. */
export const limits = { bands: 60, columns: 4, blocks: 40, popups: 6, sections: 12 } as const;

/**
 * The parts that stand in another order on a phone, by their ids in that order; empty where it is the same. Parts that are
 * not named keep their place behind the one before them (`inPhoneOrder`).
 */
export const PhoneOrder = z.array(PartRef).max(limits.blocks);

export const Column = z.strictObject({
  id: NodeId,
  /** What the outline calls it; empty for its place among the others. */
  ownName: plainText(60),
  /** Width in proportion to the other columns of the band, 1 to 12. */
  share: z.int().min(1).max(12),
  box: Box,
  /** Where its blocks stand in a band that is higher than they are; null as the band says. */
  place: z.enum(['top', 'middle', 'bottom']).nullable(),
  phoneOrder: PhoneOrder,
  blocks: z.array(Block).max(limits.blocks),
});
export type Column = z.infer<typeof Column>;

/** Inner space of a band in pixels on a wide page; a narrower page takes less in proportion. */
export const spaces = { bar: 13, snug: 44, even: 92, roomy: 128, most: 240 } as const;

export const Band = z.strictObject({
  id: NodeId,
  name: words(80),
  surface: Surface,
  picture: BackPicture.nullable(),
  frame: Frame,
  space: z.int().min(0).max(spaces.most),
  width: z.enum(['full', 'wide', 'medium', 'narrow']),
  /** What its columns do on a phone. */
  phone: z.enum(['stacked', 'beside']),
  phoneOrder: PhoneOrder,
  shown: z.enum(['both', 'wide', 'phone']),
  /** The band kept once that this one is a copy of; a change here changes it on every page. */
  linked: LinkedBandId.nullable(),
  /** The popup that it stands in; empty for the page itself. */
  popup: z.union([z.literal(''), NodeId]),
  /** The section of the page that it belongs to; empty for what every section shows. */
  section: z.union([z.literal(''), NodeId]),
  /** Words in it that a template only suggests: until somebody writes their own or keeps them, no visitor may read them. */
  suggested: z.array(words(600)).max(80),
  columns: z.array(Column).min(1).max(limits.columns),
});
export type Band = z.infer<typeof Band>;

/** A dialog over the page, made of the bands that name it. */
export const Popup = z.strictObject({
  id: NodeId,
  name: words(80),
  /** By a button alone, or also as a visitor turns to leave, after `after` seconds, or `after` percent down the page. */
  opens: z.enum(['button', 'leaving', 'time', 'scroll']),
  after: z.int().min(0).max(600),
  /** Opens by itself at most once in so many days. */
  everyDays: z.int().min(1).max(365),
});
export type Popup = z.infer<typeof Popup>;

/**
 * A part of the page that is shown by itself, as if it were a page: the bands that name it, and those that name none. Its id
 * is its link, `#feedback`. Without script all sections are one long page.
 */
export const PageSection = z.strictObject({ id: NodeId, name: plainText(60) });
export type PageSection = z.infer<typeof PageSection>;

/** A language tag by RFC 5646: a language, and what narrows it. */
export const Language = z
  .string()
  .max(20)
  .regex(/^[a-z]{2,3}(?:-[A-Za-z0-9]{2,8})*$/, 'Give a language tag such as en or es-MX.');
export const ownCode = z.string().max(20_000, 'Keep it to 20,000 characters.');

/** A page: bands from top to bottom, each with one to four columns of blocks. */
export const PageDocument = z.strictObject({
  version: z.literal(8),
  /** A landing page asks for one thing; a site page may lead to others. */
  kind: z.enum(['landing', 'site']),
  title: words(120),
  description: words(300),
  /** The language of its words, as BCP 47 names it: `en`, `es-MX`. */
  language: Language,
  /** Kept out of search engines, as a page that is given only for answers is. */
  hidden: z.boolean(),
  /** What stands beside its link where it is shared; null shows a card made of its title and brand. */
  share: PictureRef.nullable(),
  /** The small picture in the browser's tab; null shows the brand's. */
  icon: PictureRef.nullable(),
  /** The agency's own HTML in the head, and at the end of the body: tracking tags and the like. */
  head: ownCode,
  body: ownCode,
  /** The last day on which it is shown, in the client's zone, and what it says from then on; null or left out for none. */
  ends: z
    .strictObject({ day: z.iso.date(), words: plainText(400) })
    .nullable()
    .optional(),
  /** The event that its words and countdowns speak of; null or left out for none. */
  event: CalendarId.nullable().optional(),
  /**
   * The home for sale that it shows; null or left out for none. It shows the record as it was when the page was published,
   * or where `isLive` as it is.
   */
  listing: z.strictObject({ id: ListingId, isLive: z.boolean() }).nullable().optional(),
  popups: z.array(Popup).max(limits.popups),
  /** In their order: the first is shown first. A page without any is shown whole. */
  sections: z.array(PageSection).max(limits.sections),
  bands: z.array(Band).max(limits.bands),
});
export type PageDocument = z.infer<typeof PageDocument>;

/** The settings that most pages leave as they are. */
export const plainSettings = {
  language: 'en',
  hidden: false,
  share: null,
  icon: null,
  head: '',
  body: '',
} as const satisfies Partial<PageDocument>;

/** Whether a page is over on a day of the client's. */
export const isPageOver = ({ ends }: Pick<PageDocument, 'ends'>, today: string): boolean =>
  !!ends && today > ends.day;

/** What a page that is over says where nothing else was written. */
export const overWords = 'This offer has ended. Thank you for coming by.';

export const emptyPage = (title: string): PageDocument => ({
  version: 8,
  kind: 'landing',
  title,
  description: '',
  ...plainSettings,
  popups: [],
  sections: [],
  bands: [],
});

/** A column of blocks with the settings that a new one has, but for `changes`. */
export const newColumn = (
  id: NodeId,
  blocks: Block[] = [],
  changes: Partial<Omit<Column, 'id' | 'blocks'>> = {},
): Column => ({
  id,
  ownName: '',
  share: 1,
  box: {},
  place: null,
  phoneOrder: [],
  ...changes,
  blocks,
});

/** A band of columns with the settings that a new one has, but for `changes`; so has each column what is not given of it. */
export const newBand = (
  id: NodeId,
  columns: readonly (Pick<Column, 'id' | 'blocks'> & Partial<Column>)[],
  changes: Partial<Omit<Band, 'id' | 'columns'>> = {},
): Band => ({
  id,
  name: '',
  surface: 'paper',
  picture: null,
  frame: {},
  space: spaces.even,
  width: 'wide',
  phone: 'stacked',
  phoneOrder: [],
  shown: 'both',
  linked: null,
  popup: '',
  section: '',
  suggested: [],
  ...changes,
  columns: columns.map(({ id: columnId, blocks, ...rest }) => newColumn(columnId, blocks, rest)),
});

/** Every block of a page in reading order. */
export function blocksOf(page: PageDocument): Block[] {
  return page.bands.flatMap((band) => band.columns.flatMap((column) => column.blocks));
}

/** Bands with every block turned into another, or left as it is. */
export const turnBlocks = (bands: Band[], turn: (block: Block) => Block): Band[] =>
  bands.map((band) => ({
    ...band,
    columns: band.columns.map((column) => ({ ...column, blocks: column.blocks.map(turn) })),
  }));

/** A new block of a kind with its starting settings. */
export function newBlock<Kind extends BlockKindName>(
  kind: Kind,
  id: NodeId,
  settings: Partial<BlockOf<Kind>> = {},
): BlockOf<Kind> {
  const plain = { look: brandLook, ownName: '' };
  return { ...plain, ...blockKinds[kind].starter, ...settings, id, kind } as BlockOf<Kind>;
}

/** What the outline calls a block: the name that somebody gave it, else its own words where it has some. */
export function nameOfBlock(block: Block): string {
  const kind = blockKinds[block.kind] as { nameOf: (settings: unknown) => string };
  return block.ownName || kind.nameOf(block);
}

/** The form that a block shows; null for a block without one. */
export function formIdOf(block: Block): FormId | null {
  return block.kind === 'form' || block.kind === 'booking' ? block.formId : null;
}

/** The forms that stand on a page, each once. */
export function formsOn(page: PageDocument): FormId[] {
  return [...new Set(blocksOf(page).flatMap((block) => formIdOf(block) ?? []))];
}

/** The blocks that the page's kind does not allow; empty when all is well. */
export const strayBlocks = (page: PageDocument): Block[] =>
  page.kind === 'site' ? [] : blocksOf(page).filter((block) => block.kind === 'navigation');
