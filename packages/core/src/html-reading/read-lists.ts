import type { Element } from 'domhandler';
import { isTag } from 'domhandler';
import { truncate, type RichText } from '../basics/index.ts';
import { newBlock, type BlockOf } from '../page/index.ts';
import type { ElementReader, Item } from './element-reader.ts';
import { isInline, plainWords } from './inline-runs.ts';
import { plain } from './plain-words.ts';
import { isRow } from './rows.ts';

export function listItems(reader: ElementReader, element: Element): Item[] {
  const entries = element.children.filter(isTag).filter(reader.isShown);
  if (isRow(element, reader.styleOf)) return reader.rowItems(element);
  if (!entries.every((entry) => entry.children.every(isInline)))
    return entries.flatMap((entry) => reader.itemsIn(entry));
  const texts = entries
    .map((entry) => reader.runs(entry.children))
    .filter((runs) => runs.length > 0);
  const pictures = entries
    .flatMap((entry) => reader.apartIn(entry))
    .flatMap((one) => reader.apartItems(one));
  if (texts.length === 0) return pictures;
  const hints = `${element.attribs['class'] ?? ''} ${entries.map((entry) => reader.$(entry).html()).join(' ')}`;
  const isChecklist =
    element.name === 'ul' &&
    texts.length <= 12 &&
    /check|tick|feature|benefit|<svg|<i /i.test(hints);
  if (isChecklist && texts.every((runs) => plainWords(runs).length <= 200)) {
    const items = texts.map(plainWords);
    return [
      reader.item(
        element,
        newBlock('ticks', reader.making.part(), { items, ...reader.aligned(element) }),
      ),
      ...pictures,
    ];
  }
  const kind = element.name === 'ol' ? 'numbers' : 'bullets';
  return [
    reader.textItem(
      element,
      chunks(texts, 60).map((items) => ({ kind, items })),
    ),
    ...pictures,
  ];
}

export function pairItems(reader: ElementReader, element: Element): Item[] {
  const pairs: { question: string; answer: string }[] = [];
  for (const child of element.children
    .filter(isTag)
    .flatMap((one) => (one.name === 'div' ? one.children.filter(isTag) : [one]))) {
    const text = reader.$(child).text();
    if (child.name === 'dt') pairs.push({ question: reader.words(text, 200), answer: '' });
    else if (pairs.length > 0)
      pairs.at(-1)!.answer = reader.words(`${pairs.at(-1)!.answer} ${text}`, 1200);
  }
  return questions(
    reader,
    element,
    pairs.filter(({ question }) => question !== ''),
  );
}

export function questionItems(reader: ElementReader, element: Element): Item[] {
  const summary = reader.$(element).children('summary');
  const answer = reader.$(element).clone().children('summary').remove().end().text();
  return questions(reader, element, [
    { question: reader.words(summary.text(), 200), answer: reader.words(answer, 1200) },
  ]);
}

function questions(
  reader: ElementReader,
  from: Element,
  items: BlockOf<'questions'>['items'],
): Item[] {
  return chunks(items, 20).map((some) =>
    reader.item(from, newBlock('questions', reader.making.part(), { items: some })),
  );
}

export function quotationItems(reader: ElementReader, element: Element): Item[] {
  const by = reader.$(element).find('cite, figcaption, footer').first();
  const who = reader.words(by.text(), 120).replace(/^[-–—~\s]+/, '');
  const rest = reader.$(element).clone().find('cite, figcaption, footer').remove().end().text();
  const said = reader.words(rest, 6000).replace(/^["“”„«\s]+|["“”»\s]+$/g, '');
  if (said === '') return [];
  if (who && said.length <= 600) {
    const items = [{ said, who, stars: null, source: '', picture: null }];
    return [reader.item(element, newBlock('reviews', reader.making.part(), { items }))];
  }
  const runs = [{ ...plain(said), italic: true }, ...(who ? [plain(`\n${who}`)] : [])];
  return [reader.textItem(element, [{ kind: 'paragraph', runs }])];
}

/** Two columns with prices are a price list; of any other table each row becomes a line. */
export function tableItems(reader: ElementReader, element: Element): Item[] {
  const rows = reader
    .$(element)
    .find('tr')
    .toArray()
    .map((row) =>
      reader
        .$(row)
        .children('td, th')
        .toArray()
        .map((cell) => reader.words(reader.$(cell).text(), 300)),
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
    return [reader.item(element, newBlock('price-list', reader.making.part(), { items }))];
  }
  if (rows.length > 0) reader.notes.add('A table became lines of text.');
  const text: RichText = rows
    .slice(0, 200)
    .map((cells) => ({ kind: 'paragraph', runs: [plain(cells.filter(Boolean).join(' · '))] }));
  return text.length > 0 ? [reader.textItem(element, text)] : [];
}

function chunks<Item>(items: readonly Item[], size: number): Item[][] {
  return Array.from({ length: Math.ceil(items.length / size) }, (_, index) =>
    items.slice(index * size, (index + 1) * size),
  );
}
