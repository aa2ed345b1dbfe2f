import type { CheerioAPI } from 'cheerio';
import { generate, walk, type CssNode, type Rule } from 'css-tree';
import { isTag, type Element } from 'domhandler';
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

/** Rules times elements: how many comparisons are made at most, so that no page holds the process up (0.3 s measured). */
const mostComparisons = 3_000_000;

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
  const elements = $('*').length;
  let left = Math.floor(mostComparisons / Math.max(1, elements));
  for (const { tree, base: own } of trees)
    for (const rule of rulesFor(tree)) {
      const declarations = declarationsOf(rule, properties, own);
      if (declarations.length === 0) continue;
      for (const selector of selectorsOf(rule)) {
        if (--left < 0) break;
        for (const element of matching($, selector))
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

function matching($: CheerioAPI, selector: string): Element[] {
  try {
    return $(selector).toArray().filter(isTag);
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
