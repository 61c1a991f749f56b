import { fileURLToPath } from 'node:url';
import { constants } from 'node:zlib';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

const core = fileURLToPath(new URL('../../packages/core/src', import.meta.url));

export default defineConfig({
  // The server hands out the compressed form to who takes it: nothing is compressed while somebody waits.
  plugins: [
    react(),
    tailwindcss(),
    compression({
      include: /\.(js|css|json|wasm|svg)$/,
      algorithms: [
        'gzip',
        // The highest takes three times as long for a tenth less.
        defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }),
      ],
      threshold: 1024,
      skipIfLargerOrEqual: true,
    }),
  ],
  resolve: { alias: [{ find: /^@brelm\/core\/(\w+)$/, replacement: `${core}/$1/index.ts` }] },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // A browser asks for six files at a time: a stage in seventy small ones comes in a dozen rounds. What several
        // lazy parts share is one file; it needs nothing of theirs, so files never wait for one another in a circle.
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 1 },
            { name: 'shared', minShareCount: 3 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4780' } },
});
