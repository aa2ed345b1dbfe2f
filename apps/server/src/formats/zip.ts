import { unzip, zipSync, type Unzipped } from 'fflate';
import { bundleFile } from '@plumgate/core/formats';

/** What a zip may unpack to, in bytes and in files: a picture bomb is refused before it is opened. */
const most = { bytes: 80 * 1024 * 1024, files: 300 } as const;

/** The names that a bundle's zip may hold; none of them leads out of it. */
const isOurs = (name: string) =>
  name === bundleFile || /^(?:pictures|files)\/[0-9a-f-]{36}$/.test(name);

export class BadZip extends Error {}

/** Unpacks a zip; throws a `BadZip` with a sentence for one that is not readable, too large, or holds what it should not. */
export function unpack(zip: Buffer): Promise<Unzipped> {
  let bytes = 0;
  let files = 0;
  return new Promise((resolve, reject) => {
    unzip(
      zip,
      {
        filter: ({ name, originalSize }) => {
          if (name.endsWith('/') && !name.includes('..')) return false;
          if (!isOurs(name)) {
            reject(
              new BadZip(`The zip holds “${name.slice(0, 80)}”, which is no part of a bundle.`),
            );
            return false;
          }
          bytes += originalSize;
          files += 1;
          if (bytes <= most.bytes && files <= most.files) return true;
          reject(new BadZip('The zip unpacks to more than 80 MB or 300 files.'));
          return false;
        },
      },
      (error, unpacked) =>
        error ? reject(new BadZip('This is not a zip that can be read.')) : resolve(unpacked),
    );
  });
}

/** Packs files, which pictures mostly are and don't get smaller: only text is pressed. */
export function pack(files: Record<string, Uint8Array | string>): Buffer {
  const entries = Object.entries(files).map(([name, content]) => [
    name,
    typeof content === 'string' ? [Buffer.from(content), { level: 6 }] : [content, { level: 0 }],
  ]);
  return Buffer.from(zipSync(Object.fromEntries(entries) as never));
}
