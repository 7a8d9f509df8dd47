// npm run study: bundled once per state of the sources, since loading them one by one takes longer than all the rest.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { bundle, digestOf } from './build.mjs';
import { ensurePackages, fail, ROOT, remember, remembered, run } from './packages.mjs';

ensurePackages();
const bundled = path.join(ROOT, '.cache', 'study.mjs');
const now = digestOf(['cli', 'core', 'tsconfig.json', 'package-lock.json']);
if (!existsSync(bundled) || remembered('study') !== now) {
  if (bundle('cli/study.ts', bundled) !== 0) fail('The command line could not be built; the lines above say why.');
  remember('study', now);
}
process.exit(run(process.execPath, [bundled, ...process.argv.slice(2)]));
