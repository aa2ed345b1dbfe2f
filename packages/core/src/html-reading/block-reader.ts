import type { CheerioAPI } from 'cheerio';
import { isTag, isText, type AnyNode, type Element } from 'domhandler';
import {
  middle,
  truncate,
  type FormId,
  type PictureRef,
  type RichText,
  type Run,
} from '../basics/index.ts';
import type { NodeId } from '../basics/node-id.ts';
import type { FormDefinition } from '../forms/index.ts';
import { newBlock, type Block, type ButtonAction } from '../page/index.ts';
import type { Style } from './computed-styles.ts';
import type { ElementReader, Item, Making } from './element-reader.ts';
import { isInline, runsOf } from './inline-runs.ts';
import { Notes } from './notes.ts';
import { oneLine, plain, unbraced } from './plain-words.ts';
import { formItems, frameItems, filmItems, menuItems } from './read-embedded.ts';
import { listItems, pairItems, questionItems, quotationItems, tableItems } from './read-lists.ts';
import { cardsIn, columnsOf, isRow, tracksOf } from './rows.ts';

const skipped = new Set([
  'script',
  'style',
  'noscript',
  'template',
  'link',
  'meta',
  'title',
  'head',
  'svg',
  'source',
  'track',
  'map',
]);
const withoutEqual: Record<string, string> = {
  canvas: 'A drawing made by script was left out.',
  audio: 'A sound was left out.',
  object: 'An embedded object was left out.',
  embed: 'An embedded object was left out.',
  marquee: 'Moving words were left out.',
};

/** Turns elements of somebody else's page into blocks, and notes what has no equal here. */
export class BlockReader implements ElementReader {
  readonly notes = new Notes();
  readonly forms: Record<FormId, FormDefinition> = {};

  constructor(
    readonly $: CheerioAPI,
    readonly styleOf: (element: Element) => Style,
    private readonly base: string,
    readonly making: Making,
  ) {}

  newId = (): NodeId => this.making.part();

  /** Whether visitors of the page would see an element. */
  isShown = (element: Element): boolean => {
    const { display, visibility } = this.styleOf(element);
    return display !== 'none' && visibility !== 'hidden' && element.attribs['hidden'] === undefined;
  };

  private isLeavingPictures = false;

  /** What is in an element but its pictures, which are not even asked for. */
  itemsWithoutPictures(parent: Element): Item[] {
    this.isLeavingPictures = true;
    const items = this.itemsIn(parent);
    this.isLeavingPictures = false;
    return items;
  }

  /** What is in an element, from top to bottom. */
  itemsIn(parent: Element): Item[] {
    return this.itemsOf(parent.children, parent);
  }

  itemsOf(nodes: readonly AnyNode[], parent: Element): Item[] {
    const items: Item[] = [];
    let line: AnyNode[] = [];
    const flush = () => {
      items.push(...this.lineItems(line, parent));
      line = [];
    };
    for (const node of nodes) {
      if (isInline(node)) line.push(node);
      else {
        flush();
        if (isTag(node)) items.push(...this.itemsAt(node));
      }
    }
    flush();
    return joined(items);
  }

  /** An element that is no part of a line, as what stands on our page for it. */
  itemsAt(element: Element): Item[] {
    const { name } = element;
    if (skipped.has(name)) return [];
    if (!this.isShown(element)) {
      this.notes.add('Hidden parts were left out.');
      return [];
    }
    if (withoutEqual[name]) {
      this.notes.add(withoutEqual[name]);
      return [];
    }
    if (/^h[1-6]$/.test(name)) return this.headingItems(element);
    const read = this.readers[name];
    if (read) return read(element);
    if (isRow(element, this.styleOf)) return this.rowItems(element);
    return this.itemsIn(element);
  }

  private readonly readers: Partial<Record<string, (element: Element) => Item[]>> = {
    ul: (element) => listItems(this, element),
    ol: (element) => listItems(this, element),
    dl: (element) => pairItems(this, element),
    hr: (element) => [this.item(element, newBlock('divider', this.making.part()))],
    form: (element) => formItems(this, element),
    figure: (element) => this.figureItems(element),
    details: (element) => questionItems(this, element),
    table: (element) => tableItems(this, element),
    iframe: (element) => frameItems(this, element),
    video: (element) => filmItems(this, element),
    nav: (element) => menuItems(this, element),
    blockquote: (element) => quotationItems(this, element),
  };

