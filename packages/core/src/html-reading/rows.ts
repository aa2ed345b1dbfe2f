import type { CheerioAPI } from 'cheerio';
import { isTag, type Element } from 'domhandler';
import type { Style } from './computed-styles.ts';
import { isInline } from './inline-runs.ts';

/** A cell of a row with its width in proportion to the others, 1 to 12. */
export interface Cell {
  element: Element;
  share: number;
}

const shown = (element: Element): Element[] => element.children.filter(isTag);

/** Whether what is in an element stands side by side on a wide screen: by its style, else by the names of its classes. */
export function isRow(element: Element, styleOf: (element: Element) => Style): boolean {
  const cells = shown(element);
  if (cells.length < 2 || cells.length > 12 || cells.every(isInline)) return false;
  const {
    display = '',
    'flex-direction': direction = '',
    'grid-template-columns': columns = '',
  } = styleOf(element);
  if (/flex/.test(display)) return !direction.startsWith('column');
  if (/grid/.test(display)) return tracksOf(columns).length > 1 || /auto-fi/.test(columns);
  const isNamed = /(?:^|[\s_-])(?:row|columns|grid|cols)(?:$|[\s_-])/i.test(
    element.attribs['class'] ?? '',
  );
  return isNamed || cells.filter(({ attribs }) => spanOf(attribs['class'] ?? '') > 0).length >= 2;
}

/** The cells of a row, each with its share: that of its track in a grid of as many, else by its class, else 1. */
export function columnsOf(
  row: Element,
  isShown: (element: Element) => boolean,
  tracks: readonly number[],
): Cell[] {
  const cells = shown(row).filter(isShown);
  const isGrid = tracks.length === cells.length;
  return cells.map((element, index) => ({
    element,
    share: isGrid ? tracks[index]! : spanOf(element.attribs['class'] ?? '') || 1,
  }));
}

/** `col-md-8` is 8 of 12. */
const spanOf = (classes: string): number => {
  const span = Number(
    /(?:^|[\s_-])(?:col|column|span)(?:-[a-z]+)?-(\d{1,2})(?:$|\s)/i.exec(classes)?.[1] ?? 0,
  );
  return span >= 1 && span <= 12 ? span : 0;
};

/** The tracks of `grid-template-columns`, each with its share: `3fr 2fr` is 3 and 2, `repeat(3, 1fr)` three of 1. */
export function tracksOf(columns: string): number[] {
  const whole = columns.replace(
    /repeat\(\s*(\d+)\s*,\s*([^)]+)\)/g,
    (_all, times: string, track: string) =>
      Array(Math.min(12, Number(times)))
        .fill(track.trim())
        .join(' '),
  );
  return whole
    .split(/\s+/)
    .filter(Boolean)
    .map((track) =>
      Math.min(
        12,
        Math.max(1, Math.round(/^([\d.]+)fr$/.test(track) ? Number.parseFloat(track) : 1)),
      ),
    );
}

export interface Card {
  title: string;
  text: string;
  image: Element | null;
}

/** The cells as cards, where there are three or more and each is a title with a few words; null for any others. */
export function cardsIn($: CheerioAPI, cells: readonly Element[]): Card[] | null {
  if (cells.length < 3 || cells.length > 12) return null;
  const cards = cells.map((cell) => cardOf($, cell));
  return cards.every((card) => card !== null) ? cards : null;
}

function cardOf($: CheerioAPI, cell: Element): Card | null {
  const has = (selector: string) => $(cell).find(selector).length;
  const titles = $(cell).find('h2, h3, h4, h5, h6');
  if (
    titles.length !== 1 ||
    has('form, ul, ol, iframe, table, video, details') > 0 ||
    has('img') > 1 ||
    has('a, button') > 0
  )
    return null;
  const title = titles.text().trim();
  const text = $(cell)
    .find('p')
    .toArray()
    .map((one) => $(one).text().trim())
    .join(' ');
  return title !== '' && text.length <= 600
    ? { title, text, image: $(cell).find('img')[0] ?? null }
    : null;
}
