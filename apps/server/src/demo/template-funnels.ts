import type { CalendarId, PictureRef } from '@plumgate/core/basics';
import type { ClientRecords } from '@plumgate/core/clients';
import {
  newBlock,
  turnBlocks,
  type Band,
  type Block,
  type BlockOf,
  type Draft,
  type RecordFacts,
} from '@plumgate/core/page';
import {
  readyBands,
  readyTemplates,
  takeTemplate,
  withRecords,
  type Make,
  type TakenPage,
} from '@plumgate/core/templates';

/** A template's pages as their taker made them: with the reviews, cards and pictures that only the client has. */
function taken(
  name: string,
  pages: number[],
  answers: Record<string, string>,
  make: Make,
  change: (block: Block) => Block,
): TakenPage[] {
  const template = readyTemplates.find((one) => one.name === name)!;
  return takeTemplate(template, pages, answers, make).map(({ name, draft }) => ({
    name,
    draft: {
      ...draft,
      page: { ...draft.page, bands: turnBlocks(draft.page.bands, change) },
    },
  }));
}

/** Stonecroft's free driveway survey, phones first: one drive before and after, what each surface costs, what a neighbor said. */
export function drivewayPages(
  make: Make,
  pictures: Record<'before' | 'after', PictureRef>,
  typed: { records: ClientRecords; facts: RecordFacts },
): TakenPage[] {
  const pages = taken(
    'survey-funnel',
    [0, 1],
    { work: 'A driveway that drains' },
    make,
    (block) => {
      switch (block.kind) {
        case 'before-after':
          return { ...block, ...pictures, alt: 'The drive on Gannet Street' };
        case 'ticks':
          return block.items.length === 3 ? { ...block, items: [...drivewayPromises] } : block;
        case 'heading':
          if (block.level === 1 && block.text.startsWith('A driveway'))
            return { ...block, text: 'A driveway that drains,\nlaid in three days.' };
          return block.text === 'What it costs'
            ? { ...block, text: 'What it costs, per square foot' }
            : block;
        default:
          return block;
      }
    },
  );
  return pages.map((page) => ({ ...page, draft: written(page.draft, typed) }));
}
const drivewayPromises = [
  'We look within two working days',
  'The old surface goes with us',
  'One crew from first day to last',
];

export interface HomeForSale {
  /** What the template asks for. */
  answers: { address: string; about: string; price: string; size: string };
  /** The home from outside, and from within. */
  pictures: [outside: PictureRef, ...inside: PictureRef[]];
  alt: string;
  place: { lat: number; lng: number };
  livedWith: [string[], string[]];
}

/** The page of one home, and thanks for anyone who asked to see it. */
export function listingPages(
  make: Make,
  home: HomeForSale,
  agent: BlockOf<'team'>['items'][number],
): TakenPage[] {
  const [outside, ...inside] = home.pictures;
  const [listing, ...others] = taken('listing-funnel', [0, 2], home.answers, make, (block) => {
    switch (block.kind) {
      case 'picture':
        return { ...block, picture: outside, alt: home.alt };
      case 'gallery':
        return { ...block, items: inside.map((picture, at) => ({ picture, alt: rooms[at]! })) };
      case 'map':
        return { ...block, place: home.place };
      case 'team':
        return { ...block, items: [agent] };
      default:
        return block;
    }
  });
  const { page } = kept(listing!.draft);
  const bands = page.bands.toSpliced(2, 0, livedWith(make, home.livedWith));
  return [{ ...listing!, draft: { ...listing!.draft, page: { ...page, bands } } }, ...others];
}
const rooms = ['The living room, with its window on the water', 'The kitchen'];

/** The tablet at the door of an open house. */
export const signInPages = (make: Make, address: string, picture: PictureRef): TakenPage[] =>
  taken('sign-in', [0], { address }, make, (block) =>
    block.kind === 'picture' ? { ...block, picture, alt: `The home at ${address}` } : block,
  ).map((page) => ({ ...page, draft: kept(page.draft) }));

/** A morning at Fernhill whose places are booked through its own calendar. */
export function morningPages(
  make: Make,
  morning: { name: string; starts: string; calendar: CalendarId },
  hall: PictureRef,
  staff: BlockOf<'team'>['items'],
): TakenPage[] {
  const answers = { event: morning.name, starts: morning.starts };
  return taken('event-funnel', [0, 1], answers, make, (block) => {
    switch (block.kind) {
      case 'team':
        return { ...block, items: staff };
      case 'questions':
        return { ...block, items: morningAnswers };
      case 'form': {
        const { id, formId, title, intro } = block;
        const { calendar: calendarId } = morning;
        return newBlock('booking', id, { formId, title, intro, calendarId }) as Block;
      }
      default:
        return JSON.parse(JSON.stringify(block).replaceAll('evening', 'morning')) as Block;
    }
  }).map((page) => {
    const draft = kept(page.draft);
    const bands = draft.page.bands.map((band) =>
      band.picture ? { ...band, picture: { ...band.picture, ...hall } } : band,
    );
    return { ...page, draft: { ...draft, page: { ...draft.page, bands } } };
  });
}

const morningAnswers = [
  { question: 'Is there parking?', answer: 'Behind the house, free on Saturdays.' },
  { question: 'Can I bring someone?', answer: 'Yes, but take a place for each of you.' },
  {
    question: 'What if I can’t come after all?',
    answer: 'One click in the email frees your place for someone else.',
  },
];

/** A page with what the client has typed, and every other suggestion taken as it is. */
const written = (
  draft: Draft,
  { records, facts }: { records: ClientRecords; facts: RecordFacts },
): Draft => kept(withRecords(draft, records, facts));

const kept = (draft: Draft): Draft => ({
  ...draft,
  page: {
    ...draft.page,
    bands: draft.page.bands.map((band) => ({ ...band, suggested: [] })),
  },
});

/** A ready-made band with the home's own advantages in it. */
function livedWith(make: Make, lists: [string[], string[]]): Band {
  const band = readyBands.find(({ name }) => name === 'live-with')!.make(make);
  const left = [...lists];
  return {
    ...turnBlocks([band], (block) =>
      block.kind === 'ticks' ? { ...block, items: left.shift()! } : block,
    )[0]!,
    suggested: [],
    surface: 'paper',
  };
}
