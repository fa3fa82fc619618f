import react from '@vitejs/plugin-react';
import { loadEnv } from 'vite';
import { defineConfig } from 'vitest/config';

export default defineConfig(({ mode }) => ({
  // Renders again only what changed: a component's styles are computed at each of its renders.
  plugins: [react({ compiler: true })],
  build: { chunkSizeWarningLimit: 1500, sourcemap: false },
  // Only for work on the pages (./zephyr dev): the server runs beside it.
  server: {
    host: '127.0.0.1',
    // Looked at by tests: the catalogue (src/words.test.ts) and the API document (src/api/document.test.ts).
    fs: { allow: ['.', '../server/src/main/resources/text', '../docs/formats'] },
    proxy: { '/api': `http://127.0.0.1:${loadEnv(mode, '.', 'ZEPHYR_').ZEPHYR_PORT ?? 8470}` },
  },
  // One world for all files of a worker: to make a new one for each takes most of the time, and no test changes it for another.
  // No test depends on how fast the machine is: the limits only end what would never end.
  test: {
    environment: 'jsdom',
    setupFiles: ['src/setupTests.ts'],
    isolate: false,
    testTimeout: 180_000,
    hookTimeout: 180_000,
  },
}));
