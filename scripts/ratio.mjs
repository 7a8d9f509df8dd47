// Share of test lines in all lines of code; pure tables of data are left out.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './packages.mjs';

const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], { cwd: ROOT, encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(ts|tsx|mjs|css|sql)$/.test(file) && !/^core\/tables\/(?!.*\.test\.)/.test(file));
const lines = (list) =>
  list.reduce(
    (sum, file) =>
      sum +
      readFileSync(path.join(ROOT, file), 'utf8')
        .split('\n')
        .filter((line) => line.trim() !== '').length,
    0,
  );
const isTest = (file) => /\.(test|deep)\.tsx?$|^e2e\/|^core\/testing\//.test(file);
const tests = lines(files.filter(isTest));
const all = lines(files);
const percent = (100 * tests) / all;
console.log(`${tests} of ${all} lines are tests: ${percent.toFixed(1)} % (a quarter to a third is wanted)`);
process.exit(percent >= 25 && percent <= 40 ? 0 : 1);
