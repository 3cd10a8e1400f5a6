import vue from '@vitejs/plugin-vue';
import { fileURLToPath } from 'node:url';
import { constants } from 'node:zlib';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import { gallery } from './gallery-plugin.ts';
import { offline } from './offline-plugin.ts';
import { makeTradeSigns } from './trade-signs.ts';

export default defineConfig(async () => {
  await makeTradeSigns();
  return {
    plugins: [
      vue(),
      gallery(),
      // Packed once, as tight as it goes: the server would pack the same file anew for every visit, and looser.
      compression({
        include: /\.(js|css|svg)$/,
        algorithms: [defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY } })],
      }),
      offline(fileURLToPath(new URL('src/offline/sw.ts', import.meta.url))),
    ],
    // The server writes one number a page in its place.
    html: { cspNonce: '__CSP_NONCE__' },
    worker: { format: 'es' },
    server: { proxy: { '/api': `http://127.0.0.1:${process.env.API_PORT ?? '5181'}` } },
    build: { target: 'es2023', manifest: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
  };
});
