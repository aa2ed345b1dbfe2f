import { findPhoneNumbersInText, isSupportedCountry } from 'libphonenumber-js';
import type { Palette } from '../brand/index.ts';
import { phoneKey, phoneWords } from '../people/index.ts';
import {
  howFound,
  mostFound,
  type FoundAddress,
  type FoundFacts,
  type FoundPicture,
  type FoundReview,
  type HowFound,
} from '../website/index.ts';
import { hoursOf, textOf, textsOf, thingsOf, thingsOn, type Thing } from './business-data.ts';
import { linesOf } from './lines-of.ts';
import { fullAddress, type OpenedPage } from './open-html.ts';
import { hoursInText } from './opening-hours.ts';
import { unescaped } from './plain-words.ts';
import { palettesOf } from './site-colors.ts';
import { hasDrawnLogo, logosOn, picturesOn } from './site-pictures.ts';
import { reviewsOn } from './site-reviews.ts';

/** What a website says of a business, before any of its pictures was looked at. */
export interface WebsiteFindings {
  facts: FoundFacts;
  palettes: Palette[];
  logos: FoundPicture[];
  pictures: FoundPicture[];
  reviews: FoundReview[];
  /** What was seen and can't be offered, in sentences. */
  notes: string[];
}

/**
 * What pages of one website say of the business: from data for machines first, then from links, then from words, and of
 * equal ones the first page's. Phone numbers are read as people of `country` (ISO 3166-1) write them. Nothing is guessed:
 * what no page says is null or empty.
 */
export function readWebsite(
  pages: readonly OpenedPage[],
  sheets: readonly string[],
  country: string,
): WebsiteFindings {
  const read = pages.map((page) => {
    const things = thingsOn(page);
    return { page, things, business: businessIn(things), lines: linesOf(page.$) };
  });
  const name = bestOf(read, nameOn);
  const facts: FoundFacts = {
    name,
    phone: bestOf(read, (one) => phoneOn(one, country)),
    email: bestOf(read, emailOn),
    address: bestOf(read, addressOn),
    week: bestOf(read, weekOn),
    social: bestOf(read, socialOn),
    areas: bestOf(read, listOn('areaServed', 60)),
    services: bestOf(read, servicesOn),
  };
  const all = <Found>(find: (page: OpenedPage, things: Thing[]) => Found[]) =>
    read.flatMap(({ page, things }) => find(page, things));
  const logos = firstOfEach(all(logosOn), ({ address }) => address).slice(0, mostFound.logos);
  const isLogo = new Set(logos.map(({ address }) => address));
  return {
    facts,
    palettes: palettesOf(pages, sheets, mostFound.palettes),
    logos,
    pictures: firstOfEach(all(picturesOn), ({ address }) => address)
      .filter(({ address }) => !isLogo.has(address))
      .slice(0, mostFound.pictures),
    notes:
      logos.length === 0 && pages.some(hasDrawnLogo)
        ? ['The logo is a drawing (SVG), which can’t be used here. Ask for it as a PNG file.']
        : [],
    reviews: firstOfEach(all(reviewsOn), ({ said }) => said.toLowerCase()).slice(
      0,
      mostFound.reviews,
    ),
  };
}

/** Where a page of the same website is that may say more: how it is reached, when it is open, what people said. */
export function pagesWorthReading({ $, base, address }: OpenedPage, most: number): string[] {
  const { host } = new URL(address);
  const links = $('a[href]')
    .toArray()
    .flatMap((link) => {
      const full = fullAddress(link.attribs['href'], base);
      if (!full || new URL(full).host !== host) return [];
      const rank = worthReading.findIndex((words) => words.test(`${full} ${$(link).text()}`));
      return rank < 0 ? [] : [{ address: full.split('#')[0]!, rank }];
    })
    .sort((a, b) => a.rank - b.rank)
    .map((link) => link.address)
    .filter((found) => found !== address.split('#')[0] && !/\.(?:pdf|jpe?g|png|zip)$/i.test(found));
  return [...new Set(links)].slice(0, most);
}

const worthReading = [
  /contact|kontakt|contacto|contato/i,
  /review|testimonial/i,
  /about|our-story/i,
  /hours|location|visit/i,
  /service/i,
  /team|gallery|work|project/i,
];

