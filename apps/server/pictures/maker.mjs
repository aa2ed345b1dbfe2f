/**
 * Makes pictures in a process of its own, at the lowest priority: whatever a photograph costs, visitors' pages go first
 * (bench: a page's rate while pictures are being resized). Each message is a job, each answer carries its number.
 */
import { constants, setPriority } from 'node:os';
import sharp from 'sharp';

setPriority(constants.priority.PRIORITY_LOW);
sharp.concurrency(1);
sharp.cache(false);

/** Only what the program offers is read, whatever a file calls itself: a drawing (SVG) with a filter in it kept the maker for 32 s. */
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({
  operation: [
    'VipsForeignLoadJpegBuffer',
    'VipsForeignLoadPngBuffer',
    'VipsForeignLoadWebpBuffer',
    'VipsForeignLoadHeifBuffer',
    'VipsForeignLoadNsgifBuffer',
  ],
});

const mostPixels = 60_000_000;
/** A source is never kept wider or taller than any page could show. */
const widest = 2400;

/** AVIF at little effort: its first visitor waits for it. JPEG knows no transparency and gets white behind. */
const formats = {
  avif: (picture) => picture.avif({ quality: 55, effort: 2 }),
  webp: (picture) => picture.webp({ quality: 80 }),
  jpeg: (picture) => picture.flatten({ background: '#fff' }).jpeg({ quality: 80, mozjpeg: true }),
};

const jobs = {
  /** A file as a picture's source: upright, without place data; sharp takes only what its content shows to be a picture. */
  source: async ({ file }) => {
    const { data, info } = await sharp(file, { limitInputPixels: mostPixels, failOn: 'error' })
      .rotate()
      .resize({ width: widest, height: widest, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 90 })
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, content: data };
  },
  size: async ({ source, width, format }) => ({
    content: await formats[format](sharp(source).resize({ width })).toBuffer(),
  }),
};

/** A file that can't be read is no picture; anything else that fails says nothing about the file. */
const failureOf = (work, error) =>
  work.kind === 'source' && !/memory/i.test(String(error)) ? 'not-a-picture' : 'failed';

process.on('message', ({ number, work }) => {
  jobs[work.kind](work).then(
    (made) => process.send({ number, made }),
    (error) => process.send({ number, failed: failureOf(work, error) }),
  );
});
process.on('disconnect', () => process.exit());
