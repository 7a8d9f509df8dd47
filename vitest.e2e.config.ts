import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** One production build, one browser, one database of the demo jobs; a server a file, on a copy of it. The files run one after another. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: {
    include: ['e2e/**/*.test.ts'],
    globalSetup: ['e2e/globalSetup.ts'],
    // On two cores the pages of two files starve each other: what one waits for comes late.
    fileParallelism: false,
    isolate: false,
    testTimeout: 100_000,
    hookTimeout: 120_000,
  },
});
