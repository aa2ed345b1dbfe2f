import type { CheerioAPI } from 'cheerio';
import { mf2 } from 'microformats-parser';
import { weekdays, type Week } from '../opening/index.ts';
import type { OpenedPage } from './open-html.ts';
import { add, asWeek, hoursInText } from './opening-hours.ts';
import { oneLine } from './plain-words.ts';

/** A thing in the words of schema.org: its types, and every property as a list of texts and things. */
export interface Thing {
  types: string[];
  properties: Record<string, (string | Thing)[]>;
}

/** How deeply things may lie in each other: JSON-LD of a real page has five levels. */
const deepest = 12;
/** As many as one page may tell; a shop's list of goods would go on and on. */
const mostThings = 2_000;

/**
 * Every thing that a page tells machines: in JSON-LD (https://json-ld.org), microdata (HTML, 5) and microformats 2 with
 * those before (https://microformats.org), all in the words of schema.org. A script that is no JSON is passed over.
 */
export function thingsOn({ $, address }: OpenedPage): Thing[] {
  return [...jsonLd($), ...microdata($), ...microformats($, address)]
    .flatMap(withParts)
    .slice(0, mostThings);
}

/** A thing and all those within it. */
const withParts = (thing: Thing): Thing[] => [
  thing,
  ...Object.values(thing.properties)
    .flat()
    .flatMap((value) => (typeof value === 'string' ? [] : withParts(value))),
];

function jsonLd($: CheerioAPI): Thing[] {
  return $('script[type="application/ld+json"]')
    .toArray()
    .flatMap((script) => {
      try {
        // Some wrap it in what hid scripts from the browsers of long ago.
        const text = $(script)
          .text()
          .replace(/^\s*(?:<!--|\/\/<!\[CDATA\[)|(?:-->|\/\/\]\]>)\s*$/g, '');
        return listOf(JSON.parse(text)).flatMap((value) => thingOf(value, 0) ?? []);
      } catch {
        return [];
      }
    });
}

const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : [value]);

function thingOf(value: unknown, depth: number): Thing | null {
  if (typeof value !== 'object' || value === null || Array.isArray(value) || depth > deepest)
    return null;
  const entries = Object.entries(value);
  const types = entries.find(([key]) => key === '@type')?.[1] as unknown;
  const properties = entries
    .filter(([key]) => key === '@graph' || !key.startsWith('@'))
    .map(
      ([key, given]) => [nameOf(key), listOf(given).flatMap((one) => valueOf(one, depth))] as const,
    );
  return {
    types: listOf(types ?? []).map((type) => nameOf(String(type))),
    properties: Object.fromEntries(properties),
  };
}

function valueOf(value: unknown, depth: number): (string | Thing)[] {
  if (typeof value === 'string' || typeof value === 'number') return [String(value).trim()];
  const wrapped = (value as { '@value'?: unknown } | null)?.['@value'];
  if (typeof wrapped === 'string') return [wrapped.trim()];
  const thing = thingOf(value, depth + 1);
  return thing ? [thing] : [];
}

