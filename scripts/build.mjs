// Builds the application once per state of its sources.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { bin, digest, fail, ROOT, remember, remembered, run, runAside } from './packages.mjs';

const SOURCES = [
  'app',
  'core',
  'server',
  'ui',
  'views',
  'workers',
  'public',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
  'package-lock.json',
];

function files(at) {
  const full = path.join(ROOT, at);
  if (!existsSync(full)) return [];
  if (statSync(full).isFile()) return [at];
  return readdirSync(full)
    .sort()
    .flatMap((name) => files(path.join(at, name)));
}

const sourceDigest = () => digestOf(SOURCES);

/** Hash of what stands in files and folders, tests left out. */
export const digestOf = (sources) =>
  digest(
    ...sources
      .flatMap(files)
      .filter((file) => !/\.test\.tsx?$/.test(file))
      .map((file) => `${file}\n${readFileSync(path.join(ROOT, file), 'base64')}`),
  );

/** One file of plain JavaScript, packages left outside. */
export const bundle = (from, to) =>
  run(bin('esbuild'), [
    from,
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--packages=external',
    `--outfile=${to}`,
    '--log-level=error',
  ]);

/** Builds if the sources have changed since the last build; others may work meanwhile. */
export async function ensureBuild() {
  const now = sourceDigest();
  if (existsSync(path.join(ROOT, '.next', 'BUILD_ID')) && remembered('build') === now) return;
  console.log('Building (about half a minute) ...');
  const { status, output } = await runAside(bin('next'), ['build']);
  if (status !== 0 || bundle('server/jobThread.ts', '.next/jobThread.mjs') !== 0) {
    console.error(output);
    fail('The application could not be built; the lines above say why.');
  }
  remember('build', now);
}
