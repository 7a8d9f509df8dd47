// All tests: types, lint, layers, unit, property, reference and browser tests. One closing line: N passed, N failed.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureChromium } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { STATIC_CHECKS } from './check.mjs';
import { bin, ensurePackages, run } from './packages.mjs';

ensurePackages();
ensureChromium();
ensureBuild();

let passed = 0;
let failed = 0;
for (const [name, command, args] of STATIC_CHECKS) {
  if (run(command, args) === 0) passed += 1;
  else {
    failed += 1;
    console.error(`failed: ${name}`);
  }
}

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
