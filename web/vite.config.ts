import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const api = process.env.API_TARGET ?? 'http://127.0.0.1:4310';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), tailwindcss()],
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