  item = (from: Element, block: Block): Item => ({ is: 'block', block, from });

  /** Words as they can stand here: none of them is a merge field. */
  words(text: string, most: number): string {
    return truncate(unbraced(oneLine(text)), most);
  }

  runs(nodes: readonly AnyNode[]): Run[] {
    return runsOf(nodes, (href) => this.linkTo(href), this.isApart)
      .slice(0, 200)
      .map((run) => ({ ...run, text: truncate(unbraced(run.text), 6000) }));
  }

  /** Where a link leads from here; empty for one that leads nowhere. */
  linkTo(href: string): string {
    if (/^(?:mailto:|tel:)\S+$/i.test(href.trim())) return href.trim();
    if (href.startsWith('#') || !URL.canParse(href, this.base)) return '';
    const url = new URL(href, this.base);
    if (url.hostname.endsWith('.invalid')) {
      this.notes.add(
        `A link to “${truncate(href, 80)}” leads nowhere: that page did not come along.`,
      );
      return '';
    }
    return /^https?:$/.test(url.protocol) && url.href.length <= 2000 ? url.href : '';
  }

  /** Pictures and buttons stand in a line on many pages; here each is a block. */
  private isApart = (element: Element): boolean =>
    element.name === 'img' ||
    element.name === 'button' ||
    isPressed(element) ||
    looksPressed(element, this.styleOf(element));

  private lineItems(nodes: readonly AnyNode[], parent: Element): Item[] {
    const apart = nodes.flatMap((node) => this.apartIn(node));
    const runs = this.runs(nodes);
    const text = runs.length > 0 ? [this.textItem(parent, [{ kind: 'paragraph', runs }])] : [];
    const isFirst = nodes.find((node) => isTag(node) || (isText(node) && node.data.trim() !== ''));
    const leads =
      apart.length > 0 &&
      isFirst !== undefined &&
      isTag(isFirst) &&
      this.apartIn(isFirst).length > 0;
    const blocks = apart.flatMap((element) => this.apartItems(element));
    return leads ? [...blocks, ...text] : [...text, ...blocks];
  }

  apartIn(node: AnyNode): Element[] {
    if (!isTag(node) || !this.isShown(node)) return [];
    return this.isApart(node) ? [node] : node.children.flatMap((child) => this.apartIn(child));
  }

  apartItems(element: Element): Item[] {
    if (element.name === 'img') return this.pictureItems(element);
    return this.buttonItems(element);
  }

  textItem(from: Element, text: RichText): Item {
    const size = /\b(?:lead|intro|subtitle)\b/i.test(from.attribs['class'] ?? '')
      ? 'lead'
      : 'normal';
    return this.item(
      from,
      newBlock('text', this.making.part(), { text, size, ...this.aligned(from) }),
    );
  }

  private headingItems(element: Element): Item[] {
    const text = this.words(this.$(element).text(), 300);
    const pictures = this.apartIn(element).flatMap((one) => this.apartItems(one));
    if (text === '') return pictures;
    const level = Math.min(3, Number(element.name[1])) as 1 | 2 | 3;
    return [
      ...pictures,
      this.item(
        element,
        newBlock('heading', this.making.part(), { text, level, ...this.aligned(element) }),
      ),
    ];
  }

  aligned(element: Element): { look?: { align: 'center' | 'end' } } {
    for (
      let at: Element | null = element;
      at;
      at = at.parent && isTag(at.parent) ? at.parent : null
    ) {
      const align = this.styleOf(at)['text-align'] ?? at.attribs['align'];
      if (align === 'center') return { look: { align: 'center' } };
      if (align === 'right' || align === 'end') return { look: { align: 'end' } };
      if (align) return {};
    }
    return {};
  }

  /** The picture of an element, or null with a note where it can't be had. */
  picture(element: Element): PictureRef | null {
    const { src = '', srcset = '' } = element.attribs;
    const address = src || element.attribs['data-src'] || srcset.split(/[\s,]+/)[0] || '';
    if (!address || isTiny(element) || this.isLeavingPictures) return null;
    const full = URL.canParse(address, this.base) ? new URL(address, this.base).href : '';
    const found = full ? this.making.pictureAt(full) : null;
    if (!found) this.notes.add(`A picture could not be had: ${truncate(address, 100)}`);
    return found;
  }

