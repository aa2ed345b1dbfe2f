import type { CheerioAPI } from 'cheerio';
import { generate, walk, type CssNode, type Rule } from 'css-tree';
import type { Element } from 'domhandler';
import { customProperties, readCss, resolved } from './read-css.ts';

/** A style sheet with the address that its pictures are relative to. */
export interface Sheet {
  css: string;
  base: string;
}

/** The properties that say how a page is laid out; no others are read. */
const read = [
  'display',
  'visibility',
  'flex-direction',
  'grid-template-columns',
  'background',
  'background-color',
  'background-image',
  'text-align',
] as const;
export type Style = Partial<Record<(typeof read)[number], string>>;

/** How many elements are compared with selectors at most, so that no page holds the process up (0.3 s measured). */
const mostComparisons = 100_000;

interface Declared {
  value: string;
  weight: number;
}

/**
 * What style sheets and `style` attributes say of each element, for a wide screen: later and more specific rules win, as
 * CSS Cascading has it, without inheritance and layers. Rules for narrow screens, print and states such as `:hover` do not
 * count, and selectors that can't be read match nothing.
 */
export function computedStyles(
  $: CheerioAPI,
  sheets: readonly Sheet[],
  base: string,
): (element: Element) => Style {
  const byElement = new Map<Element, Map<string, Declared>>();
  const declare = (element: Element, property: string, value: string, weight: number) => {
    const known = byElement.get(element) ?? new Map<string, Declared>();
    byElement.set(element, known);
    const before = known.get(property);
    if (!before || before.weight <= weight) known.set(property, { value, weight });
  };
  const trees = sheets.map(({ css, base }) => ({ tree: readCss(css), base }));
  const properties = customProperties(...trees.map(({ tree }) => tree));
  const candidatesOf = elementsByKey($);
  let left = mostComparisons;
  for (const { tree, base: own } of trees)
    for (const rule of rulesFor(tree)) {
      const declarations = declarationsOf(rule, properties, own);
      if (declarations.length === 0) continue;
      for (const selector of selectorsOf(rule)) {
        const candidates = candidatesOf(selector);
        left -= candidates.length;
        if (candidates.length === 0 || left < 0) continue;
        for (const element of matching($, candidates, selector))
          for (const [property, value] of declarations)
            declare(element, property, value, specificity(selector));
      }
    }
  for (const element of $('[style]').toArray()) {
    const rule = rulesFor(readCss(`x{${element.attribs['style']!}}`))[0];
    for (const [property, value] of rule ? declarationsOf(rule, properties, base) : [])
      declare(element, property, value, Number.MAX_SAFE_INTEGER);
  }
  return (element) =>
    Object.fromEntries(
      [...(byElement.get(element) ?? [])].map(([property, { value }]) => [property, value]),
    );
}

/** The rules that hold on a wide screen, in order. */
function rulesFor(tree: CssNode): Rule[] {
  const rules: Rule[] = [];
  walk(tree, function (node) {
    if (node.type === 'Atrule') {
      const prelude = node.prelude ? generate(node.prelude) : '';
      const holds =
        node.name === 'supports' ||
        node.name === 'layer' ||
        (node.name === 'media' && !/print|max-width/.test(prelude));
      if (!holds) return walk.skip;
    }
    if (node.type === 'Rule') rules.push(node);
    return undefined;
  });
  return rules;
}

function declarationsOf(
  rule: Rule,
  properties: ReadonlyMap<string, string>,
  base: string,
): [string, string][] {
  return rule.block.children.toArray().flatMap((node) => {
    if (node.type !== 'Declaration' || !(read as readonly string[]).includes(node.property))
      return [];
    const value = resolved(generate(node.value), properties);
    return [[node.property, withFullAddresses(value, base)]];
  });
}

/** `url(a.jpg)` of a sheet, as it leads from the page. */
const withFullAddresses = (value: string, base: string): string =>
  value.replace(/url\(\s*["']?([^"')]+)["']?\s*\)/g, (whole, href: string) =>
    URL.canParse(href, base) ? `url("${new URL(href, base).href}")` : whole,
  );

const selectorsOf = ({ prelude }: Rule): string[] =>
  prelude.type === 'SelectorList'
    ? prelude.children
        .toArray()
        .map((selector) => generate(selector))
        .filter(
          (selector) =>
            !/::|:(?:hover|focus|active|visited|before|after|target|disabled|checked)/.test(
              selector,
            ),
        )
    : [];

/**
 * The elements that a selector may match by what it ends in: a class, an id or a name. Most rules of a style sheet are for
 * other pages and are passed over by it, as browsers do.
 */
function elementsByKey($: CheerioAPI): (selector: string) => Element[] {
  const byKey = new Map<string, Element[]>();
  const all = $<Element, string>('*').toArray();
  for (const element of all) {
    const { id, class: names = '' } = element.attribs;
    const keys = [
      element.name,
      ...(id ? [`#${id}`] : []),
      ...names.split(/\s+/).map((name) => `.${name}`),
    ];
    for (const key of new Set(keys)) {
      const known = byKey.get(key);
      if (known) known.push(element);
      else byKey.set(key, [element]);
    }
  }
  return (selector) => {
    const last = selector
      .replace(/\[[^\]]*\]|\([^()]*\)/g, '')
      .split(/[\s>+~]+/)
      .at(-1)!;
    const key =
      /\.[\w-]+/.exec(last)?.[0] ?? /#[\w-]+/.exec(last)?.[0] ?? /^[a-z][\w-]*/i.exec(last)?.[0];
    return key ? (byKey.get(key) ?? []) : all;
  };
}

function matching($: CheerioAPI, candidates: Element[], selector: string): Element[] {
  try {
    return $(candidates).filter(selector).toArray();
  } catch {
    return [];
  }
}

/** Ids, then classes and attributes, then elements, each counted below a thousand (Selectors 4, 16). */
function specificity(selector: string): number {
  const count = (pattern: RegExp) => selector.match(pattern)?.length ?? 0;
  return (
    count(/#[\w-]+/g) * 1e6 + count(/\.[\w-]+|\[|:(?!:)/g) * 1e3 + count(/(?:^|[\s>+~])[a-z]/gi)
  );
}
