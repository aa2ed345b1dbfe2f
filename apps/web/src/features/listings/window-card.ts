import type { ClientSheet } from '@plumgate/contract';
import { wordsOn } from '@plumgate/core/brand';
import {
  englishHome,
  listingAddress,
  listingFacts,
  listingPrice,
  moreFacts,
  type ListingContent,
} from '@plumgate/core/listings';
import { escaped, nameAndPhone, sheetOf, typedAddress } from '../sharing/print-sheet.ts';

/** How a card for the window looks: the picture large, or the facts. */
export const cardDesigns = {
  picture: 'With a large picture',
  facts: 'With all the facts',
} as const;
export type CardDesign = keyof typeof cardDesigns;

/** Two columns at most of what it has. */
const mostFeatures = 8;

/** A card for the window of the office, A4 or letter: the home, what it costs, and the code of its page. Fonts and pictures are asked of `origin`. */
export function windowCard(
  design: CardDesign,
  {
    client,
    listing,
    address,
    qr,
    origin,
  }: {
    client: Pick<ClientSheet, 'name' | 'brand' | 'facts'>;
    listing: ListingContent;
    /** Of its page. */
    address: string;
    /** The code of that address, as SVG. */
    qr: string;
    origin: string;
  },
): string {
  const { paper, deep, ink, action } = client.brand.colours;
  const reader = { ...client.facts, words: englishHome };
  const [first, ...others] = listing.pictures.map(
    ({ picture }) => `<img src="${origin}/~/pictures/${picture.id}-1200.webp" alt="">`,
  );
  const row = others.slice(0, 3).join('');
  const features = listing.features
    .slice(0, mostFeatures)
    .map((feature) => `<li>${escaped(feature)}</li>`)
    .join('');
  const more = moreFacts(listing, reader);
  const about = listing.about.slice(0, 320);
  const isLarge = design === 'picture';
  const style = `
body{min-height:100vh;display:grid;grid-template-rows:1fr auto;background:${paper};color:${wordsOn(paper, ink)};font:18px/1.45 var(--text-face)}
main{display:grid;align-content:start;gap:22px;padding:0 0 28px}
img{display:block;width:100%;object-fit:cover;background:#0001}
.first img{height:${isLarge ? '56vh' : '34vh'}}
.row{display:grid;grid-template-columns:repeat(${Math.max(1, Math.min(3, others.length))},1fr);gap:10px;padding:0 48px}
.row img{height:15vh}
.told{display:grid;grid-template-columns:1fr auto;gap:24px;align-items:start;padding:0 48px}
h1{font:680 44px/1.1 var(--title-face);margin:0}
.price{font:680 40px/1.1 var(--title-face);color:${action}}
.facts{font-weight:640}
ul{margin:10px 0 0;padding-left:1.1em;columns:2}
.code{width:150px;padding:8px;background:#fff;border:4px solid ${action};border-radius:14px}
.code svg{display:block;width:100%;height:auto}
.at{font-size:13px;max-width:150px;overflow-wrap:anywhere;text-align:center}
footer{background:${deep};color:${wordsOn(deep, '#FFFFFF')};padding:18px 48px;font-weight:600}`;
  const body = `<main>${first ? `<div class="first">${first}</div>` : ''}${!isLarge && row ? `<div class="row">${row}</div>` : ''}
<div class="told"><div><p class="price">${escaped(listingPrice(listing.price, reader))}</p><h1>${escaped(listing.street)}</h1><p>${escaped(listingAddress({ ...listing, street: '' }))}</p><p class="facts">${escaped(listingFacts(listing, reader))}</p>${more ? `<p>${escaped(more)}</p>` : ''}${!isLarge && about ? `<p>${escaped(about)}</p>` : ''}${!isLarge && features ? `<ul>${features}</ul>` : ''}</div>
<div><div class="code">${qr}</div><p class="at">${escaped(typedAddress(address))}</p></div></div></main><footer>${escaped(nameAndPhone(client))}</footer>`;
  return sheetOf(client, { title: listing.street, style, body }, origin);
}
