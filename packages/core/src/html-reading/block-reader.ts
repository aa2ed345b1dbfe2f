import type { CheerioAPI } from 'cheerio';
import { isTag, isText, type AnyNode, type Element } from 'domhandler';
import { middle, truncate, type FormId, type PictureRef } from '../basics/index.ts';
import type { NodeId } from '../basics/node-id.ts';
import type { FormDefinition } from '../forms/index.ts';
import {
  newBlock,
  type Block,
  type BlockOf,
  type ButtonAction,
  type RichText,
  type Run,
} from '../page/index.ts';
import type { Style } from './computed-styles.ts';
import { formFromHtml } from './form-from-html.ts';
import { isInline, plainWords, runsOf } from './inline-runs.ts';
import { Notes } from './notes.ts';
import { cardsIn, columnsOf, isRow, tracksOf } from './rows.ts';

/** Ids for new parts, and pictures by their addresses; a picture that can't be had is null. */
export interface Making {
  part: () => NodeId;
  form: () => FormId;
  pictureAt: (address: string) => PictureRef | null;
}

/** What stands below each other: blocks, and rows of columns, each with the element it comes from. */
export type Item =
  | { is: 'block'; block: Block; from: Element }
  | { is: 'row'; columns: { share: number; items: Item[] }[]; from: Element };

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
export class BlockReader {
  readonly notes = new Notes();
  readonly forms: Record<FormId, FormDefinition> = {};

  constructor(
    private readonly $: CheerioAPI,
    readonly styleOf: (element: Element) => Style,
    private readonly base: string,
    private readonly making: Making,
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
    ul: (element) => this.listItems(element),
    ol: (element) => this.listItems(element),
    dl: (element) => this.pairItems(element),
    hr: (element) => [this.item(element, newBlock('divider', this.making.part()))],
    form: (element) => this.formItems(element),
    figure: (element) => this.figureItems(element),
    details: (element) => this.questionItems(element),
    table: (element) => this.tableItems(element),
    iframe: (element) => this.frameItems(element),
    video: (element) => this.filmItems(element),
    nav: (element) => this.menuItems(element),
    blockquote: (element) => this.quotationItems(element),
  };

  private item = (from: Element, block: Block): Item => ({ is: 'block', block, from });

  /** Words as they can stand here: none of them is a merge field. */
  words(text: string, most: number): string {
    const plain = text.replace(/[\p{Cc}\s]+/gu, ' ').trim();
    return truncate(unbraced(plain), most);
  }

  private runs(nodes: readonly AnyNode[]): Run[] {
    return runsOf(nodes, (href) => this.linkTo(href), this.isApart)
      .slice(0, 200)
      .map((run) => ({ ...run, text: truncate(unbraced(run.text), 6000) }));
  }

