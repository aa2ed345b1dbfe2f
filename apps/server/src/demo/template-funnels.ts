import { turnBlocks, type Block } from '@plumgate/core/page';
import { readyTemplates, takeTemplate, type Make, type TakenPage } from '@plumgate/core/templates';

type Reviews = { said: string; who: string }[];
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
      said: 'Rain used to run into the garage. Now it runs into the border, and the car sits level.',
      who: 'Nell Arkwright, Gannet Head',
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
    if (block.kind === 'heading' && block.level === 1 && block.text.startsWith('A driveway'))
      return { ...block, text: 'A driveway that drains,\nlaid in three days.' };
    return block;
  });
}

/** Marram's twilight viewing of one home: the listing, and thanks for whoever asked to see it. */
export const viewingPages = (make: Make, home: PictureAt): TakenPage[] =>
  taken(
    'listing-funnel',
    [0, 2],
    { address: '3 Ropewalk Loft', price: '$612,000', size: '3 bedrooms, 2 baths, 1,840 sq ft' },
    make,
    (block) => {
      if (block.kind === 'picture')
        return {
          ...block,
          picture: home,
          alt: 'The loft at dusk, its windows lit, above the harbour',
        };
      if (block.kind === 'map') return { ...block, place: { lat: 43.2012, lng: -69.3987 } };
      if (block.kind === 'team')
        return {
          ...block,
          items: [
            {
              name: 'Ro Kestrel',
              role: 'Shows you round at twilight',
              text: 'Licence AC-90817. Knows which window has the harbour in it.',
              picture: null,
            },
          ],
        };
      return block;
    },
  );
