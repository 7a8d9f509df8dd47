// Do the tests bite? Shifts numbers of the core by some per cent, then changes operators and conditions (Stryker), on seeded samples;
// prints what no test noticed. `--in poles,curves/` keeps to files whose path holds one of the names;
// files changed since the commit that docs/mutants.md names come first. `--guards 80` instead takes away so many of the server's
// conditions, one after another: what keeps the door and the store. Works on a copy.
import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import ts from 'typescript';
import { bin, ensurePackages, fail, ROOT } from './packages.mjs';

ensurePackages();
const { values } = parseArgs({
  options: {
    mutants: { type: 'string', default: '600' },
    numbers: { type: 'string', default: '60' },
    seed: { type: 'string', default: '1' },
    in: { type: 'string', default: '' },
    guards: { type: 'string', default: '0' },
  },
});
const wanted = (name) => {
  const count = Number(values[name]);
  if (!Number.isInteger(count) || count < 0) fail(`--${name} is a count, 0 or more; this is "${values[name]}"`);
  return count;
};
const counts = { mutants: wanted('mutants'), numbers: wanted('numbers'), guards: wanted('guards') };
const OF = counts.guards > 0 ? 'server' : 'core';

/** A small generator of equal numbers for equal seeds (mulberry32). */
let state = wanted('seed');
function random() {
  state = (state + 0x6d2b79f5) | 0;
  let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
  mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
  return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
}
/** Files changed since the sample that was kept last: they are tried first. */
const changed = new Set(changedSince(/^last sample: (\w+)/m.exec(readKept())?.[1]));
function readKept() {
  const kept = path.join(ROOT, 'docs/mutants.md');
  return existsSync(kept) ? readFileSync(kept, 'utf8') : '';
}
function changedSince(commit) {
  if (commit === undefined) return [];
  const { status, stdout } = spawnSync('git', ['diff', '--name-only', commit, '--', 'core'], { cwd: ROOT, encoding: 'utf8' });
  return status === 0 ? stdout.split('\n') : [];
}

const sampleOf = (list, count, fileOf) =>
  list
    .map((each) => ({ each, at: random() + (changed.has(fileOf(each)) ? 0 : 1) }))
    .sort((a, b) => a.at - b.at)
    .slice(0, count)
    .map(({ each }) => each);

const files = readdirSync(path.join(ROOT, OF), { recursive: true })
  .map((name) => `${OF}/${name}`)
  .filter((name) => /\.m?[jt]s$/.test(name) && !/\.(test|deep|d)\.m?ts$/.test(name) && !name.includes('/testing/'))
  .filter((name) => values.in.split(',').some((each) => name.includes(each)))
  .sort();

const copy = mkdtempSync(path.join(os.tmpdir(), 'isotrip-mutants-'));
// One test runs as somebody who may only read.
chmodSync(copy, 0o755);
process.on('exit', () => rmSync(copy, { recursive: true, force: true }));
for (const name of [
  'core',
  'server',
  'scripts',
  'demo',
  'docs',
  'cli',
  'package.json',
  'tsconfig.json',
  'vitest.mutate.config.ts',
])
  cpSync(path.join(ROOT, name), path.join(copy, name), { recursive: true });
mkdirSync(path.join(copy, 'views'), { recursive: true });
symlinkSync(path.join(ROOT, 'node_modules'), path.join(copy, 'node_modules'));

