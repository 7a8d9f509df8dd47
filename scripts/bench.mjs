// Speed and memory, measured and printed; not part of the tests. `npm run bench -- list doors` measures these groups alone.
import path from 'node:path';
import { ensureChromium } from './browser.mjs';
import { bundle, ensureBuild } from './build.mjs';
import { ensurePackages, ROOT, run } from './packages.mjs';

ensurePackages();
ensureChromium();
await ensureBuild();
// Bundled as the application is: what is measured is the core, not the loader.
const bundled = path.join(ROOT, '.cache', 'bench.mjs');
const built = bundle('perf/bench.ts', bundled);
process.exit(built === 0 ? run(process.execPath, [bundled, ...process.argv.slice(2)]) : built);
