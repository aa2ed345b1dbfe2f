import { converter, parse as parseColor } from 'culori';
import { isTag, type AnyNode, type Element } from 'domhandler';
import { cleanData, done, failed, middle, type Outcome } from '../basics/index.ts';
import {
  Draft,
  emptyPage,
  Language,
  limits,
  newBand,
  newBlock,
  newColumn,
  spaces,
  turnBlocks,
  type Band,
  type Block,
  type ButtonAction,
} from '../page/index.ts';
import type { SurfaceRole } from '../brand/index.ts';
import { BlockReader } from './block-reader.ts';
import type { Item, Making } from './element-reader.ts';
import { computedStyles, type Sheet, type Style } from './computed-styles.ts';
import type { OpenedPage } from './open-html.ts';
import { unescaped } from './plain-words.ts';
import { isRow } from './rows.ts';

/** A page of ours made from somebody else's, with what could not be taken over, in sentences. */
export interface PageFromHtml {
  name: string;
  draft: Draft;
  notes: string[];
}

/**
 * A page from HTML that was made elsewhere: its sections become bands, what stands side by side becomes columns, its words,
 * pictures, buttons and forms become blocks. It takes the client's colors and type: of the page's own colors only what is
 * light, dark or strong is kept. Fails where there is nothing to read, as on a page that is drawn by script.
 */
export function pageFromHtml(
  page: OpenedPage,
  sheets: readonly Sheet[],
  making: Making,
): Outcome<PageFromHtml, 'nothing-to-read'> {
  const { $, base } = page;
  const own = $('style')
    .toArray()
    .map((style) => ({ css: $(style).text(), base }));
  const styleOf = computedStyles($, [...sheets, ...own], base);
  const reader = new BlockReader($, styleOf, base, making);
  const body = $('body')[0];
  const pieces = body ? piecesIn(body, { surface: 'paper', picture: null }, reader) : [];
  if (pieces.length === 0) return failed('nothing-to-read');
  if (pieces.length > limits.bands)
    reader.notes.add(
      `The page has ${pieces.length} sections; the first ${limits.bands} were taken.`,
    );
  const bands = pieces.slice(0, limits.bands).map((piece, index) => bandOf(piece, index, making));
  const title = reader.words($('title').first().text(), 120) || 'Imported page';
  const language = Language.safeParse($('html').attr('lang')).data;
  const draft = {
    page: {
      ...emptyPage(title),
      description: reader.words($('meta[name="description"]').attr('content') ?? '', 300),
      ...(language && { language }),
      bands: withBoundLinks(bands, pieces, $, reader),
    },
    forms: reader.forms,
  };
  noteHead(page, reader);
  return done({
    // A title mostly ends with the name of the business, which the funnel stands under anyway.
    name: (title.split(/\s+[|–—·]\s+/)[0] || title).slice(0, 80),
    draft: Draft.parse(cleanData(draft)),
    notes: reader.notes.sentences,
  });
}

/** The addresses of the pictures that the page would show, each once, in their order. */
export function picturesNeeded(
  page: OpenedPage,
  sheets: readonly Sheet[],
  making: Making,
): string[] {
  const addresses = new Set<string>();
  pageFromHtml(page, sheets, {
    ...making,
    pictureAt: (address) => {
      addresses.add(address);
      return null;
    },
  });
  return [...addresses];
}

interface Ground {
  surface: SurfaceRole;
  /** The address of a picture behind it. */
  picture: string | null;
}

/** What becomes one band. */
interface Piece extends Ground {
  columns: { share: number; items: Item[] }[];
  space: number;
}

const sectional = new Set(['header', 'footer', 'section', 'article', 'aside', 'main']);

