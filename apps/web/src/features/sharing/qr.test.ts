import packed from 'jsqr';
import { qrModules, qrSvg } from './qr.ts';

/** The package is of CommonJS: its types and its bundle disagree on what the import is. */
const jsQR = packed as unknown as typeof packed.default;

/** Four light modules around, as ISO/IEC 18004 asks for, and eight pixels to a module. */
const [quiet, scale] = [4, 8];

/** Draws modules as pixels, for a reader that is not of the package that made them (jsqr). */
function readBack(modules: boolean[][]): string | undefined {
  const width = (modules.length + 2 * quiet) * scale;
  const pixels = new Uint8ClampedArray(width * width * 4).fill(255);
  for (let y = 0; y < width; y++)
    for (let x = 0; x < width; x++)
      if (modules[Math.floor(y / scale) - quiet]?.[Math.floor(x / scale) - quiet])
        pixels.fill(0, (y * width + x) * 4, (y * width + x) * 4 + 3);
  return jsQR(pixels, width, width)?.data;
}

it.each([
  'http://quayside-dental.localhost:4310/first-visit',
  'https://visit.quayside-dental.test/first-visit?utm_source=waiting-room+qr&utm_medium=qr',
  `https://visit.quayside-dental.test/${'a'.repeat(60)}?utm_campaign=${'b'.repeat(80)}`,
])('%s is read back by an independent decoder', (address) =>
  expect(readBack(qrModules(address))).toBe(address),
);

it('is drawn as SVG with a quiet zone', async () => {
  const svg = await qrSvg('https://visit.quayside-dental.test/');
  expect(svg).toMatch(/^<svg [^>]*viewBox="0 0 (\d+) \1"/);
  expect(svg).toContain('shape-rendering="crispEdges"');
});
