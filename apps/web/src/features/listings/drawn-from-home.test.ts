import { plainBrand } from '@plumgate/core/brand';
import { emptyFacts } from '@plumgate/core/clients';
import { emptyListing } from '@plumgate/core/listings';
import { layoutPost, postSizes } from './post-picture.ts';
import { windowCard } from './window-card.ts';

const client = {
  name: 'Marram <Coast>',
  brand: plainBrand,
  facts: { ...emptyFacts('America/New_York'), phone: '(207) 555-0118' },
};
const picture = { id: 'p' as never, width: 900, height: 600 };
const listing = {
  ...emptyListing,
  ...{ street: '3 Ropewalk & Loft', town: 'Port Alder', price: 61_200_000, beds: 3 },
  ...{ about: 'Two floors above the harbor.', features: ['Roof deck'] },
  pictures: [1, 2].map(() => ({ picture, alt: '' })),
};
const card = (design: 'picture' | 'facts', changes: Partial<typeof listing> = {}) =>
  windowCard(design, {
    ...{ client, listing: { ...listing, ...changes }, qr: '<svg></svg>' },
    ...{ address: 'https://marram.test/3-ropewalk?utm_source=door', origin: 'http://app.test' },
  });

describe('a card for the window', () => {
  it('says what the home costs and where its page is, in either design', () => {
    for (const html of [card('picture'), card('facts')]) {
      expect(html).toContain('$612,000');
      expect(html).toContain('3 Ropewalk &#38; Loft');
      expect(html).toContain('>marram.test/3-ropewalk<');
      expect(html).toContain('http://app.test/~/pictures/p-1200.webp');
      expect(html).toContain('Marram &#60;Coast&#62; · (207) 555-0118');
    }
  });
  it('has more words in one, and a larger picture in the other', () => {
    expect(card('facts')).toContain('<li>Roof deck</li>');
    expect(card('picture')).not.toContain('Roof deck');
    expect(card('picture')).toContain('.first img{height:56vh}');
  });
  it('leaves no gap where there is no picture', () => {
    expect(card('facts', { pictures: [] })).not.toContain('<img');
  });
});

describe('a picture for a post', () => {
  it.each(Object.entries(postSizes))('%s: nothing lies on anything else', (_name, size) => {
    const { picture: box, lines } = layoutPost(size, listing, client);
    expect(lines.map(({ text }) => text)).toEqual([
      ...['For sale', '$612,000', '3 Ropewalk & Loft, Port Alder', '3 beds'],
      'Marram <Coast> · (207) 555-0118',
    ]);
    expect(lines[0]!.y - lines[0]!.size).toBeGreaterThan(box.height);
    for (const [index, line] of lines.slice(1).entries())
      expect(line.y - line.size).toBeGreaterThanOrEqual(lines[index]!.y);
    expect(lines.at(-1)!.y).toBeLessThan(size.height);
    expect(box.height).toBeGreaterThan(size.height / 2);
  });
  it('what is not known takes no room', () => {
    const bare = { ...listing, price: null, beds: null };
    const [all, less] = [listing, bare].map((one) => layoutPost(postSizes.square, one, client));
    expect(less!.lines).toHaveLength(3);
    expect(less!.picture.height).toBeGreaterThan(all!.picture.height);
  });
});
