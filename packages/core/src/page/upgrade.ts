import { failed, done, type Outcome } from '../basics/index.ts';
import { PageDocument, plainSettings, spaces } from './document.ts';
import { middle } from './picture-ref.ts';
import { prose } from './rich-text.ts';

/** The newest version of the page document that this program writes. */
export const newestVersion = 3;

type Stored = Record<string, unknown>;

/** One step for each version that is no longer written: `upgrades[n]` turns version n into n + 1. */
const upgrades: Record<number, (page: Stored) => Stored> = { 1: toSecond, 2: toThird };

/** Version 2: text has paragraphs and links, a band's space is a number, bands may have a picture, be linked or stand in a popup. */
function toSecond(page: Stored): Stored {
  // What is no part at all stays away here; the schema says in the end whether the rest is a page.
  const list = (value: unknown) =>
    Array.isArray(value)
      ? value.filter((one): one is Stored => typeof one === 'object' && one !== null)
      : [];
  const block = (old: Stored): Stored => {
    if (old.kind === 'text') return { ...old, text: prose(String(old.text)) };
    if (old.kind === 'picture') return { ...old, drawing: 'none', focus: middle };
    if (old.kind === 'countdown') return { ...old, counts: 'moment', minutes: 60 };
    if (old.kind === 'cards')
      return { ...old, items: list(old.items).map((item) => ({ ...item, picture: null })) };
    return old;
  };
  const bands = list(page.bands).map((band) => ({
    ...band,
    space: spaces[band.space as 'even'] ?? spaces.even,
    picture: null,
    phone: band.space === 'bar' ? 'beside' : 'stacked',
    shown: 'both',
    linked: null,
    popup: '',
    columns: list(band.columns).map((column) => ({
      ...column,
      blocks: list(column.blocks).map(block),
    })),
  }));
  return { ...page, version: 2, kind: 'landing', popups: [], bands };
}

/** Version 3: a page has its language, its looks where it is shared, and code of its own. */
function toThird(page: Stored): Stored {
  return { ...page, ...plainSettings, version: 3 };
}

/**
 * Reads a stored page document of any version this program ever wrote and brings it up to the newest.
 * A newer version, or something that is no page, comes back as a sentence that says which.
 */
export function readPageDocument(stored: unknown): Outcome<PageDocument, string> {
  if (typeof stored !== 'object' || stored === null || !('version' in stored)) {
    return failed('This is not a page document: it has no version.');
  }
  let page = stored as Stored;
  if (typeof page.version !== 'number' || page.version > newestVersion) {
    return failed(
      `This page document has version ${String(page.version)}; this program reads up to ${newestVersion}.`,
    );
  }
  while (page.version !== newestVersion) {
    const step = upgrades[page.version as number];
    if (!step) return failed(`No page document ever had version ${String(page.version)}.`);
    page = step(page);
  }
  const read = PageDocument.safeParse(page);
  if (read.success) return done(read.data);
  const { path, message } = read.error.issues[0]!;
  return failed([path.join('.'), message].filter(Boolean).join(': '));
}
