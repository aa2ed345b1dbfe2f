/**
 * Develops drawn pictures into what the program ships: `node scripts/pictures/keep.mjs <folder> [<to>]`. Light is drawn at a
 * quarter, so that a lamp doesn't burn out; the curve that brings it back is Narkowicz's fit of the ACES film curve (2016,
 * from memory).
 */
import { mkdir, readdir } from 'node:fs/promises';
import { basename, join } from 'node:path';
import sharp from 'sharp';

const [from, to = 'apps/server/pictures/examples'] = process.argv.slice(2);
const exposure = { default: 1, loft: 1.7, 'loft-living': 1.15, 'evening-hall': 1.1 };
const film = (x) => Math.min(1, (x * (2.51 * x + 0.03)) / (x * (2.43 * x + 0.59) + 0.14));
const shown = (x) => (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);

await mkdir(to, { recursive: true });
for (const file of (await readdir(from)).filter((one) => one.endsWith('.png'))) {
  const name = basename(file, '.png');
  const { data, info } = await sharp(join(from, file))
    .toColourspace('rgb16')
    .removeAlpha()
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const light = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
  const curve = new Uint8Array(65536);
  const bright = 4 * 0.75 * (exposure[name] ?? exposure.default);
  for (let at = 0; at < 65536; at++)
    curve[at] = Math.round(255 * shown(film((at / 65535) * bright)));
  const { width, height, channels } = info;
  await sharp(Buffer.from(light.map((value) => curve[value])), { raw: { width, height, channels } })
    .modulate({ saturation: 0.76 })
    .webp({ quality: 82, effort: 6 })
    .toFile(join(to, `${name}.webp`));
}