function piecesIn(element: Element, around: Ground, reader: BlockReader): Piece[] {
  if (!reader.isShown(element)) return [];
  const ground = groundOf(reader.styleOf(element), around);
  if (isHeader(element, reader)) return headerPieces(element, ground, reader);
  const inner = element.children.filter((child) => isTag(child) && isSection(child, reader));
  if (inner.length === 0) return pieced(reader.itemsIn(element), ground, reader);
  const pieces: Piece[] = [];
  let loose: AnyNode[] = [];
  const flush = () => {
    pieces.push(...pieced(reader.itemsOf(loose, element), ground, reader));
    loose = [];
  };
  for (const child of element.children) {
    if (!inner.includes(child)) loose.push(child);
    else {
      flush();
      pieces.push(...piecesIn(child as Element, ground, reader));
    }
  }
  flush();
  return pieces;
}

/** Whether an element is a part of the page of its own, or only holds such parts. */
function isSection(element: Element, reader: BlockReader): boolean {
  if (sectional.has(element.name)) return true;
  if (element.name !== 'div') return false;
  return !isRow(element, reader.styleOf) && holdsSection(element);
}

function holdsSection(element: Element): boolean {
  return element.children.some(
    (child) =>
      isTag(child) &&
      (sectional.has(child.name) ||
        child.name === 'h1' ||
        child.name === 'h2' ||
        (child.name === 'div' && holdsSection(child))),
  );
}

/** Whether an element is the page's own header: some pages have their headline and form in one, which is a part like any other. */
function isHeader(element: Element, reader: BlockReader): boolean {
  const { name, parent } = element;
  const isOnTop =
    parent !== null &&
    isTag(parent) &&
    (parent.name === 'body' || parent.parent?.type === 'root' || parent.attribs['id'] === 'page');
  return name === 'header' && isOnTop && reader.$(element).find('h1, h2, form').length === 0;
}

/** A page's own header becomes a bar with the client's logo: its menu leads away from what a landing page asks for. */
function headerPieces(element: Element, ground: Ground, reader: BlockReader): Piece[] {
  const logo: Item = { is: 'block', block: newBlock('logo', reader.newId()), from: element };
  const items = atMost([logo, ...flat(reader.itemsWithoutPictures(element))], reader);
  return [{ ...ground, columns: [{ share: 1, items }], space: spaces.bar }];
}

/** Bands from what stands below each other: a row of columns is a band of its own, and so is what is around it. */
function pieced(items: Item[], ground: Ground, reader: BlockReader): Piece[] {
  const pieces: Piece['columns'][] = [];
  let single: Item[] = [];
  const flush = () => {
    for (let at = 0; at < single.length; at += limits.blocks)
      pieces.push([{ share: 1, items: single.slice(at, at + limits.blocks) }]);
    single = [];
  };
  for (const item of items) {
    if (item.is === 'block') single.push(item);
    else {
      flush();
      pieces.push(
        item.columns.map(({ share, items: inner }) => ({
          share,
          items: atMost(flat(inner), reader),
        })),
      );
    }
  }
  flush();
  const isFooter = items.some(({ from }) => isIn(from, 'footer'));
  const space = pieces.length > 1 || isFooter ? spaces.snug : spaces.even;
  return pieces.map((columns) => ({ ...ground, columns, space }));
}

function atMost(items: Item[], reader: BlockReader): Item[] {
  if (items.length > limits.blocks)
    reader.notes.add(
      `Of a column with ${items.length} parts the first ${limits.blocks} were taken.`,
    );
  return items.slice(0, limits.blocks);
}

/** Rows within a column stand below each other: columns here have none of their own. */
const flat = (items: readonly Item[]): Item[] =>
  items.flatMap((item) =>
    item.is === 'row' ? item.columns.flatMap((column) => flat(column.items)) : [item],
  );

const oklch = converter('oklch');

