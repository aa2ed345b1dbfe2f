import { turnBlocks, type Band, type Block, type BlockOf, plainReview } from '@plumgate/core/page';
import {
  readyBands,
  readyTemplates,
  takeTemplate,
  type Make,
  type TakenPage,
} from '@plumgate/core/templates';

type Reviews = BlockOf<'reviews'>['items'];
type PictureAt = { id: never; width: number; height: number };

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

/** Stonecroft's free driveway survey, phones first: three surfaces with a picture of each, and what a neighbour said. */
export function drivewayPages(
  make: Make,
  surfaces: { brick: PictureAt; gravel: PictureAt; slab: PictureAt },
): TakenPage[] {
  const said: Reviews = [
    {
      ...plainReview(
        'Rain used to run into the garage. Now it runs into the border, and the car sits level.',
        'Nell Arkwright, Gannet Head',
      ),
      stars: 5,
      source: 'Harbor Pages',
    },
  ];
  const cards = [
    {
      title: 'Block paving',
      text: 'Any pattern, lifts out again for pipes and roots.',
      picture: surfaces.brick,
    },
    {
      title: 'Resin and gravel',
      text: 'Smooth, level for wheels, drinks the rain.',
      picture: surfaces.gravel,
    },
    {
      title: 'Porcelain and slab',
      text: 'For front paths and steps that stay clean.',
      picture: surfaces.slab,
    },
  ];
  return taken('survey-funnel', [0, 1], { work: 'A driveway that drains' }, make, (block) => {
    if (block.kind === 'reviews') return { ...block, items: said };
    if (block.kind === 'cards') return { ...block, items: cards };
    if (block.kind === 'badges')
      return {
        ...block,
        items: ['{{ client.license }}', 'Insured in Maine', 'One crew, ours', 'Priced in writing'],
      };
    if (block.kind === 'ticks' && block.items.length === 3)
      return {
        ...block,
        items: [
          'We look within two working days',
          'The old surface goes with us',
          'One crew from first day to last',
        ],
      };
    if (block.kind === 'heading' && block.level === 1 && block.text.startsWith('A driveway'))
      return { ...block, text: 'A driveway that drains,\nlaid in three days.' };
    return block;
  });
}

/** Marram's twilight viewing of one home: the listing, and thanks for anyone who asked to see it. */
export function viewingPages(make: Make, home: PictureAt): TakenPage[] {
  const [listing, ...others] = taken(
    'listing-funnel',
    [0, 2],
    {
      address: '3 Ropewalk Loft',
      about: 'Two floors above the harbor, with evening light in every room.',
      price: '$612,000',
      size: '3 bedrooms, 2 baths, 1,840 sq ft',
    },
    make,
    (block) => {
      if (block.kind === 'picture')
        return {
          ...block,
          picture: home,
          alt: 'The loft at dusk, its windows lit, above the harbor',
        };
      if (block.kind === 'map') return { ...block, place: { lat: 43.2012, lng: -69.3987 } };
      return block;
    },
  );
  const { page } = listing!.draft;
  const bands = page.bands.toSpliced(2, 0, livedWith(make), agentsCard(make));
  return [{ ...listing!, draft: { ...listing!.draft, page: { ...page, bands } } }, ...others];
}

/** A ready-made band with the client's own words in it. */
function writtenBand(name: string, make: Make, write: (block: Block) => Block): Band {
  const band = readyBands.find((one) => one.name === name)!.make(make);
  return { ...turnBlocks([band], write)[0]!, suggested: [] };
}

function livedWith(make: Make): Band {
  const lists = [
    ['Evening light over the harbor', 'A study behind the stairs'],
    ['A roof deck with a rail', 'Six minutes on foot to the ferry'],
  ];
  return writtenBand('live-with', make, (block) =>
    block.kind === 'ticks' ? { ...block, items: lists.shift()! } : block,
  );
}

const agentsCard = (make: Make): Band => ({
  ...writtenBand('one-face', make, (block) =>
    block.kind === 'team'
      ? {
          ...block,
          items: [
            {
              name: 'Ro Kestrel',
              role: 'Shows you round at twilight',
              text: 'License AC-90817. Knows which window has the harbor in it.',
              picture: null,
            },
          ],
        }
      : block,
  ),
  // The band before it is tinted.
  surface: 'paper',
});
