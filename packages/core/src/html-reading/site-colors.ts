import { generate, walk } from 'css-tree';
import { converter, formatHex, parse as parseColor } from 'culori';
import { palettesOfColors, type Palette } from '../brand/index.ts';
import type { OpenedPage } from './open-html.ts';
import { customProperties, readCss, resolved } from './read-css.ts';

const oklch = converter('oklch');

/** What a declaration says about a color by where it stands; a heavier one is more likely to be the brand's. Common practice, no source. */
const weights: readonly [property: RegExp, selector: RegExp, weight: number][] = [
  [/^--.*(?:primary|brand|accent|main|action)/, /./, 8],
  [/^background/, /btn|button|cta|submit/i, 10],
  [/^background/, /header|nav|hero|banner|footer|masthead/i, 4],
  [/^color$/, /(?:^|[\s,>])(?:a|h1|h2)(?:$|[\s,:.])/, 3],
  [/^(?:background|border)/, /./, 1],
  [/^color$/, /./, 1],
];

/**
 * Palettes around the colors that a website uses most where a brand shows: its buttons, header and links. Grays say nothing
 * about a brand and are passed over; a website of grays alone gives no palette.
 */
export function palettesOf(
  pages: readonly OpenedPage[],
  sheets: readonly string[],
  most: number,
): Palette[] {
  const weighed = new Map<string, number>();
  const note = (color: string, weight: number) => {
    const hex = livelyHex(color);
    if (hex) weighed.set(hex, (weighed.get(hex) ?? 0) + weight);
  };
  for (const { $ } of pages) {
    note($('meta[name="theme-color"]').attr('content') ?? '', 4);
    for (const element of $('[style]').toArray())
      noteStyle(`${element.name} { ${element.attribs['style']} }`, note);
  }
  const own = pages.flatMap(({ $ }) =>
    $('style')
      .toArray()
      .map((style) => $(style).text()),
  );
  for (const sheet of [...sheets, ...own]) noteStyle(sheet, note);
  return palettesOfColors(
    [...weighed].sort((a, b) => b[1] - a[1]).map(([hex]) => hex),
    most,
  );
}

function noteStyle(css: string, note: (color: string, weight: number) => void): void {
  const tree = readCss(css);
  const properties = customProperties(tree);
  walk(tree, {
    visit: 'Declaration',
    enter({ property, value }) {
      const selector = this.rule ? generate(this.rule.prelude) : '';
      const weight = weights.find(
        ([name, where]) => name.test(property) && where.test(selector),
      )?.[2];
      if (!weight) return;
      for (const color of resolved(generate(value), properties).match(colors) ?? [])
        note(color, weight);
    },
  });
}

const colors = /#[0-9a-f]{3,8}\b|(?:rgb|hsl|oklch|lab|lch)a?\([^)]*\)|\b[a-z]{3,20}\b/gi;

/** A color that is neither nearly white, black or gray nor see-through, as `#C2410C`. */
function livelyHex(text: string): string | null {
  const color = oklch(parseColor(text));
  if (!color || (color.alpha ?? 1) < 0.6) return null;
  const isLively = color.c > 0.045 && color.l > 0.2 && color.l < 0.92;
  return isLively ? formatHex(color).toUpperCase() : null;
}
