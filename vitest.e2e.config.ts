import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** Files that end servers, count time or touch: on a busy machine what they measure would be the others. */
const ALONE = ['kill', 'keep', 'touch', 'hands', 'survey'].map((name) => `e2e/${name}.test.ts`);

/** One production build and one browser; a server a file, on a copy of the demo jobs. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: {
    globalSetup: ['e2e/globalSetup.ts'],
    testTimeout: 100_000,
    hookTimeout: 120_000,
    isolate: false,
    projects: [
      {
        extends: true,
        test: { name: 'side by side', include: ['e2e/**/*.test.ts'], exclude: ALONE, maxWorkers: 2, sequence: { groupOrder: 0 } },
      },
      {
        extends: true,
        test: { name: 'alone', include: ALONE, fileParallelism: false, maxWorkers: 1, sequence: { groupOrder: 1 } },
      },
    ],
  },
});
