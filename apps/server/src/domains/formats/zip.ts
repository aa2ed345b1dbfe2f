import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { bundleFile } from '@plumgate/core/formats';
import { ZipFile } from 'yazl';
import { askThread } from '../../platform/ask-thread.ts';

const thread = fileURLToPath(new URL('../../../zip/unpack.mjs', import.meta.url));

/** What a zip may unpack to: a picture bomb is refused before it takes anybody's time or memory. */
const limits = { maxBytes: 80 * 2 ** 20, maxFiles: 300 } as const;
const timeoutMs = 15_000;
/** The names that a bundle's zip may hold; none of them leads out of it. */
const bundleNames = `^(?:${bundleFile.replace('.', '\\.')}|(?:pictures|files)/[0-9a-f-]{36})$`;

export class BadZip extends Error {}

/** Names that a zip may hold, none of which leads out of it. */
export const anyNames = String.raw`^(?!/)(?!(?:.*/)?\.\.(?:/|$))[^\\\0]{1,300}$`;

/**
 * Unpacks a zip of files with such names, those of a bundle if none are given; throws a `BadZip` with a sentence for one
 * that is not readable, too large, or holds what it should not.
 */
export async function unpack(
  zip: Buffer,
  names = bundleNames,
): Promise<Record<string, Uint8Array>> {
  const said = await askThread(thread, { zip, names, ...limits }, { timeoutMs }).catch(() => {
    // It took too long, or more memory than it may have.
    throw new BadZip('The zip is too large to unpack.');
  });
  const answer = said as { files: Record<string, Uint8Array> } | { refused: string };
  if ('refused' in answer) throw new BadZip(answer.refused);
  return answer.files;
}

/** What goes into a zip under a name: text, or bytes that are loaded when their turn comes. */
export type ZipContent = string | (() => Promise<Uint8Array>);

/**
 * Packs files into a stream, one after the other, so that a funnel with hours of film takes the memory of its longest
 * film. Pictures mostly are compressed and don't get smaller: only text is.
 */
export function pack(files: Record<string, ZipContent>): Readable {
  const zip = new ZipFile();
  for (const [name, content] of Object.entries(files)) {
    if (typeof content === 'string') zip.addBuffer(Buffer.from(content), name);
    else
      zip.addReadStreamLazy(name, { compress: false }, (give) => {
        content().then(
          (bytes) => give(null, Readable.from([Buffer.from(bytes)], { objectMode: false })),
          (error: unknown) => give(error as Error, null as never),
        );
      });
  }
  zip.end();
  const stream = zip.outputStream as Readable;
  zip.on('error', (error: Error) => stream.destroy(error));
  return stream;
}
