import { defineConfig } from 'vitest/config';

/** What mutants of the core are tried against: its own unit tests. */
export default defineConfig({
  test: { include: ['core/**/*.test.ts'], environment: 'node', isolate: false, testTimeout: 30_000 },
});
