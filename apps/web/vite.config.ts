import { readFileSync } from 'node:fs';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { VitePWA } from 'vite-plugin-pwa';
import { compressed } from './compressed.ts';
import { defaultClientConditions, defineConfig } from 'vite';

const { version } = JSON.parse(readFileSync(new URL('package.json', import.meta.url), 'utf8')) as { version: string };
const api = process.env['GREENLAMP_API'] ?? 'http://127.0.0.1:4180';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // An update waits for a press: a timer or drill may run.
      registerType: 'prompt',
      injectRegister: false,
      includeAssets: ['lamp.svg', 'icon-touch.png'],
      manifest: {
        id: '/',
        name: 'Green Lamp',
        short_name: 'Green Lamp',
        description: 'Connects remote stations to carrier networks, and proves that they report.',
        start_url: '/stations',
        display: 'standalone',
        background_color: '#f4f6ef',
        theme_color: '#dfe6da',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      strategies: 'injectManifest',
      srcDir: 'src/workers',
      filename: 'sw.ts',
      injectManifest: { globPatterns: ['**/*.{js,css,html,svg,woff2,png,wasm}'], maximumFileSizeToCacheInBytes: 6_000_000 },
    }),
    compressed(),
  ],
  define: { 'import.meta.env.VITE_VERSION': JSON.stringify(process.env['GREENLAMP_VERSION'] ?? version) },
  resolve: { conditions: ['source', ...defaultClientConditions] },
  build: { outDir: 'dist/page', emptyOutDir: true, chunkSizeWarningLimit: 1000 },
  server: { proxy: { '/api': api, '/ws': { target: api, ws: true } } },
});
