import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { chunkSizeWarningLimit: 1500, sourcemap: false },
  // Only for work on the pages: the server runs beside it.
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
  test: { environment: 'jsdom', setupFiles: ['src/setupTests.ts'] },
});
