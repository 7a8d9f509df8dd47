import path from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname) } },
  test: { include: ['{core,server,cli,workers,views,ui}/**/*.test.{ts,tsx}'], environment: 'node', testTimeout: 30_000 },
});
