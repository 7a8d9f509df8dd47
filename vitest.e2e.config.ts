import path from 'node:path';
import { defineConfig } from 'vitest/config';

/**
 * One production build, one browser, one database of the demo jobs; a server a file, on a copy of it. Three files at a time: each waits for its
 * page, its server and its own questions in turn, and two leave a quarter of two cores idle.
 */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: {
    include: ['e2e/**/*.test.ts'],
    globalSetup: ['e2e/globalSetup.ts'],
    maxWorkers: 3,
    isolate: false,
    testTimeout: 100_000,
    hookTimeout: 120_000,
    // What is read off a page is waited for: an address changes before what stands there is drawn anew.
    expect: { poll: { timeout: 15_000 } },
  },
});
