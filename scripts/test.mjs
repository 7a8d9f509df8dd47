// All tests: types, lint, layers, unit, property, reference and browser tests. One closing line: N passed, N failed.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureChromium } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { STATIC_COUNT, staticChecks } from './check.mjs';
import { bin, ensurePackages, runAside } from './packages.mjs';

ensurePackages();
ensureChromium();

/** Files that take longer are named at the end. */
const SLOW_S = 5;
let passed = 0;
let failed = 0;
/** Files of tests with how long each took. */
const slow = [];
const reports = mkdtempSync(path.join(os.tmpdir(), 'isotrip-tests-'));

async function tests(config) {
  const report = path.join(reports, `${config}.json`);
  const named = ['--config', config, '--reporter=dot', '--reporter=json', `--outputFile.json=${report}`];
  const { status, output } = await runAside(bin('vitest'), ['run', ...named]);
  console.log(output);
  const { numPassedTests, numFailedTests, numTotalTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
  slow.push(...testResults.map(({ name, startTime, endTime }) => ({ name, seconds: (endTime - startTime) / 1000 })));
  passed += numPassedTests;
  failed += numFailedTests;
  if (numTotalTests === 0 || (status !== 0 && numFailedTests === 0)) {
    failed += 1;
    console.error(`failed: ${config} ended with ${status} after ${numTotalTests} tests`);
  }
}

// One check after another leaves a core idle: the build stands beside them, then the unit tests. The browser has both cores.
const checks = staticChecks();
await ensureBuild();
await Promise.all([checks, tests('vitest.config.ts')]);
const broken = await checks;
for (const name of broken) console.error(`failed: ${name}`);
passed += STATIC_COUNT - broken.length;
failed += broken.length;
await tests('vitest.e2e.config.ts');
rmSync(reports, { recursive: true, force: true });
for (const { name, seconds } of slow.filter((each) => each.seconds > SLOW_S).sort((a, b) => b.seconds - a.seconds))
  console.log(`${seconds.toFixed(1).padStart(6)} s  ${path.relative(process.cwd(), name)}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
