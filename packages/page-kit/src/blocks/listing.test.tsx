import { emptyCard } from '@plumgate/core/clients';
import { emptyListing, type ListedHome, type ListingContent } from '@plumgate/core/listings';
import { newBlock, type HomePart } from '@plumgate/core/page';
import { renderToStaticMarkup } from 'react-dom/server';
import { PageContextProvider, type PageContext } from '../page-context.ts';
import { sampleContext } from '../testing/sample-context.ts';
import { blockViews } from './index.ts';

const picture = { id: 'p' as never, width: 900, height: 600 };
const home: ListingContent = {
  ...emptyListing,
  ...{ street: '3 Ropewalk', town: 'Port Alder', price: 61_200_000, beds: 3, baths: 2 },
};
const agent = {
  ...{ id: 'a' as never, name: 'Ro Kestrel', role: 'Agent', about: 'Knows.', picture: null },
  ...emptyCard,
};
const shown = (content: Partial<ListingContent> = {}) => ({
  ...{ id: 'one' as never, agent },
  content: { ...home, ...content },
});
const other = (id: string, changes: Partial<ListingContent> = {}): ListedHome => ({
  ...{ id: id as never, href: `/${id}` },
  content: { ...home, street: id, ...changes },
});
function htmlOf(shows: HomePart, changes: Partial<PageContext>): string {
  const View = blockViews.listing.View;
  return renderToStaticMarkup(
    <PageContextProvider value={sampleContext(changes)}>
      <View block={newBlock('listing', 'home', { shows })} />
    </PageContextProvider>,
  );
}

it('shows nothing where the page is about no home', () => expect(htmlOf('price', {})).toBe(''));

it('says what a home costs, and of a sold one which are not', () => {
  const homes = [other('one'), other('two'), other('three', { status: 'sold' })];
  const forSale = htmlOf('price', { listing: shown(), homes });
  expect(forSale).toContain('$612,000');
  expect(forSale).toContain('3 beds · 2 baths');
  expect(forSale).not.toContain('href');
  const sold = htmlOf('price', { listing: shown({ status: 'sold' }), homes });
  expect(sold).toContain('>Sold<');
  expect(sold.match(/href="[^"]+"/g)).toEqual(['href="/two"']);
  expect(htmlOf('price', { listing: shown({ status: 'pending' }), homes })).not.toContain('href');
});

it('shows the first pictures, and all others by a press', () => {
  const pictures = Array.from({ length: 9 }, () => ({ picture, alt: '' }));
  const html = htmlOf('pictures', { listing: shown({ pictures, plan: picture }) });
  expect(html).toContain('<summary>All 10 pictures</summary>');
  const [before, after] = html.split('<details>');
  expect([before, after].map((part) => part!.split('<img').length - 1)).toEqual([5, 5]);
  expect(html).toContain('alt="Floor plan"');
  expect(htmlOf('pictures', { listing: shown() })).toBe('');
});

it('tells open houses that are to come, and no other', () => {
  const openHouses = [
    { day: '2026-11-05', from: '08:00', to: '09:00' },
    { day: '2026-11-07', from: '11:00', to: '13:00' },
  ];
  const html = htmlOf('visits', { listing: shown({ openHouses }) });
  expect(html).toContain('Saturday, November 7');
  expect(html).not.toContain('November 5');
  expect(htmlOf('visits', { listing: shown() })).toBe('');
});

it('names the agent with license and lines that can be called', () => {
  const licensed = { ...agent, license: 'SA-309', phone: '(207) 555-0133' };
  const html = htmlOf('agent', { listing: { ...shown(), agent: licensed } });
  expect(html).toContain('Agent · SA-309');
  expect(html).toContain('href="tel:+12075550133"');
  expect(html).not.toContain('Office');
  expect(htmlOf('agent', { listing: { ...shown(), agent: null } })).toBe('');
});

it('lists other homes, and says so where there are none', () => {
  const View = blockViews.homes.View;
  const html = (homes: ListedHome[]) =>
    renderToStaticMarkup(
      <PageContextProvider value={sampleContext({ listing: shown(), homes })}>
        <View block={newBlock('homes', 'homes', { most: 2 })} />
      </PageContextProvider>,
    );
  expect(html([other('two'), other('three'), other('four')]).match(/<li>/g)).toHaveLength(2);
  expect(html([other('one')])).toContain('Nothing is for sale just now.');
});
