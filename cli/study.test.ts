import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-cli-'));
  // Bundled once: loading the sources anew for every call would take longer than all the rest.
  const bundle = ['cli/study.ts', '--bundle', '--platform=node', '--format=esm', `--outfile=${path.join(folder, 'study.mjs')}`];
  const { status, stderr } = spawnSync('node_modules/.bin/esbuild', bundle, { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const study = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [path.join(folder, 'study.mjs'), ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
};
const file = (name: string, text: string): string => {
  const at = path.join(folder, name);
  writeFileSync(at, text);
  return at;
};
const demo = readFileSync('demo/bindery-yard.json', 'utf8');

describe('npm run study', { timeout: 30_000 }, () => {
  it('prints isotrip.study/1 with the wrong device found and its fixes', () => {
    const { status, stdout } = study('demo/bindery-yard.json', '--json');
    const printed = JSON.parse(stdout);
    expect(status).toBe(0);
    expect(printed).toMatchObject({ format: 'isotrip.study/1', verdict: 'stop', counts: { stop: 3, caution: 6 } });
    expect(printed.findings.map((each: { circuitId: string }) => each.circuitId)).toContain('guillotine');
    expect(printed.fixes.map((fix: { circuitId: string }) => fix.circuitId)).toContain('guillotine');
  });

  it('prints text with demand before limit', () => {
    const { status, stdout } = study('demo/bindery-yard.json');
    expect(status).toBe(0);
    expect(stdout).toMatch(/stop {11}Does it protect the cable\? +32 \/ 22.26 A/);
  });

  it.each([
    ['none given', () => [], /usage/],
    ['an unknown option', () => ['x.json', '--quick'], /unknown option --quick/],
    ['no such file', () => [path.join(folder, 'nowhere.json')], /nowhere.json: there is no such file/],
    ['a folder', () => [folder], /this is a folder/],
    ['junk', () => [file('junk.json', '{"format')], /junk.json: this is not JSON/],
    [
      'bytes that are no text',
      () => {
        const at = path.join(folder, 'bytes.json');
        writeFileSync(at, Buffer.from([0xff, 0xfe, 0x00, 0x80]));
        return [at];
      },
      /not UTF-8 text/,
    ],
    ['10 MB', () => [file('big.json', 'x'.repeat(10_000_000))], /big.json: the file is 10.0 MB; a job file is at most 8 MB/],
    [
      'a newer version',
      () => [file('newer.json', demo.replace('isotrip.job/1', 'isotrip.job/7'))],
      /newer.json: format: "isotrip.job\/7" was written by a newer version/,
    ],
    [
      'a bad value',
      () => [file('bad.json', demo.replace('"value": 8500', '"value": -8500'))],
      /bad.json: origins.street.maxFaultA.value: must be within 1 to 200000 A/,
    ],
  ])('%s: exit 2, the file, the path, the reason, no stack', (_, args, message) => {
    const { status, stdout, stderr } = study(...args());
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toMatch(message);
    expect(stderr).not.toMatch(/\n\s+at /);
  });
});
