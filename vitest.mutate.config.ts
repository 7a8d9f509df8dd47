import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** What mutants are tried against: the unit tests of the core, or of the server that stands on it. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: {
    include: [process.env.OF === 'server' ? 'server/**/*.test.ts' : 'core/**/*.test.ts'],
    environment: 'node',
    isolate: false,
    testTimeout: 30_000,
  },
});
