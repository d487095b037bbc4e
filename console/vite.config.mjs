import vue from '@vitejs/plugin-vue';
import vuetify from 'vite-plugin-vuetify';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
  plugins: [
    vue(),
    vuetify({ autoImport: true }),
    // Once, when it is built; the service sends what a browser takes.
    compression({ algorithms: ['gzip', 'brotliCompress'], include: /\.(js|css|html|svg)$/, threshold: 1000 }),
  ],
  build: { target: 'es2022', chunkSizeWarningLimit: 900, modulePreload: { polyfill: false } },
});
