import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** Long fuzzing and statistics, beside the code as *.deep.ts. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: { include: ['{core,server}/**/*.deep.ts'], testTimeout: 300_000, maxWorkers: '100%' },
});
