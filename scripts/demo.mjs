// One command from nothing to the demo jobs on screen: installs, builds, loads, serves.
import path from 'node:path';
import { ensureBuild } from './build.mjs';
import { bin, ensurePackages, fail, ROOT, run } from './packages.mjs';

const data = path.join(ROOT, '.demo');
ensurePackages();
await ensureBuild();
if (run(bin('tsx'), ['scripts/load-demo.ts', data]) !== 0) fail('The demo jobs could not be loaded.');
const { serveUntilStopped, usualPort } = await import('./serve.mjs');
await serveUntilStopped({ data, port: usualPort('demo') });
