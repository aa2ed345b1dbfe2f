import { basename } from 'node:path';
import { defineConfig, type Plugin } from 'vite';
import { runtimeParts } from './src/runtime-parts.ts';

/**
 * What several parts import each gets a copy of: the server puts a page's script together from whole files, and a file that
 * they shared would be in none of them.
 */
const ownCopies: Plugin = {
  name: 'own copies',
  enforce: 'pre',
  async resolveId(source, importer, options) {
    if (!importer?.includes('/src/runtime/')) return null;
    const found = await this.resolve(source, importer, { ...options, skipSelf: true });
    return found && `${found.id}?of=${basename(importer)}`;
  },
};

/** Builds each part of the visitor's script into one small file; everything else here is read from source or compiled by tsc. */
export default defineConfig({
  plugins: [ownCopies],
  resolve: { conditions: ['@plumgate/source'] },
  build: {
    outDir: 'dist/visitor',
    lib: {
      entry: Object.fromEntries(runtimeParts.map((part) => [part, `src/runtime/${part}.ts`])),
      formats: ['es'],
    },
    minify: true,
    target: 'es2022',
  },
});
