import type { ListingId } from '../basics/index.ts';
import { spaces } from '../page/index.ts';
import * as bands from './bands.ts';
import { band, block, column, makePage, toForm, type Make, type TemplatePage } from './make.ts';
import { listing, thanksPage } from './pages.ts';
import type { TakenPage } from './take.ts';

const ask = 'Ask for a showing';

/** One home for sale as its listing has it: nothing on it is typed twice. */
const homePage: TemplatePage = {
  ...listing,
  name: 'Home for sale',
  title: '{{ listing.name }}, {{ listing.price }} · {{ client.name }}',
  description: '{{ listing.address }}. {{ listing.facts }}, {{ listing.price }}.',
  bands: [
    bands.header('Ask about this home'),
    band(
      'The home',
      { surface: 'tint' },
      column(7, block('listing', { shows: 'pictures' })),
      column(
        5,
        block('heading', { text: '{{ listing.street }}', level: 1 }),
        block('listing', { shows: 'price' }),
        toForm(ask),
        block('listing', { shows: 'visits' }),
      ),
    ),
    band(
      'About the home',
      {},
      column(
        6,
        block('heading', { text: 'About this home' }),
        block('listing', { shows: 'words' }),
      ),
      column(5, block('listing', { shows: 'map' })),
    ),
    bands.formBeside('See it for yourself', 'Tell us when you are free. We confirm the time.', {
      title: ask,
      intro: '',
    }),
    band(
      'Who shows you around',
      { space: spaces.snug },
      column(1, block('listing', { shows: 'agent' })),
    ),
    band(
      'Other homes',
      { surface: 'tint' },
      column(1, block('heading', { text: 'Also for sale' }), block('homes', { most: 3 })),
    ),
    bands.lastCall('Bring your questions.', ask),
    bands.footer(),
  ],
};

/** The pages that sell a home: its own, bound to its listing, and thanks for everybody who asks to see it. */
export function pagesOfHome(id: ListingId, name: string, make: Make): TakenPage[] {
  const [home, thanks] = [homePage, thanksPage].map((page) => makePage(page, make));
  return [
    {
      name,
      draft: { ...home!, page: { ...home!.page, listing: { id, isLive: false } } },
    },
    { name: thanksPage.name, draft: thanks! },
  ];
}