interface ReadPage {
  page: OpenedPage;
  things: Thing[];
  business: Thing | null;
  lines: string[];
}
type Found<Value> = { value: Value; how: HowFound; page: string };
type Finding<Value> = { value: Value; how: HowFound } | null;

/** The surest finding; of equally sure ones, the first page's. */
function bestOf<Value>(
  read: readonly ReadPage[],
  find: (page: ReadPage) => Finding<Value>,
): Found<Value> | null {
  const findings = read.flatMap((one) => {
    const finding = find(one);
    return finding ? [{ ...finding, page: one.page.address }] : [];
  });
  for (const how of howFound) {
    const surest = findings.find((finding) => finding.how === how);
    if (surest) return surest;
  }
  return null;
}

function firstOfEach<Item>(items: readonly Item[], keyOf: (item: Item) => string): Item[] {
  const byKey = new Map<string, Item>();
  for (const item of items) if (!byKey.has(keyOf(item))) byKey.set(keyOf(item), item);
  return [...byKey.values()];
}

/** The thing that tells most of what a business has; a page with none gives null. */
function businessIn(things: readonly Thing[]): Thing | null {
  const telling = [
    'telephone',
    'address',
    'openingHours',
    'openingHoursSpecification',
    'email',
    'geo',
    'areaServed',
    'sameAs',
  ];
  const scored = things
    .filter(
      ({ types }) =>
        !types.some((type) =>
          /^(?:Review|Person|PostalAddress|Offer|Product|Event|h-item)$/.test(type),
        ),
    )
    .map((thing) => ({ thing, score: telling.filter((name) => thing.properties[name]).length }))
    .filter(({ thing, score }) => score > 0 && textOf(thing, 'name') !== '');
  return scored.sort((a, b) => b.score - a.score)[0]?.thing ?? null;
}

const data = <Value>(value: Value): Finding<Value> => ({ value, how: 'data' });

function nameOn({ page: { $ }, business }: ReadPage): Finding<string> {
  const named = business && textOf(business, 'name');
  if (named) return data(named.slice(0, 120));
  const site = $('meta[property="og:site_name"], meta[name="application-name"]')
    .attr('content')
    ?.trim();
  if (site) return data(site.slice(0, 120));
  // A title mostly reads "Page | Business" or "Business – what it does": the business is what else the page says in its header or footer.
  const parts = $('title')
    .first()
    .text()
    .split(/\s+[|–—·•-]\s+|\s*\|\s*/)
    .map((part) => part.trim())
    .filter(Boolean);
  const elsewhere = $('header, footer').text().toLowerCase();
  const value = parts.find((part) => elsewhere.includes(part.toLowerCase())) ?? parts.at(-1);
  return value ? { value: value.slice(0, 120), how: 'words' } : null;
}

function phoneOn({ page: { $ }, business, lines }: ReadPage, country: string): Finding<string> {
  const written = (text: string): string | null => {
    const key = phoneKey(text, country);
    return key && phoneWords(key, country);
  };
  const told = business && written(textOf(business, 'telephone'));
  if (told) return data(told);
  const link = $('a[href^="tel:"]').attr('href');
  const called = link && written(unescaped(link.slice(4)));
  if (called) return { value: called, how: 'link' };
  const options = {
    defaultCountry: isSupportedCountry(country) ? country : ('US' as const),
    extended: false,
  };
  for (const line of lines) {
    const [first] = findPhoneNumbersInText(line, options);
    const value = first ? written(first.number.number) : fictional(line, written);
    if (value) return { value, how: 'words' };
  }
  return null;
}

/** Numbers kept for stories, such as 555-0100, are in no numbering plan, so a search for real ones passes them over. */
function fictional(line: string, written: (text: string) => string | null): string | null {
  const [number] = /\(?\b\d{3}\)?[ .-]\d{3}[ .-]\d{4}\b/.exec(line) ?? [];
  return number ? written(number) : null;
}

const emails = /[\w.+-]+@[\w-]+(?:\.[\w-]+)+/;

