import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react(),
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
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', sourcemap: false },
});
