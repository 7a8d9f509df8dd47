// All tests: types, lint, layers, unit, property, reference and browser tests. One closing line: N passed, N failed.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureChromium } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { STATIC_COUNT, staticChecks } from './check.mjs';
import { bin, ensurePackages, run } from './packages.mjs';

ensurePackages();
ensureChromium();

// The build beside the checks: each leaves a core idle for most of its time.
const [statically] = await Promise.all([staticChecks(), ensureBuild()]);
for (const name of statically) console.error(`failed: ${name}`);
/** Files that take longer are named at the end. */
const SLOW_S = 5;
let passed = STATIC_COUNT - statically.length;
let failed = statically.length;

/** Files of tests with how long each took. */
const slow = [];
const reports = mkdtempSync(path.join(os.tmpdir(), 'isotrip-tests-'));
for (const config of ['vitest.config.ts', 'vitest.e2e.config.ts']) {
  const report = path.join(reports, 'report.json');
  const status = run(bin('vitest'), [
    'run',
    '--config',
    config,
    '--reporter=dot',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]);
  const { numPassedTests, numFailedTests, numTotalTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
  slow.push(...testResults.map(({ name, startTime, endTime }) => ({ name, seconds: (endTime - startTime) / 1000 })));
  passed += numPassedTests;
  failed += numFailedTests;
  if (numTotalTests === 0 || (status !== 0 && numFailedTests === 0)) {
    failed += 1;
    console.error(`failed: ${config} ended with ${status} after ${numTotalTests} tests`);
  }
}
rmSync(reports, { recursive: true, force: true });
for (const { name, seconds } of slow.filter((each) => each.seconds > SLOW_S).sort((a, b) => b.seconds - a.seconds))
  console.log(`${seconds.toFixed(1).padStart(6)} s  ${path.relative(process.cwd(), name)}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