/** Every number written in a file that may decide something: neither 0 to 2, nor an index, nor part of a type. */
function numbersIn(file) {
  const text = readFileSync(path.join(ROOT, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const visit = (node) => {
    if (ts.isTypeNode(node)) return;
    if (ts.isNumericLiteral(node) && Number(node.text) > 2 && !ts.isElementAccessExpression(node.parent))
      found.push({ file, start: node.getStart(), end: node.end, value: Number(node.text) });
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const shifted = (value) =>
  Number.isInteger(value) ? value + Math.max(1, Math.round(value * 0.03)) : Number((value * 1.03).toPrecision(8));
const place = ({ file, start }) => `${file}:${readFileSync(path.join(ROOT, file), 'utf8').slice(0, start).split('\n').length}`;

/** Every condition that leads away: what a `return`, a `throw` or another way hangs on. */
function guardsIn(file) {
  const text = readFileSync(path.join(ROOT, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const visit = (node) => {
    if (ts.isIfStatement(node)) {
      const { expression } = node;
      found.push({ file, start: expression.getStart(), end: expression.end, value: expression.getText().slice(0, 90) });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** Puts something else in the place of each, one after another; says which no test noticed. @returns how many were */
function tryEach(list, other) {
  let noticed = 0;
  for (const each of list) {
    const target = path.join(copy, each.file);
    const text = readFileSync(target, 'utf8');
    writeFileSync(target, `${text.slice(0, each.start)}${other(each.value)}${text.slice(each.end)}`);
    const noticedBy = (...which) =>
      spawnSync(bin('vitest'), [...which, '--bail=1', '--reporter=dot', '--config', 'vitest.mutate.config.ts'], {
        cwd: copy,
        stdio: 'ignore',
        env: { ...process.env, OF },
      }).status !== 0;
    // Most are noticed by the tests that stand beside them, in a tenth of the time.
    const status =
      noticedBy('run', `${path.dirname(each.file)}/`, '--passWithNoTests') || noticedBy('related', each.file, '--run') ? 1 : 0;
    writeFileSync(target, text);
    if (status === 0) console.log(`not noticed: ${each.value} as ${other(each.value)}, ${place(each)}`);
    else noticed += 1;
  }
  return noticed;
}

if (counts.guards > 0) {
  const guards = sampleOf(files.flatMap(guardsIn), counts.guards, ({ file }) => file);
  console.log(`guards taken away: ${tryEach(guards, () => 'false')} of ${guards.length} noticed`);
  process.exit(0);
}
// What a field may at most hold is a guard against slips of the finger, not a limit of the trade.
const deciding = files.filter((file) => !file.startsWith('core/job/schema/'));
const numbers = sampleOf(deciding.flatMap(numbersIn), counts.numbers, ({ file }) => file);
console.log(`numbers shifted: ${tryEach(numbers, shifted)} of ${numbers.length} noticed`);
if (counts.mutants === 0) process.exit(0);

// About three mutants to two lines of code that holds an operator or a condition.
const lines = deciding
  .filter((file) => !file.startsWith('core/tables/'))
  .flatMap((file) =>
    readFileSync(path.join(ROOT, file), 'utf8')
      .split('\n')
      .flatMap((line, index) =>
        /[<>=!]==?|&&|\|\||\?\?|[-+*/] |[?:] |return|fits\(/.test(line) && !/^\s*(\/?\*|\/\/|import)/.test(line)
          ? [`${file}:${index + 1}-${index + 1}`]
          : [],
      ),
  );
writeFileSync(
  path.join(copy, 'stryker.conf.json'),
  JSON.stringify({
    testRunner: 'vitest',
    vitest: { configFile: 'vitest.mutate.config.ts' },
    plugins: ['@stryker-mutator/vitest-runner'],
    mutate: sampleOf(lines, Math.round((counts.mutants * 2) / 3), (line) => line.split(':')[0]),
    mutator: { excludedMutations: ['StringLiteral'] },
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    concurrency: 2,
    // A slow machine is no finding: only what runs away counts as timed out.
    timeoutMS: 60_000,
    timeoutFactor: 4,
    reporters: ['clear-text', 'progress-append-only', 'event-recorder'],
    // Each result by itself: what was found until then is there when it is broken off.
    eventReporter: { baseDir: path.join(ROOT, '.cache', 'mutants') },
    clearTextReporter: { allowColor: false, reportTests: false },
    inPlace: true,
  }),
);
process.exit(spawnSync(bin('stryker'), ['run', 'stryker.conf.json'], { cwd: copy, stdio: 'inherit' }).status ?? 1);