/** The last part of a name: `telephone` of `https://schema.org/telephone` and `schema:telephone`. */
const nameOf = (name: string): string => name.split(/[/#:]/).at(-1)!;

/** Microdata, by the HTML standard's rules on what an element's value is. */
function microdata($: CheerioAPI): Thing[] {
  const thingAt = (root: Parameters<CheerioAPI>[0], depth: number): Thing => {
    const properties: Thing['properties'] = {};
    const note = (names: string, value: string | Thing) => {
      for (const name of names.split(/\s+/)) (properties[nameOf(name)] ??= []).push(value);
    };
    const walk = (parent: Parameters<CheerioAPI>[0]): void => {
      for (const child of $(parent as never)
        .children()
        .toArray()) {
        const { itemprop, itemscope } = child.attribs;
        if (itemscope !== undefined) {
          if (itemprop && depth < deepest) note(itemprop, thingAt(child, depth + 1));
          continue;
        }
        if (itemprop) note(itemprop, microdataValue($, child));
        walk(child);
      }
    };
    walk(root);
    const types = ($(root as never).attr('itemtype') ?? '')
      .split(/\s+/)
      .filter(Boolean)
      .map(nameOf);
    return { types, properties };
  };
  return $('[itemscope]:not([itemprop])')
    .toArray()
    .map((root) => thingAt(root, 0));
}

function microdataValue(
  $: CheerioAPI,
  element: { name: string; attribs: Record<string, string> },
): string {
  const { content, href, src, datetime, value } = element.attribs;
  const byElement: Record<string, string | undefined> = {
    meta: content,
    a: href,
    link: href,
    area: href,
    img: src,
    audio: src,
    video: src,
    time: datetime,
    data: value,
    meter: value,
  };
  return oneLine(byElement[element.name] ?? content ?? $(element as never).text());
}

type MicroformatValue = ReturnType<typeof mf2>['items'][number]['properties'][string][number];

/** Microformats' names for what schema.org calls otherwise. */
const schemaNames: Record<string, string> = {
  tel: 'telephone',
  adr: 'address',
  'street-address': 'streetAddress',
  locality: 'addressLocality',
  region: 'addressRegion',
  'postal-code': 'postalCode',
  photo: 'image',
  author: 'author',
  reviewer: 'author',
  rating: 'ratingValue',
  content: 'reviewBody',
  description: 'reviewBody',
};
const schemaTypes: Record<string, string> = {
  'h-card': 'Organization',
  'h-adr': 'PostalAddress',
  'h-review': 'Review',
};

function microformats($: CheerioAPI, address: string): Thing[] {
  // Parsing costs as much as opening the page, and most pages have none.
  if (
    $('[class*="vcard"],[class*="h-card"],[class*="hreview"],[class*="h-review"],[class*="adr"]')
      .length === 0
  )
    return [];
  return mf2($.html(), { baseUrl: address }).items.map((item) => microformatThing(item, 0));
}

function microformatThing(
  { type = [], properties, children = [] }: ReturnType<typeof mf2>['items'][number],
  depth: number,
): Thing {
  const named: Thing['properties'] = {};
  for (const [name, values] of Object.entries(properties))
    (named[schemaNames[name] ?? name] ??= []).push(
      ...values.map((value) => microformatValue(value, depth)),
    );
  if (depth < deepest)
    named['hasPart'] = children.map((child) => microformatThing(child, depth + 1));
  return { types: type.map((one) => schemaTypes[one] ?? one), properties: named };
}

function microformatValue(value: MicroformatValue, depth: number): string | Thing {
  if (typeof value === 'string') return oneLine(value.replace(/^(?:tel|mailto):/, ''));
  if ('properties' in value) {
    const isEmpty = Object.keys(value.properties).length === 0 || depth >= deepest;
    return isEmpty ? oneLine(String(value.value ?? '')) : microformatThing(value, depth + 1);
  }
  return oneLine(value.value ?? ('alt' in value ? value.alt : ''));
}

/** The first text of a property; of a thing, its name. */
export function textOf(thing: Thing, property: string): string {
  for (const value of thing.properties[property] ?? []) {
    const text = typeof value === 'string' ? value : textOf(value, 'name');
    if (text) return oneLine(text);
  }
  return '';
}

export const textsOf = (thing: Thing, property: string): string[] =>
  (thing.properties[property] ?? [])
    .map((value) => (typeof value === 'string' ? oneLine(value) : textOf(value, 'name')))
    .filter(Boolean);

export const thingsOf = (thing: Thing, property: string): Thing[] =>
  (thing.properties[property] ?? []).filter((value) => typeof value !== 'string');

/** The opening hours of a thing, as schema.org's `openingHoursSpecification` or `openingHours` has them; null without any. */
export function hoursOf(thing: Thing): Week | null {
  const week: Parameters<typeof asWeek>[0] = [[], [], [], [], [], [], []];
  for (const rule of thingsOf(thing, 'openingHoursSpecification')) {
    // Hours of some dates are not those of the week.
    if (textOf(rule, 'validFrom') || textOf(rule, 'validThrough')) continue;
    const [from, to] = [minuteIn(textOf(rule, 'opens')), minuteIn(textOf(rule, 'closes'))];
    const isClosed = from === null || to === null || (from === 0 && to === 0);
    if (isClosed) continue;
    for (const day of textsOf(rule, 'dayOfWeek').map(nameOf)) {
      const index = weekdays.findIndex((weekday) =>
        weekday.toLowerCase().startsWith(day.toLowerCase().slice(0, 2)),
      );
      if (index >= 0) add(week, index, from, to);
    }
  }
  return asWeek(week) ?? hoursInText(textsOf(thing, 'openingHours'));
}

/** `09:00`, `9:00:00` or `T09:00` as minutes since midnight. */
function minuteIn(time: string): number | null {
  const [, hour, minute] = /^T?(\d{1,2}):(\d{2})/.exec(time) ?? [];
  const minutes = Number(hour) * 60 + Number(minute);
  return minutes <= 1440 ? minutes : null;
}
