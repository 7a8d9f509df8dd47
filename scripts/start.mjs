// Serves the user's own jobs from ISOTRIP_DATA, by default ./data.
import path from 'node:path';
import { ensureBuild } from './build.mjs';
import { ensurePackages, fail, ROOT } from './packages.mjs';

const data = path.resolve(process.env.ISOTRIP_DATA ?? path.join(ROOT, 'data'));
ensurePackages();
const { heldWords, holderOf } = await import('../server/lock.mjs');
// Before anything is built: what is built anew is taken from under a server that runs.
const held = holderOf(data);
if (held !== undefined) fail(heldWords(data, held));
await ensureBuild();
const { serveUntilStopped, usualPort } = await import('./serve.mjs');
await serveUntilStopped({ data, port: usualPort('own') });
