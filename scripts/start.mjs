// Serves the user's own jobs from ISOTRIP_DATA, by default ./data.
import path from 'node:path';
import { ensureBuild } from './build.mjs';
import { ensurePackages, ROOT } from './packages.mjs';

ensurePackages();
ensureBuild();
const { serveUntilStopped, usualPort } = await import('./serve.mjs');
await serveUntilStopped({ data: path.resolve(process.env.ISOTRIP_DATA ?? path.join(ROOT, 'data')), port: usualPort('own') });