function emailOn({ page: { $ }, business, lines }: ReadPage): Finding<string> {
  const told = emails.exec(business ? textOf(business, 'email') : '')?.[0];
  if (told) return data(told);
  const link = emails.exec(unescaped($('a[href^="mailto:"]').attr('href') ?? ''))?.[0];
  if (link) return { value: link, how: 'link' };
  const words = lines.flatMap((line) => emails.exec(line)?.[0] ?? [])[0];
  return words ? { value: words, how: 'words' } : null;
}

function addressOn({ business, things, lines }: ReadPage): Finding<FoundAddress> {
  const told = [business, ...things]
    .flatMap((thing) => (thing ? [...thingsOf(thing, 'address'), thing] : []))
    .find((thing) => textOf(thing, 'streetAddress') || textOf(thing, 'addressLocality'));
  if (told)
    return data({
      street: textOf(told, 'streetAddress').slice(0, 120),
      town: textOf(told, 'addressLocality').slice(0, 80),
      region: textOf(told, 'addressRegion').slice(0, 40),
      postcode: textOf(told, 'postalCode').slice(0, 20),
    });
  const whole = business ? textsOf(business, 'address') : [];
  const value = addressInText(whole) ?? addressInText(lines);
  return value && { value, how: 'words' };
}

/** Addresses as the United States and Canada write them: a street with its number, a town, a state and its code. */
function addressInText(lines: readonly string[]): FoundAddress | null {
  const written =
    /(\d{1,5}[A-Z]? [\p{L}\d][\p{L}\d .'#-]{2,60}?)\s*[,\n]\s*([\p{L}][\p{L} .'-]{1,40}),\s*([A-Z]{2})\s+(\d{5}(?:-\d{4})?|[A-Z]\d[A-Z] ?\d[A-Z]\d)\b/u;
  const [, street, town, region, postcode] = written.exec(lines.join('\n')) ?? [];
  return street && town && region && postcode ? { street, town, region, postcode } : null;
}

function weekOn({
  business,
  things,
  lines,
}: ReadPage): Finding<NonNullable<FoundFacts['week']>['value']> {
  for (const thing of [business, ...things]) {
    const week = thing && hoursOf(thing);
    if (week) return data(week);
  }
  const value = hoursInText(lines);
  return value && { value, how: 'words' };
}

function socialOn({ page: { $, base }, business }: ReadPage): Finding<string[]> {
  const told = business ? textsOf(business, 'sameAs') : [];
  const linked = $('a[rel~="me"], [class*="social"] a[href]')
    .toArray()
    .map(({ attribs }) => attribs['href']);
  const { host } = new URL(base);
  const addresses = (hrefs: (string | undefined)[]) =>
    firstOfEach(
      hrefs.flatMap((href) => fullAddress(href, base) ?? []),
      (href) => href,
    )
      .filter((href) => href.startsWith('https://') && new URL(href).host !== host)
      .slice(0, 8);
  if (addresses(told).length > 0) return data(addresses(told));
  return addresses(linked).length > 0 ? { value: addresses(linked), how: 'link' } : null;
}

const listOn =
  (property: string, longest: number) =>
  ({ business }: ReadPage): Finding<string[]> => {
    const told = business ? textsOf(business, property).flatMap((text) => text.split(/,\s+/)) : [];
    const kept = [...new Set(told)]
      .filter((text) => text !== '' && text.length <= longest)
      .slice(0, 60);
    return kept.length > 0 ? data(kept) : null;
  };

/** Services by schema.org: `makesOffer` and `hasOfferCatalog`, each with an item that has a name. */
function servicesOn({ business }: ReadPage): Finding<string[]> {
  if (!business) return null;
  const namesIn = (thing: Thing): string[] => [
    ...textsOf(thing, 'itemOffered'),
    ...thingsOf(thing, 'itemListElement').flatMap((item) =>
      thingsOf(item, 'itemOffered').length > 0 ? namesIn(item) : textOf(item, 'name'),
    ),
  ];
  const offers = ['makesOffer', 'hasOfferCatalog'].flatMap((name) => thingsOf(business, name));
  const names = [...new Set(offers.flatMap(namesIn))].filter((name) => name && name.length <= 80);
  return names.length > 0 ? data(names.slice(0, 60)) : null;
}
