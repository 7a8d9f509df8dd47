// The fast part of the tests, for every commit: types, lint, layers, unit tests.
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { bin, ensurePackages, run } from './packages.mjs';

const FOLDERS = ['core', 'server', 'app', 'views', 'ui', 'workers', 'cli', 'e2e', 'perf'];

/** What can be checked without running anything: name, command, arguments. */
export const STATIC_CHECKS = [
  ['types of the core', bin('tsc'), ['-p', 'tsconfig.core.json']],
  ['types', bin('tsc'), ['-p', 'tsconfig.json']],
  ['lint and format', bin('biome'), ['check', '--error-on-warnings', '.']],
  ['layers', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...FOLDERS.filter((folder) => existsSync(folder))]],
];

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  ensurePackages();
  for (const [name, command, args] of [...STATIC_CHECKS, ['unit tests', bin('vitest'), ['run', '--reporter=dot']]])
    if (run(command, args) !== 0) {
      console.error(`check: ${name} failed`);
      process.exit(1);
    }
}
