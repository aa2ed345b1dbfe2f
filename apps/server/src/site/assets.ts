import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { fontStem, typePairs } from '@plumgate/core/brand';
import { fontFile, fontSubsets } from '@plumgate/page-kit';

const require = createRequire(import.meta.url);

/** The visitor's script under a name that changes with its content, so that it can be kept for ever. */
export const visitorScript = loadScript();

function loadScript(): { name: string; plain: Buffer; br: Buffer } {
  const plain = readFileSync(require.resolve('@plumgate/page-kit/visitor.js'));
  const hash = createHash('sha256').update(plain).digest('hex').slice(0, 10);
  return { name: `visitor-${hash}.js`, plain, br: brotliCompressSync(plain) };
}

/** The shipped font files by the name pages ask for; only the families of the type pairs can be had. */
export const fontPaths: ReadonlyMap<string, string> = new Map(
  Object.values(typePairs)
    .flatMap((pair) => [pair.title, pair.text])
    .flatMap((family) => {
      const folder = join(
        dirname(require.resolve(`@fontsource-variable/${fontStem(family)}/package.json`)),
        'files',
      );
      return (Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]).map(
        (subset): [string, string] => [
          fontFile(family, subset),
          join(folder, `${fontStem(family)}-${subset}-wght-normal.woff2`),
        ],
      );
    })
    .filter(([, path]) => existsSync(path)),
);