  private pictureItems(element: Element): Item[] {
    const picture = this.picture(element);
    if (!picture) return [];
    const alt = this.words(element.attribs['alt'] ?? '', 300);
    const link = this.$(element).closest('a[href]').attr('href');
    const action = link ? this.actionOf(link) : null;
    return [
      this.item(
        element,
        newBlock('picture', this.making.part(), { picture, alt, action, focus: middle }),
      ),
    ];
  }

  private figureItems(element: Element): Item[] {
    const quotation = this.$(element).children('blockquote')[0];
    if (quotation) return quotationItems(this, element);
    const caption = this.words(this.$(element).children('figcaption').text(), 200);
    const rest = element.children.filter((child) => !isTag(child) || child.name !== 'figcaption');
    const items = this.itemsOf(rest, element);
    const [first] = items;
    if (first?.is === 'block' && first.block.kind === 'picture') first.block.caption = caption;
    else if (caption)
      items.push(this.textItem(element, [{ kind: 'paragraph', runs: [plain(caption)] }]));
    return items;
  }

  private buttonItems(element: Element): Item[] {
    const label = this.words(this.$(element).text() || element.attribs['value'] || '', 80);
    if (label === '') return [];
    const href = element.attribs['href'];
    if (href === undefined)
      this.notes.add(
        `The button “${label}” did something by script; it leads to the next step now.`,
      );
    const action: ButtonAction = href === undefined ? { kind: 'next-step' } : this.actionOf(href);
    return [
      this.item(
        element,
        newBlock('button', this.making.part(), { label, action, ...this.aligned(element) }),
      ),
    ];
  }

  /** Links within the page are bound to their band once there are bands. */
  private actionOf(href: string): ButtonAction {
    if (/^#./.test(href)) return { kind: 'address', href };
    const address = this.linkTo(href);
    return address ? { kind: 'address', href: address } : { kind: 'next-step' };
  }

  rowItems(element: Element): Item[] {
    const tracks = tracksOf(this.styleOf(element)['grid-template-columns'] ?? '');
    const cells = columnsOf(element, this.isShown, tracks);
    const cards = cardsIn(
      this.$,
      cells.map(({ element: cell }) => cell),
    );
    if (cards) {
      const items = cards.map(({ title, text, image }) => ({
        title: this.words(title, 120),
        text: this.words(text, 600),
        picture: image ? this.picture(image) : null,
      }));
      return [this.item(element, newBlock('cards', this.making.part(), { items }))];
    }
    const columns = cells
      .map(({ element: cell, share }) => ({ share, items: this.itemsAt(cell) }))
      .filter(({ items }) => items.length > 0);
    if (columns.length < 2 || columns.length > 4) return columns.flatMap(({ items }) => items);
    return [{ is: 'row', columns, from: element }];
  }
}

const isPressed = ({ name, attribs }: Element): boolean =>
  (name === 'input' && /^(?:button|submit)$/i.test(attribs['type'] ?? '')) ||
  attribs['role'] === 'button';

const looksPressed = ({ name, attribs }: Element, style: Style): boolean =>
  name === 'a' &&
  (/(?:^|[\s_-])(?:btn|button|cta)(?:$|[\s_-])/i.test(attribs['class'] ?? '') ||
    (style['background-color'] ?? style.background) !== undefined);

/** Pictures that only count visitors, and those that stand for a bullet. */
const isTiny = ({ attribs }: Element): boolean =>
  [attribs['width'], attribs['height']].some(
    (side) => side !== undefined && Number.parseInt(side) <= 24,
  );

/** Text after text is one block, and so are questions after questions. */
function joined(items: Item[]): Item[] {
  const all: Item[] = [];
  for (const item of items) {
    const last = all.at(-1);
    if (last?.is !== 'block' || item.is !== 'block' || !joinsTo(last.block, item.block))
      all.push(item);
  }
  return all;
}

function joinsTo(last: Block, next: Block): boolean {
  if (last.kind === 'text' && next.kind === 'text') {
    const fits =
      last.text.length + next.text.length <= 200 &&
      last.look.align === next.look.align &&
      last.size === next.size;
    if (fits) last.text.push(...next.text);
    return fits;
  }
  if (last.kind === 'questions' && next.kind === 'questions') {
    const fits = last.items.length + next.items.length <= 20;
    if (fits) last.items.push(...next.items);
    return fits;
  }
  if (last.kind === 'reviews' && next.kind === 'reviews') {
    const fits = last.items.length + next.items.length <= 12;
    if (fits) last.items.push(...next.items);
    return fits;
  }
  return false;
}