/** What lies behind an element: its own color and picture, as far as they can be seen, else what is around it. */
function groundOf(style: Style, around: Ground): Ground {
  const written = `${style.background ?? ''} ${style['background-color'] ?? ''}`;
  const color = (written.match(/#[0-9a-f]{3,8}\b|(?:rgb|hsl)a?\([^)]*\)|\b[a-z]+\b/gi) ?? [])
    .map((text) => oklch(parseColor(text)))
    .findLast((one) => one !== undefined && (one.alpha ?? 1) > 0.5);
  const picture =
    /url\("?([^")]+)"?\)/.exec(
      `${style['background-image'] ?? ''} ${style.background ?? ''}`,
    )?.[1] ?? null;
  if (!color) return picture ? { surface: 'deep', picture } : around;
  return { surface: roleOf(color), picture };
}

/** The brand's surface that plays the part of a color: light, slightly tinted, strong or dark. Common practice, no source. */
function roleOf({ l, c }: { l: number; c: number }): SurfaceRole {
  if (l > 0.97) return 'paper';
  if (l > 0.82) return 'tint';
  return c > 0.12 && l > 0.42 ? 'action' : 'deep';
}

function bandOf({ columns, surface, picture, space }: Piece, index: number, making: Making): Band {
  const behind = picture ? making.pictureAt(picture) : null;
  const name = nameIn(columns) || placeName(columns) || `Part ${index + 1}`;
  return newBand(
    making.part(),
    columns.map(({ share, items }) =>
      newColumn(
        making.part(),
        items.flatMap((item) => (item.is === 'block' ? [item.block] : [])),
        { share },
      ),
    ),
    { name, surface, space, picture: behind && { ...behind, fade: 60, focus: middle } },
  );
}

const nameIn = (columns: Piece['columns']): string => {
  const heading = columns
    .flatMap(({ items }) => items)
    .find((item) => item.is === 'block' && item.block.kind === 'heading');
  return heading?.is === 'block' && heading.block.kind === 'heading'
    ? heading.block.text.slice(0, 80)
    : '';
};

/** What a part without a heading is called, by the element that it comes from. */
function placeName(columns: Piece['columns']): string {
  const from = columns[0]?.items[0]?.from;
  if (!from) return '';
  return isIn(from, 'header') ? 'Header' : isIn(from, 'footer') ? 'Footer' : '';
}

/** Whether an element is one of a name, or lies in one. */
function isIn(element: Element, name: string): boolean {
  for (let at: AnyNode | null = element; at; at = at.parent)
    if (isTag(at) && at.name === name) return true;
  return false;
}

/** Links to a place on the page scroll to the band that it became. */
function withBoundLinks(
  bands: Band[],
  pieces: Piece[],
  $: OpenedPage['$'],
  reader: BlockReader,
): Band[] {
  const target = (href: string): ButtonAction => {
    const element = $('[id]')
      .toArray()
      .find(({ attribs }) => attribs['id'] === unescaped(href.slice(1)));
    const index = element
      ? pieces.findIndex((piece) =>
          piece.columns.some(({ items }) =>
            items.some(({ from }) => isWithin(from, element) || isWithin(element, from)),
          ),
        )
      : -1;
    const band = bands[index];
    if (band) return { kind: 'scroll', band: band.id };
    reader.notes.add(
      `A link to ${href} leads to no part of the page; it leads to the next step now.`,
    );
    return { kind: 'next-step' };
  };
  return turnBlocks(bands, (block): Block => {
    if (block.kind !== 'button' && block.kind !== 'picture') return block;
    const { action } = block;
    if (action?.kind !== 'address' || !action.href.startsWith('#')) return block;
    return { ...block, action: target(action.href) } as Block;
  });
}

function isWithin(inner: Element, outer: Element): boolean {
  for (let at: AnyNode | null = inner; at; at = at.parent as AnyNode | null)
    if (at === outer) return true;
  return false;
}

function noteHead({ $ }: OpenedPage, reader: BlockReader): void {
  if ($('script:not([type="application/ld+json"])').length > 0)
    reader.notes.add('Its scripts were left out. Tracking code belongs in the page’s settings.');
  if ($('svg').length > 0) reader.notes.add('Drawn icons were left out.');
}
