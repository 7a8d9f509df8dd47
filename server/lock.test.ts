import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { holderOf, holdFolder } from './lock.mjs';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-lock-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Another process that takes the folder and keeps it until it is killed. */
const holding = (address: string) =>
  new Promise<{ kill: () => Promise<void> }>((resolve, reject) => {
    const script = `import('./server/lock.mjs').then(({ holdFolder }) => { globalThis.hold = holdFolder(${JSON.stringify(folder)}, ${JSON.stringify(address)}); console.log('held'); setInterval(() => {}, 1000); })`;
    const child = spawn(process.execPath, ['--input-type=module', '-e', script], { stdio: ['ignore', 'pipe', 'inherit'] });
    child.once('error', reject);
    child.stdout.once('data', () =>
      resolve({
        kill: () =>
          new Promise((gone) => {
            child.once('exit', () => gone());
            child.kill('SIGKILL');
          }),
      }),
    );
  });

describe('a data folder', () => {
  it('is held by one server, whose address the next one learns; a killed one gives it up', async () => {
    expect(holderOf(folder)).toBeUndefined();
    const other = await holding('http://127.0.0.1:4310');
    expect(holderOf(folder)).toBe('http://127.0.0.1:4310');
    expect(holdFolder(folder, 'http://127.0.0.1:4999')).toEqual({ heldAt: 'http://127.0.0.1:4310' });
    await other.kill();
    expect(holderOf(folder)).toBeUndefined();
    const mine = holdFolder(folder, 'http://127.0.0.1:4999');
    if ('heldAt' in mine) throw new Error('it was free');
    mine.release();
    expect(holderOf(folder)).toBeUndefined();
  });

  it('that is not there yet is made', () => {
    const fresh = path.join(folder, 'new', 'place');
    expect(holderOf(fresh)).toBeUndefined();
    const mine = holdFolder(fresh, 'http://127.0.0.1:1');
    expect('heldAt' in mine).toBe(false);
    if (!('heldAt' in mine)) mine.release();
    expect(existsSync(path.join(fresh, 'server.address'))).toBe(true);
  });
});
