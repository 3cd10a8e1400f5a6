import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [vue()],
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env.API_PORT ?? '5181'}` } },
  build: { target: 'es2023', manifest: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
});
