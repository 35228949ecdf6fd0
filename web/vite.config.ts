import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const api = process.env.API_TARGET ?? 'http://127.0.0.1:4310';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // A new version waits until somebody takes it: no page changes under a hand.
      registerType: 'prompt',
      injectRegister: false,
      includeAssets: ['favicon.svg'],
      manifest: {
        name: 'Pentimento',
        short_name: 'Pentimento',
        description: 'Plans and builds production molds',
        start_url: '/',
        display: 'standalone',
        background_color: '#f6f1e7',
        theme_color: '#2f4858',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: '/favicon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,wasm}'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallback: '/index.html',
        // What the server says is the page's to keep, not this worker's.
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  resolve: { alias: [{ find: /^@pentimento\/core\/([a-z-]+)$/, replacement: fileURLToPath(new URL('../core/src/$1/index.ts', import.meta.url)) }] },
  worker: { format: 'es' },
  server: { proxy: { '/api': { target: api } } },
  build: {
    // Fonts come from the server itself, as the content policy says; none inside the style sheet.
    assetsInlineLimit: (file) => (file.endsWith('.woff2') ? false : undefined),
    target: 'es2022',
    chunkSizeWarningLimit: 800,
  },
});
