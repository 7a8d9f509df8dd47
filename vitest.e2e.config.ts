import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** One production build, one browser, one database of the demo jobs; a server a file, on a copy of it. Two files at a time. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: {
    include: ['e2e/**/*.test.ts'],
    globalSetup: ['e2e/globalSetup.ts'],
    maxWorkers: 2,
    isolate: false,
    testTimeout: 100_000,
    hookTimeout: 120_000,
  },
});
