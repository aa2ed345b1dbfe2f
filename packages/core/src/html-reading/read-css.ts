import { generate, parse, walk, type CssNode } from 'css-tree';

/** A style sheet as a tree; what can't be read in it is left out, as the CSS standard has it. */
export const readCss = (css: string): CssNode =>
  parse(css, { positions: false, parseAtrulePrelude: false });

/** The custom properties of a style sheet, `--brand` with its value; of several, the last. */
export function customProperties(...sheets: CssNode[]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const sheet of sheets)
    walk(sheet, {
      visit: 'Declaration',
      enter({ property, value }) {
        if (property.startsWith('--')) found.set(property, generate(value).trim());
      },
    });
  return found;
}

/** As deeply as custom properties name each other on real pages. */
const deepest = 4;

/** A value with the custom properties in it replaced; one that is not known becomes nothing. */
export function resolved(value: string, properties: ReadonlyMap<string, string>): string {
  let text = value;
  for (let depth = 0; depth < deepest && text.includes('var('); depth++)
    text = text.replace(
      /var\(\s*(--[\w-]+)\s*(?:,([^()]*))?\)/g,
      (_whole, name: string, other?: string) => (properties.get(name) ?? other ?? '').slice(0, 200),
    );
  return text.replace(/var\([^)]*\)/g, '');
}
