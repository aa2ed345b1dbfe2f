import type { FoundPicture } from '../website/index.ts';
import { textsOf, thingsOf, textOf, type Thing } from './business-data.ts';
import { fullAddress, type OpenedPage } from './open-html.ts';

/** Smaller than this on a page, in px, a picture is an ornament. Common practice, no source. */
const leastSide = 200;

/**
 * What may be the client's logo, the likeliest first: what the website names as one, then what its markup calls so, then
 * its icon for phones.
 */
export function logosOn(page: OpenedPage, things: readonly Thing[]): FoundPicture[] {
  const { $ } = page;
  const named = things.flatMap((thing) => pictureTexts(thing, 'logo'));
  const marked = $('header img, img')
    .toArray()
    .filter(({ attribs }) => isLogo(attribs))
    .map(({ attribs }) => ({ href: attribs['src'], alt: attribs['alt'] ?? '' }));
  const icons = $('link[rel~="apple-touch-icon"], link[rel~="icon"][sizes]')
    .toArray()
    .map(({ attribs }) => ({ href: attribs['href'], alt: '' }));
  return [...named.map((href) => ({ href, alt: '' })), ...marked, ...icons].flatMap(
    ({ href, alt }) => foundAt(page, href, alt) ?? [],
  );
}

/** Whether a page shows its logo as a drawing, which can't be kept as a picture: in a file of its own or within the page. */
export const hasDrawnLogo = ({ $ }: OpenedPage): boolean =>
  $('header svg, a[class*="logo"] svg, [class*="logo"] > svg').length > 0 ||
  $('img')
    .toArray()
    .some(({ attribs }) => isLogo(attribs) && /\.svg(?:$|\?)/i.test(attribs['src'] ?? ''));

/** The page's photographs, as far as its markup tells: what it gives machines, then what is shown large enough. */
export function picturesOn(page: OpenedPage, things: readonly Thing[]): FoundPicture[] {
  const { $ } = page;
  const shared = $('meta[property="og:image"], meta[name="twitter:image"]')
    .toArray()
    .map(({ attribs }) => ({ href: attribs['content'], alt: '' }));
  const named = things
    .filter(({ types }) => !types.includes('Review') && !types.includes('Person'))
    .flatMap((thing) => [...pictureTexts(thing, 'image'), ...pictureTexts(thing, 'photo')])
    .map((href) => ({ href, alt: '' }));
  const shown = $('img')
    .toArray()
    .filter(({ attribs }) => !isLogo(attribs) && isLarge(attribs))
    .map(({ attribs }) => ({ href: largestOf(attribs), alt: attribs['alt'] ?? '' }));
  // Those on the page say what they show; the same one named elsewhere does not.
  return [...shown, ...named, ...shared].flatMap(({ href, alt }) => foundAt(page, href, alt) ?? []);
}

const pictureTexts = (thing: Thing, property: string): string[] => [
  ...textsOf(thing, property),
  ...thingsOf(thing, property).flatMap(
    (picture) => textOf(picture, 'contentUrl') || textOf(picture, 'url') || [],
  ),
];

const isLogo = ({
  src = '',
  alt = '',
  class: names = '',
  id = '',
}: Record<string, string>): boolean =>
  /logo|brandmark|site-brand/i.test(
    `${src.split('?')[0]!.split('/').at(-1)} ${alt} ${names} ${id}`,
  );

const isLarge = ({ width, height }: Record<string, string>): boolean =>
  [width, height].every((side) => !/^\d+/.test(side ?? '') || Number.parseInt(side!) >= leastSide);

/** The largest file that an image offers. */
function largestOf(attributes: Record<string, string>): string | undefined {
  const offered = (attributes['srcset'] ?? attributes['data-srcset'] ?? '')
    .split(/,\s+/)
    .map((one) => one.trim().split(/\s+/))
    .map(([href, size]) => ({ href, size: Number.parseFloat(size ?? '1') }))
    .filter(({ href }) => href);
  const largest = offered.sort((a, b) => b.size - a.size)[0]?.href;
  return largest ?? attributes['data-src'] ?? attributes['src'];
}

function foundAt(
  { base, address: page, embedded }: OpenedPage,
  href: string | undefined,
  alt: string,
): FoundPicture | null {
  const address = fullAddress(href, base);
  // A picture within the page has no address that it could be fetched from.
  if (!address || embedded.has(address) || /\.(?:ico|svg)(?:$|\?)/i.test(address)) return null;
  return { address, alt: alt.trim().slice(0, 300), page };
}
