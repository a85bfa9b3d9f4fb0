import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react({ jsxImportSource: '@upholder/web' }),
    tailwindcss(),
    // Beside every file, as small as it gets: the server sends what a browser can read.
    compression({
      algorithms: ['gzip', 'brotliCompress'],
      include: /\.(?:js|css|html|svg|json|webmanifest)$/,
    }),
    // The shell of every screen stays on the device; what the server answered is kept by the page itself (api/kept).
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        id: '/',
        name: 'Upholder',
        short_name: 'Upholder',
        description: 'Planner, calculator and logbook for cabinet refinishers',
        start_url: '/floor',
        scope: '/',
        display: 'standalone',
        background_color: '#ece4d4',
        theme_color: '#ece4d4',
        icons: [
          { src: '/icons/upholder-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icons/upholder-512.png', sizes: '512x512', type: 'image/png' },
          {
            src: '/icons/upholder-maskable-512.png',
            sizes: '512x512',
            type: 'image/png',
            purpose: 'maskable',
          },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        // Large, and of use at the desk or for few names only: read when they are asked for.
        globIgnores: ['**/ThinningChart-*', '**/archivo-latin-ext-*', '**/archivo-vietnamese-*'],
        navigateFallback: 'index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/metrics/],
        cleanupOutdatedCaches: true,
        inlineWorkboxRuntime: true,
      },
    }),
  ],
  build: {
    target: 'es2022',
    sourcemap: false,
    rolldownOptions: {
      output: {
        // The names of all who share a chunk would be longer than some chunks.
        chunkFileNames: ({ name }) => `assets/${name.replace(/~.*/, '')}-[hash].js`,
        codeSplitting: {
          // Few requests a screen, and nothing large that it does not show: what the frame needs, what nearly every screen
          // needs, then by who shares it. Larger steps cost more bytes than they save requests (npm run bench -- web).
          groups: [
            { name: 'frame', tags: ['$initial'], priority: 10 },
            { name: 'forms', test: /react-hook-form/, priority: 9 },
            { name: 'common', minShareCount: 20, priority: 8 },
            {
              name: 'often',
              minShareCount: 6,
              priority: 6,
              entriesAware: true,
              entriesAwareMergeThreshold: 28_000,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
