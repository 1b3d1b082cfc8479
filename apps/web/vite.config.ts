import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { compressed } from './compressed.ts';
import { defaultClientConditions, defineConfig } from 'vite';

const api = process.env['GREENLAMP_API'] ?? 'http://127.0.0.1:4180';

export default defineConfig({
  plugins: [react(), tailwindcss(), compressed(join(import.meta.dirname, 'dist', 'page'))],
  resolve: { conditions: ['source', ...defaultClientConditions] },
  build: { outDir: 'dist/page', emptyOutDir: true, chunkSizeWarningLimit: 1000 },
  server: { proxy: { '/api': api, '/ws': { target: api, ws: true } } },
});
