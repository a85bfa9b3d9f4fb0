import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
  plugins: [
    react({ jsxImportSource: '@upholder/web' }),
    tailwindcss(),
    // Beside every file, as small as it gets: the server sends what a browser can read.
    compression({
      algorithms: ['gzip', 'brotliCompress'],
      include: /\.(?:js|css|html|svg|json|webmanifest)$/,
    }),
  ],
  build: { target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
