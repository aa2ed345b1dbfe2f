import { failed, done, type Outcome } from '../basics/index.ts';
import { emptyPage, PageDocument, plainSettings, spaces, type Band } from './document.ts';
import { middle } from '../basics/picture-ref.ts';
import { prose } from '../basics/rich-text.ts';

/** The newest version of the page document that this program writes. */
export const newestVersion = 8;

type Stored = Record<string, unknown>;

/** What is no part at all stays away here; the schema says in the end whether the rest is a page. */
const list = (value: unknown): Stored[] =>
  Array.isArray(value)
    ? value.filter((one): one is Stored => typeof one === 'object' && one !== null)
    : [];

/** A page with each of its blocks turned into another. */
const withBlocks = (page: Stored, turn: (block: Stored) => Stored): Stored => ({
  ...page,
  bands: list(page.bands).map((band) => ({
    ...band,
    columns: list(band.columns).map((column) => ({
      ...column,
      blocks: list(column.blocks).map(turn),
    })),
  })),
});

/** One step for each version that is no longer written: `upgrades[n]` turns version n into n + 1. */
const upgrades: Record<number, (page: Stored) => Stored> = {
  1: toSecond,
  2: toThird,
  3: toFourth,
  4: toFifth,
  5: toSixth,
  6: toSeventh,
  7: toEighth,
};

/** Version 2: text has paragraphs and links, a band's space is a number, bands may have a picture, be linked or stand in a popup. */
function toSecond(page: Stored): Stored {
  const block = (old: Stored): Stored => {
    if (old.kind === 'text') return { ...old, text: prose(String(old.text)) };
    if (old.kind === 'picture') return { ...old, drawing: 'none', focus: middle };
    if (old.kind === 'countdown') return { ...old, counts: 'moment', minutes: 60 };
    if (old.kind === 'cards')
      return { ...old, items: list(old.items).map((item) => ({ ...item, picture: null })) };
    return old;
  };
  const { bands } = withBlocks(page, block);
  const wider = list(bands).map((band) => ({
    ...band,
    space: spaces[band.space as 'even'] ?? spaces.even,
    picture: null,
    phone: band.space === 'bar' ? 'beside' : 'stacked',
    shown: 'both',
    linked: null,
    popup: '',
  }));
  return { ...page, version: 2, kind: 'landing', popups: [], bands: wider };
}

/** Version 3: a page has its language, its looks where it is shared, and code of its own. */
function toThird(page: Stored): Stored {
  return { ...page, ...plainSettings, version: 3 };
}

/** Version 4: a map may show an address of its own. */
function toFourth(page: Stored): Stored {
  const own = withBlocks(page, (old) =>
    old.kind === 'map' ? { ...old, address: '', place: null } : old,
  );
  return { ...own, version: 4 };
}

/** Version 5: a band knows which of its words a template only suggests. Of what was made before, nobody knows any more. */
function toFifth(page: Stored): Stored {
  return {
    ...page,
    version: 5,
    bands: list(page.bands).map((band) => ({ ...band, suggested: [] })),
  };
}

/** Version 6: a review has its stars, its source and a face. */
function toSixth(page: Stored): Stored {
  const reviewed = withBlocks(page, (block) =>
    block.kind === 'reviews'
      ? {
          ...block,
          items: list(block.items).map((item) => ({
            stars: null,
            source: '',
            picture: null,
            ...item,
          })),
        }
      : block,
  );
  return { ...reviewed, version: 6 };
}

/**
 * Version 7: parts may depart from the brand. Where a block's words stand is a part of its look; bands, columns and forms
 * have a frame or a box; pictures, logos and buttons have more settings; phones may have an order of their own.
 */
function toSeventh(page: Stored): Stored {
  const aligns: Stored = { centre: { align: 'center' }, end: { align: 'end' } };
  const added: Record<string, Stored> = {
    button: { note: '', icon: null, iconSide: 'before' },
    ticks: { icon: null },
    logo: { width: null, phoneWidth: null },
    picture: { width: null, caption: '', action: null, onPhone: null },
    form: { box: {}, press: {}, layout: 'stacked' },
    booking: { box: {}, press: {} },
  };
  const { bands } = withBlocks(page, ({ align, ...old }) => {
    const base = {
      ...old,
      ...added[String(old.kind)],
      look: aligns[String(align)] ?? {},
      ownName: '',
    };
    return old.kind === 'button' ? { ...base, shape: old.look } : base;
  });
  const framed = list(bands).map((band) => ({
    ...band,
    frame: {},
    phoneOrder: [],
    columns: list(band.columns).map((column) => ({
      ...column,
      ownName: '',
      box: {},
      place: null,
      phoneOrder: [],
    })),
  }));
  return { ...page, version: 7, bands: framed };
}

/** Version 8: a page may have sections that are shown one at a time. */
function toEighth(page: Stored): Stored {
  return {
    ...page,
    version: 8,
    sections: [],
    bands: list(page.bands).map((band) => ({ ...band, section: '' })),
  };
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

/** Reads a band that was kept by itself, with the version of the page document it was written in. */
export function readBand({
  version,
  band,
}: {
  version: number;
  band: unknown;
}): Outcome<Band, string> {
  const read = readPageDocument({ ...emptyPage(''), version, bands: [band] });
  return read.ok ? done(read.value.bands[0]!) : read;
}
