// Speed and memory, measured and printed; not part of the tests.
import path from 'node:path';
import { ensureChromium } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { bin, ensurePackages, ROOT, run } from './packages.mjs';

ensurePackages();
ensureChromium();
ensureBuild();
// Bundled as the application is: what is measured is the core, not the loader.
const bundle = path.join(ROOT, '.cache', 'bench.mjs');
const built = run(bin('esbuild'), [
  'perf/bench.ts',
  '--bundle',
  '--platform=node',
  '--format=esm',
  '--packages=external',
  `--outfile=${bundle}`,
  '--log-level=error',
]);
process.exit(built === 0 ? run(process.execPath, [bundle]) : built);
