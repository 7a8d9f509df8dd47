import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** One production build, one server, one browser; the files run one after another. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: { include: ['e2e/**/*.test.ts'], fileParallelism: false, testTimeout: 100_000, hookTimeout: 120_000 },
});
