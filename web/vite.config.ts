import optimizeLocales from '@react-aria/optimize-locales-plugin';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const packages = (...names: readonly string[]): string => `/node_modules/(${names.join('|')})/`;
/** Core and contract with what they are written with; what takes in lists has views and a worker of its own. */
const CORE = new RegExp(
  `/core/src/(?!import/)|/contract/src/(?!takeIn)|${packages('zod', 'uuid', 'canonicalize', 'idb')}`,
);
const CONTROLS = new RegExp(
  packages(
    'react-aria',
    'react-aria-components',
    'react-stately',
    '@internationalized',
    'react-hook-form',
    '@hookform',
  ),
);

export default defineConfig({
  plugins: [
    react(),
    // The interface is in English, and so are the words its controls bring along for those who hear it.
    optimizeLocales.vite({ locales: ['en-US'] }),
    // The whole interface is kept on the device: a visit goes on when the server or the network does not.
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Vaktman',
        short_name: 'Vaktman',
        description: 'Battery, starter, cable and alternator tests of a heavy-duty fleet',
        display: 'standalone',
        background_color: '#F4F6F2',
        theme_color: '#F4F6F2',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg}', '**/*latin-wdth*.woff2', '**/b612*.woff2'],
        navigateFallbackDenylist: [/^\/api(\/|$)/, /^\/calendar\//, /^\/healthz/],
      },
    }),
  ],
  worker: { format: 'es' },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    sourcemap: false,
    // What the first view may weigh is held by a test of its own.
    chunkSizeWarningLimit: 1000,
    rolldownOptions: {
      output: {
        // What lazy views share is put together across the views: by itself each piece would be a file of a few hundred bytes,
        // and a tablet at the machine waits for the number of files more than for their size.
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 3 },
            // What computes, and what is pressed and typed into, apart: what keeps and sends readings needs the one alone.
            { name: 'core', test: CORE, minShareCount: 2, priority: 2 },
            { name: 'controls', test: CONTROLS, minShareCount: 2, priority: 1 },
            { name: 'shared', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 4_000 },
          ],
        },
        // Pieces that were put together may ask for one another: each begins when it is first asked for, not when its file came.
        strictExecutionOrder: true,
        chunkFileNames: ({ name }) => `assets/${name.startsWith('shared~') ? 'shared' : '[name]'}-[hash].js`,
      },
    },
  },
});
