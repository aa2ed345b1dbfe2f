import { readFileSync } from 'node:fs';
import { typePairs, wordsOn, type Brand } from '@plumgate/core/brand';
import { fontFile } from '@plumgate/page-kit';
import { create, type Font } from 'fontkit';
import sharp from 'sharp';
import { fontPaths } from './assets.ts';

/** The size that links are shown with where they are shared: 1.91 to 1, as wide as anybody asks for. */
export const cardSize = { width: 1200, height: 630 } as const;

const [left, most] = [84, 1000];
const fonts = new Map<string, Font>();

/** Words are drawn as outlines of the shipped fonts: a server need not have a font of its own. */
function fontOf(family: string): Font {
  const known = fonts.get(family);
  if (known) return known;
  const font = create(readFileSync(fontPaths.get(fontFile(family, 'latin'))!)) as Font;
  fonts.set(family, font);
  return font;
}

const widthOf = (font: Font, words: string, size: number) =>
  (font.layout(words).advanceWidth * size) / font.unitsPerEm;

/** Breaks words into lines that fit; the last of `lines` ends in an ellipsis where more would follow. */
function brokenTo(font: Font, words: string, size: number, lines: number): string[] {
  const broken: string[] = [''];
  for (const word of words.split(/\s+/).filter(Boolean)) {
    const longer = `${broken.at(-1)!} ${word}`.trim();
    if (!broken.at(-1) || widthOf(font, longer, size) <= most) broken[broken.length - 1] = longer;
    else broken.push(word);
  }
  if (broken.length <= lines) return broken;
  return [...broken.slice(0, lines - 1), `${broken[lines - 1]!} …`];
}

function drawn(
  font: Font,
  words: string,
  size: number,
  x: number,
  y: number,
  fill: string,
): string {
  const scale = size / font.unitsPerEm;
  const { glyphs, positions } = font.layout(words);
  let at = 0;
  const outlines = glyphs.map((glyph, index) => {
    const outline = `<path transform="translate(${at})" d="${glyph.path.toSVG()}"/>`;
    at += positions[index]!.xAdvance;
    return outline;
  });
  return `<g fill="${fill}" transform="translate(${x} ${y}) scale(${scale} ${-scale})">${outlines.join('')}</g>`;
}

/** The picture that stands beside a page's link where it is shared: its title, whose it is, and the brand's colours. PNG. */
export async function shareCard(
  title: string,
  clientName: string,
  { colours, typePair }: Brand,
): Promise<Buffer> {
  const { width, height } = cardSize;
  const family = typePairs[typePair];
  const [head, plain] = [fontOf(family.title), fontOf(family.text)];
  const size = title.length > 60 ? 62 : 78;
  const lines = brokenTo(head, title, size, 4);
  const top = 300 - (lines.length * size * 1.14) / 2;
  const ink = wordsOn(colours.paper, colours.ink);
  const [name] = brokenTo(plain, clientName, 38, 1);
  const svg = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">`,
    `<rect width="${width}" height="${height}" fill="${colours.paper}"/>`,
    `<rect y="${height - 118}" width="${width}" height="118" fill="${colours.deep}"/>`,
    `<rect x="${left}" y="${top - 34}" width="96" height="12" fill="${colours.action}"/>`,
    ...lines.map((line, index) =>
      drawn(head, line, size, left, top + size + index * size * 1.14, ink),
    ),
    drawn(plain, name!, 38, left, height - 46, wordsOn(colours.deep, '#FFFFFF')),
    '</svg>',
  ].join('');
  return sharp(Buffer.from(svg)).png({ palette: true }).toBuffer();
}
