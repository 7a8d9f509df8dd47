import { readFileSync, statSync } from 'node:fs';
import { MAX_JOB_BYTES, parseJobText, problemLine } from '../core/job/parse';
import { triedFixes } from '../core/study/fixes';
import { shownStudy, studyJob } from '../core/study/study';
import { studyText } from './studyText';

const USAGE =
  'usage: npm run study -- FILE [--json]\n\nStudies a job file. Prints text, or isotrip.study/1 with --json.\nExit: 0 studied, 2 the file or the call cannot be used.';

/** Says what is wrong in plain words and ends with 2. */
function refuse(...lines: string[]): never {
  for (const line of lines) process.stderr.write(`${line}\n`);
  process.exit(2);
}

function readJobFile(file: string): string {
  try {
    const { size } = statSync(file);
    if (size > MAX_JOB_BYTES)
      refuse(`${file}: the file is ${(size / 1e6).toFixed(1)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB`);
    return new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(file));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const reason = { ENOENT: 'there is no such file', EACCES: 'it may not be read', EISDIR: 'this is a folder' }[code ?? ''];
    refuse(`${file}: ${reason ?? (error instanceof TypeError ? 'the file is not UTF-8 text' : (error as Error).message)}`);
  }
}

function main(args: string[]): void {
  const json = args.includes('--json');
  const unknownFlag = args.find((arg) => arg.startsWith('-') && arg !== '--json');
  if (unknownFlag !== undefined) refuse(`unknown option ${unknownFlag}`, USAGE);
  const files = args.filter((arg) => !arg.startsWith('-'));
  if (files.length !== 1) refuse(USAGE);
  const file = files[0]!;
  const parsed = parseJobText(readJobFile(file));
  if (!parsed.ok) refuse(...parsed.problems.map((problem) => `${file}: ${problemLine(problem)}`));
  const study = studyJob(parsed.job);
  const fixes = study.circuits.flatMap(({ circuitId }) =>
    triedFixes(parsed.job, study, circuitId).map((fix) => ({ circuitId, ...fix })),
  );
  process.stdout.write(json ? `${JSON.stringify({ ...shownStudy(study), fixes }, null, 2)}\n` : studyText(study, fixes));
}

main(process.argv.slice(2));
