// The fast part of the tests, for every commit: types, lint, layers, unit tests.
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { bin, ensurePackages, runAside } from './packages.mjs';

const FOLDERS = ['core', 'server', 'app', 'views', 'ui', 'workers', 'cli', 'e2e', 'perf'];

/** What can be checked without running anything: name, command, arguments. */
const STATIC_CHECKS = [
  ['types of the core', bin('tsc'), ['-p', 'tsconfig.core.json']],
  ['types', bin('tsc'), ['-p', 'tsconfig.json']],
  ['lint and format', bin('biome'), ['check', '--error-on-warnings', '.']],
  ['layers', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...FOLDERS.filter((folder) => existsSync(folder))]],
];

export const STATIC_COUNT = STATIC_CHECKS.length;

/** Runs the static checks one after another, beside whatever else runs; resolves to the names of those that failed, their output shown. */
export async function staticChecks() {
  const failed = [];
  for (const [name, command, args] of STATIC_CHECKS) {
    const { status, output } = await runAside(command, args);
    if (status === 0) continue;
    console.error(output);
    failed.push(name);
  }
  return failed;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  ensurePackages();
  const [failed, unit] = await Promise.all([staticChecks(), runAside(bin('vitest'), ['run', '--reporter=dot'])]);
  console.log(unit.output);
  if (unit.status !== 0) failed.push('unit tests');
  for (const name of failed) console.error(`check: ${name} failed`);
  process.exit(failed.length === 0 ? 0 : 1);
}
