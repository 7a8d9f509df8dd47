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
ensureBuild();

const statically = await staticChecks();
for (const name of statically) console.error(`failed: ${name}`);
let passed = STATIC_COUNT - statically.length;
let failed = statically.length;

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
  const { numPassedTests, numFailedTests, numTotalTests } = JSON.parse(readFileSync(report, 'utf8'));
  passed += numPassedTests;
  failed += numFailedTests;
  if (numTotalTests === 0 || (status !== 0 && numFailedTests === 0)) {
    failed += 1;
    console.error(`failed: ${config} ended with ${status} after ${numTotalTests} tests`);
  }
}
rmSync(reports, { recursive: true, force: true });
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
