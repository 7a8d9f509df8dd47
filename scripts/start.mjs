// Serves the user's own jobs from ISOTRIP_DATA, by default ./data.
import path from 'node:path';
import { ensureBuild } from './build.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { serveUntilStopped } from './serve.mjs';

ensurePackages();
ensureBuild();
await serveUntilStopped({ data: process.env.ISOTRIP_DATA ?? path.join(ROOT, 'data') });
