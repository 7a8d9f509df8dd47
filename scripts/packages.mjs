// Starts as plain Node: makes sure the packages are there before anything that needs them runs.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const CACHE = path.join(ROOT, '.cache');

/** Says what is missing in one clear line and ends. */
export function fail(message) {
  console.error(message);
  process.exit(1);
}

/** Runs a command in the project's folder with its output shown; returns its exit code. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  });
  if (error !== undefined) console.error(`${command}: ${error.message}`);
  return status ?? 1;
}

/** Runs a command beside others; resolves to its exit code and everything it printed. */
export function runAside(command, args) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (output += text));
    child.on('error', (error) => resolve({ status: 1, output: `${command}: ${error.message}` }));
    child.on('close', (status) => resolve({ status: status ?? 1, output }));
  });
}

/** Path of a package's command. */
export const bin = (name) => path.join(ROOT, 'node_modules', '.bin', name);

/** Hash of files and whole folders, to know whether a build is still good. */
export function digest(...texts) {
  const hash = createHash('sha256');
  for (const text of texts) hash.update(text).update('\0');
  return hash.digest('hex');
}

export function remembered(name) {
  const file = path.join(CACHE, name);
  return existsSync(file) ? readFileSync(file, 'utf8') : '';
}

export function remember(name, value) {
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(path.join(CACHE, name), value);
}

/** Installs exactly what the lock file names, once per lock file. */
export function ensurePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9)) fail(`Node 20.9 or newer is needed; this is ${process.version}.`);
  const lock = digest(readFileSync(path.join(ROOT, 'package-lock.json')), process.version);
  if (existsSync(path.join(ROOT, 'node_modules', 'next')) && remembered('packages') === lock) return;
  console.log('Installing packages (about two minutes the first time: SQLite is compiled here) ...');
  const status = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  if (status !== 0)
    fail('Packages could not be installed: npm, its registry and a C++ toolchain (python3, make, g++) are needed.');
  remember('packages', lock);
}
