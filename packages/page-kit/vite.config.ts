import { defineConfig } from 'vite';
import { runtimeParts } from './src/runtime-parts.ts';

/** Builds each part of the visitor's script into one small file; everything else here is read from source or compiled by tsc. */
export default defineConfig({
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
