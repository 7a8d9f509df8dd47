import path from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  // No test replaces a module, so the files of one worker may share what they load.
  test: {
    include: ['{core,server,cli,workers,views,ui}/**/*.test.{ts,tsx}'],
    environment: 'node',
    isolate: false,
    // Both cores: nothing else runs meanwhile.
    maxWorkers: '100%',
    testTimeout: 30_000,
  },
});
