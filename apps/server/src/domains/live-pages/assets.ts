import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { fontStem, typePairs } from '@plumgate/core/brand';
import { fontFile, fontSubsets, runtimeParts, type RuntimePart } from '@plumgate/page-kit';

const require = createRequire(import.meta.url);

const sources = new Map(
  runtimeParts.map((part) => [
    part,
    readFileSync(require.resolve(`@plumgate/page-kit/visitor/${part}.js`), 'utf8'),
  ]),
);
const stamp = createHash('sha256')
  .update([...sources.values()].join())
  .digest('hex')
  .slice(0, 10);

/** The name of a script made of parts; it changes with what is in them, so that it can be kept forever. */
export const scriptName = (parts: readonly RuntimePart[]): string =>
  `visitor-${stamp}-${parts.join('.')}.js`;

interface Script {
  plain: Buffer;
  br: Buffer;
}
const made = new Map<string, Script>();

/** The script of a name that `scriptName` gave, each part in a function of its own, since they name things alike; null for any other. */
export function scriptOf(name: string): Script | null {
  const known = made.get(name);
  if (known) return known;
  const parts = runtimeParts.filter((part) => name.slice(0, -3).split(/[-.]/).includes(part));
  if (parts.length === 0 || scriptName(parts) !== name) return null;
  const plain = Buffer.from(parts.map((part) => `(()=>{${sources.get(part)!}})()`).join(';\n'));
  const script = { plain, br: brotliCompressSync(plain) };
  made.set(name, script);
  return script;
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
