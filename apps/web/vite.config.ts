import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['@plumgate/source', 'module', 'browser', 'development|production'] },
  build: { outDir: 'dist/app', chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': 'http://localhost:4310', '/~': 'http://localhost:4310' } },
});
