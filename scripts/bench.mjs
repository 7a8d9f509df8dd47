// Speed and memory, measured and printed; not part of the tests.
import { ensureChromium } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { bin, ensurePackages, run } from './packages.mjs';

ensurePackages();
ensureChromium();
ensureBuild();
process.exit(run(bin('tsx'), ['perf/bench.ts']));