  /** Where a link leads from here; empty for one that leads nowhere. */
  private linkTo(href: string): string {
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

  private apartIn(node: AnyNode): Element[] {
    if (!isTag(node) || !this.isShown(node)) return [];
    return this.isApart(node) ? [node] : node.children.flatMap((child) => this.apartIn(child));
  }

  private apartItems(element: Element): Item[] {
    if (element.name === 'img') return this.pictureItems(element);
    return this.buttonItems(element);
  }

  private textItem(from: Element, text: RichText): Item {
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

  private aligned(element: Element): { look?: { align: 'center' | 'end' } } {
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
    if (quotation) return this.quotationItems(element);
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

  private listItems(element: Element): Item[] {
    const entries = element.children.filter(isTag).filter(this.isShown);
    if (isRow(element, this.styleOf)) return this.rowItems(element);
    if (!entries.every((entry) => entry.children.every(isInline)))
      return entries.flatMap((entry) => this.itemsIn(entry));
    const texts = entries
      .map((entry) => this.runs(entry.children))
      .filter((runs) => runs.length > 0);
    const pictures = entries
      .flatMap((entry) => this.apartIn(entry))
      .flatMap((one) => this.apartItems(one));
    if (texts.length === 0) return pictures;
    const hints = `${element.attribs['class'] ?? ''} ${entries.map((entry) => this.$(entry).html()).join(' ')}`;
    const isChecklist =
      element.name === 'ul' &&
      texts.length <= 12 &&
      /check|tick|feature|benefit|<svg|<i /i.test(hints);
    if (isChecklist && texts.every((runs) => plainWords(runs).length <= 200)) {
      const items = texts.map(plainWords);
      return [
        this.item(
          element,
          newBlock('ticks', this.making.part(), { items, ...this.aligned(element) }),
        ),
        ...pictures,
      ];
    }
    const kind = element.name === 'ol' ? 'numbers' : 'bullets';
    return [
      this.textItem(
        element,
        chunks(texts, 60).map((items) => ({ kind, items })),
      ),
      ...pictures,
    ];
  }

  private pairItems(element: Element): Item[] {
    const pairs: { question: string; answer: string }[] = [];
    for (const child of element.children
      .filter(isTag)
      .flatMap((one) => (one.name === 'div' ? one.children.filter(isTag) : [one]))) {
      const text = this.$(child).text();
      if (child.name === 'dt') pairs.push({ question: this.words(text, 200), answer: '' });
      else if (pairs.length > 0)
        pairs.at(-1)!.answer = this.words(`${pairs.at(-1)!.answer} ${text}`, 1200);
    }
    return this.questions(
      element,
      pairs.filter(({ question }) => question !== ''),
    );
  }

  private questionItems(element: Element): Item[] {
    const summary = this.$(element).children('summary');
    const answer = this.$(element).clone().children('summary').remove().end().text();
    return this.questions(element, [
      { question: this.words(summary.text(), 200), answer: this.words(answer, 1200) },
    ]);
  }

  private questions(from: Element, items: BlockOf<'questions'>['items']): Item[] {
    return chunks(items, 20).map((some) =>
      this.item(from, newBlock('questions', this.making.part(), { items: some })),
    );
  }

  private quotationItems(element: Element): Item[] {
    const by = this.$(element).find('cite, figcaption, footer').first();
    const who = this.words(by.text(), 120).replace(/^[-–—~\s]+/, '');
    const rest = this.$(element).clone().find('cite, figcaption, footer').remove().end().text();
    const said = this.words(rest, 6000).replace(/^["“”„«\s]+|["“”»\s]+$/g, '');
    if (said === '') return [];
    if (who && said.length <= 600) {
      const items = [{ said, who, stars: null, source: '', picture: null }];
      return [this.item(element, newBlock('reviews', this.making.part(), { items }))];
    }
    const runs = [{ ...plain(said), italic: true }, ...(who ? [plain(`\n${who}`)] : [])];
    return [this.textItem(element, [{ kind: 'paragraph', runs }])];
  }

  /** Two columns with prices are a price list; of any other table each row becomes a line. */
  private tableItems(element: Element): Item[] {
    const rows = this.$(element)
      .find('tr')
      .toArray()
      .map((row) =>
        this.$(row)
          .children('td, th')
          .toArray()
          .map((cell) => this.words(this.$(cell).text(), 300)),
      )
      .filter((cells) => cells.some(Boolean));
    const isPrices =
      rows.length > 0 &&
      rows.length <= 20 &&
      rows.every(
        (cells) =>
          cells.length === 2 && /\d/.test(cells[1]!) && /[$€£¥]|\d[.,]\d\d\b/.test(cells[1]!),
      );
    if (isPrices) {
      const items = rows.map(([title, price]) => ({
        title: truncate(title!, 120),
        text: '',
        price: truncate(price!, 60),
      }));
      return [this.item(element, newBlock('price-list', this.making.part(), { items }))];
    }
    if (rows.length > 0) this.notes.add('A table became lines of text.');
    const text: RichText = rows
      .slice(0, 200)
      .map((cells) => ({ kind: 'paragraph', runs: [plain(cells.filter(Boolean).join(' · '))] }));
    return text.length > 0 ? [this.textItem(element, text)] : [];
  }

  private formItems(element: Element): Item[] {
    const read = formFromHtml(this.$, element, this.making.part);
    if (!read) {
      const isSearch =
        this.$(element).find('input[type="search"], [name="s"], [name="q"]').length > 0;
      this.notes.add(
        isSearch ? 'A search box was left out.' : 'A form without questions was left out.',
      );
      return [];
    }
    for (const note of read.notes) this.notes.add(note);
    const formId = this.making.form();
    const definition = read.definition;
    this.forms[formId] = unbracedForm(definition);
    const title = this.words(this.$(element).find('legend, h1, h2, h3, h4').first().text(), 200);
    return [this.item(element, newBlock('form', this.making.part(), { formId, title, intro: '' }))];
  }

  private frameItems(element: Element): Item[] {
    const href = this.linkTo(element.attribs['src'] ?? '');
    const title = this.words(element.attribs['title'] ?? '', 120);
    if (/\bmaps?\b/i.test(href)) {
      this.notes.add('A map was replaced by one of the client’s address.');
      return [this.item(element, newBlock('map', this.making.part()))];
    }
    if (!href.startsWith('https://')) {
      this.notes.add('An embedded page was left out.');
      return [];
    }
    this.notes.add(
      `What is embedded from ${new URL(href).host} became a video: check that it is one.`,
    );
    const source = { from: 'address', href } as const;
    return [
      this.item(
        element,
        newBlock('video', this.making.part(), { source, ...(title && { title }) }),
      ),
    ];
  }

  private filmItems(element: Element): Item[] {
    this.notes.add('A film was left out: add it as a file, in a video block.');
    return [this.item(element, newBlock('video', this.making.part(), { title: 'Watch' }))];
  }

  private menuItems(element: Element): Item[] {
    const labels = this.$(element)
      .find('a')
      .toArray()
      .map((link) => this.words(this.$(link).text(), 40))
      .filter(Boolean);
    if (labels.length > 0) this.notes.add(`A menu was left out: ${labels.slice(0, 8).join(', ')}.`);
    return [];
  }

  private rowItems(element: Element): Item[] {
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

const plain = (text: string): Run => ({ text, bold: false, italic: false, href: '' });

/** Braces of somebody else's page are no merge fields of ours. */
const unbraced = (text: string): string => text.replace(/\{(?=[{%])/g, '{ ');

function unbracedForm(definition: FormDefinition): FormDefinition {
  return JSON.parse(JSON.stringify(definition), (_key, value: unknown) =>
    typeof value === 'string' ? unbraced(value) : value,
  ) as FormDefinition;
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

function chunks<Item>(items: readonly Item[], size: number): Item[][] {
  return Array.from({ length: Math.ceil(items.length / size) }, (_, index) =>
    items.slice(index * size, (index + 1) * size),
  );
}

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
