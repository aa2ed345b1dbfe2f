import { defineConfig } from 'vite';

/** Builds the visitor's script into one small file; everything else here is read from source or compiled by tsc. */
export default defineConfig({
  build: {
    outDir: 'dist/visitor',
    lib: {
      entry: 'src/runtime/visitor.ts',
      formats: ['iife'],
      name: 'visitor',
      fileName: () => 'visitor.js',
    },
    minify: true,
    target: 'es2022',
  },
});
