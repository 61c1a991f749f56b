import { fileURLToPath } from 'node:url';
import { constants } from 'node:zlib';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import { words } from './words-plugin';

const core = fileURLToPath(new URL('../../packages/core/src', import.meta.url));

const PAGE = fileURLToPath(new URL('index.html', import.meta.url));
const APP = fileURLToPath(new URL('src/app.tsx', import.meta.url));
/** The page asks for the application at once, not when the script that chooses the language has come. */
const appAtOnce = (): Plugin => ({
  name: 'app-at-once',
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }) => {
      const chunks = Object.values(bundle ?? {}).filter((f) => f.type === 'chunk');
      const app = chunks.find((f) => f.moduleIds.includes(APP));
      // What the script that chooses the language needs is asked for already.
      const asked = new Set(chunks.find((f) => f.facadeModuleId === PAGE)?.imports);
      return [...(app ? [app.fileName, ...app.imports] : [])]
        .filter((file) => !asked.has(file))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
        }));
    },
  },
});

export default defineConfig({
  // The server hands out the compressed form to who takes it: nothing is compressed while somebody waits.
  plugins: [
    words(),
    appAtOnce(),
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
  worker: { format: 'es', plugins: () => [words()] },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: [PAGE, APP],
      output: {
        // A browser asks for six files at a time: a stage in seventy small ones comes in a dozen rounds. What several
        // lazy parts share is one file; it needs nothing of theirs, so files never wait for one another in a circle.
        codeSplitting: {
          groups: [
            // What the script that chooses the language needs is there before the application.
            {
              name: 'language',
              test: /src\/words\/language\.ts$|vite\/(preload-helper|modulepreload-polyfill)/,
              priority: 2,
            },
            // Barrels name these in what comes first, which draws none of them.
            {
              name: 'outlines',
              test: /packages\/core\/src\/(geometry|spec\/areas)|node_modules\/svgpath/,
              priority: 2,
            },
            {
              name: 'first',
              tags: ['$initial'],
              test: /^(?!.*(src\/(main|app)\.tsx|index\.html|\.css))/,
              priority: 1,
            },
            { name: 'shared', minShareCount: 3 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4780' } },
});
