/**
 * Measures by how much a shipped font is wider than one that devices have, so that a page does not move when the font
 * arrives: `node scripts/measure-fonts.mjs` prints the table of `packages/page-kit/src/font-fallbacks.ts`. It needs
 * Chromium and the Liberation fonts, which have the widths of Arial and Times New Roman.
 */
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const families = [
  ['Archivo', 'Bricolage Grotesque', 'Figtree', 'Hanken Grotesk', 'Manrope', 'Nunito Sans'],
  ['Public Sans', 'Fraunces', 'Literata', 'Lora', 'Newsreader'],
].flat();
const serifs = new Set(['Fraunces', 'Literata', 'Lora', 'Newsreader']);
/** Titles and the words of buttons are at about 680, running text at about 450. */
const weights = { text: 450, title: 680 };
/** Ordinary sentences of the trades: what counts is how often each letter comes. */
const sample =
  `Dread the dentist? Come and just talk. Thirty unhurried minutes with a dentist in Port Alder. No drill, no
lecture, no charge. Bring someone with you, move or cancel with one press, and stop whenever you like. Tell us what hurts
and when you are free; we call back the same day. The home has three bedrooms, two baths and evening light in every room.
Ask for a free estimate: we look at the driveway, measure it and send a written price. Save your place, choose a time,
and read what people in the neighborhood say about us. Open Monday to Friday, 8:00 AM to 5:30 PM.`.replace(
    /\s+/g,
    ' ',
  );

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const page = await browser.newPage();
for (const family of families) {
  const stem = family.toLowerCase().replaceAll(' ', '-');
  const file = `node_modules/@fontsource-variable/${stem}/files/${stem}-latin-wght-normal.woff2`;
  const data = readFileSync(file).toString('base64');
  const like = serifs.has(family) ? 'Liberation Serif' : 'Liberation Sans';
  const measured = await page.evaluate(
    async ({ family, data, like, weights, sample }) => {
      const face = new FontFace(family, `url(data:font/woff2;base64,${data})`, {
        weight: '100 900',
      });
      document.fonts.add(await face.load());
      const context = document.createElement('canvas').getContext('2d');
      const measure = (font) => {
        context.font = font;
        return context.measureText(sample);
      };
      const own = measure(`${weights.text} 1000px "${family}"`);
      const width = (weight, likeWeight) =>
        measure(`${weight} 1000px "${family}"`).width /
        measure(`${likeWeight} 1000px "${like}"`).width;
      return {
        text: width(weights.text, 400),
        title: width(weights.title, 700),
        ascent: own.fontBoundingBoxAscent / 1000,
        descent: own.fontBoundingBoxDescent / 1000,
      };
    },
    { family, data, like, weights, sample },
  );
  const rounded = Object.entries(measured).map(([name, value]) => `${name}: ${value.toFixed(4)}`);
  console.log(`  '${family}': { ${rounded.join(', ')} },`);
}
await browser.close();
