import type { z } from 'zod';
import { COLLECTIONS } from './collections';
import { MAX_JOB_BYTES, maxRows, TOO_DEEP, tooDeep } from './limits';
import { type JobProblem, referenceProblems } from './references';
import { JOB_FORMAT, Job } from './schema/job';

const FORMAT_NAME = /^isotrip\.job\/(\d+)$/;
const MOST_PROBLEMS = 20;

type ParsedJob = { ok: true; job: Job } | { ok: false; problems: JobProblem[] };

const refused = (path: string, code: JobProblem['code'], message: string): ParsedJob => ({
  ok: false,
  problems: [{ path, code, message }],
});

/**
 * Reads a job file's text.
 * @param text UTF-8 JSON of format `isotrip.job/1`
 * @returns the job, or every problem found (at most 20), each with its path; never throws
 * @example parseJobText('{}') → { ok: false, problems: [{ path: 'format', … }] }
 */
export function parseJobText(text: string): ParsedJob {
  if (text.length > MAX_JOB_BYTES)
    return refused(
      '',
      'size',
      `the file is ${(text.length / 1e6).toFixed(1)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB`,
    );
  if (tooDeep(text)) return refused('', 'syntax', TOO_DEEP);
  let data: unknown;
  try {
    data = JSON.parse(text.charCodeAt(0) === 0xfeff ? text.slice(1) : text);
  } catch (error) {
    return refused('', 'syntax', `this is not JSON: ${(error as Error).message}`);
  }
  const many = tooManyRows(data);
  return many.length > 0 ? { ok: false, problems: many } : parseJob(data);
}

/** Collections with more rows than a job may hold. They are counted before anything else is looked at: that would take too long. */
function tooManyRows(data: unknown): JobProblem[] {
  if (typeof data !== 'object' || data === null) return [];
  return COLLECTIONS.flatMap((on) => {
    const rows = (data as Record<string, unknown>)[on];
    const count = typeof rows === 'object' && rows !== null ? Object.keys(rows).length : 0;
    if (count <= maxRows(on)) return [];
    return [{ path: on, code: 'size' as const, message: `${count} are too many: a job holds at most ${maxRows(on)} ${on}` }];
  });
}

/** Checks already parsed JSON against the job's shape and references. See {@link parseJobText}. */
export function parseJob(data: unknown): ParsedJob {
  if (typeof data !== 'object' || data === null || Array.isArray(data))
    return refused('', 'shape', `a job file holds one object with "format": "${JOB_FORMAT}"`);
  const format = (data as { format?: unknown }).format;
  const version = typeof format === 'string' ? FORMAT_NAME.exec(format)?.[1] : undefined;
  if (version === undefined) return refused('format', 'format', `must be "${JOB_FORMAT}"; this is not a job file`);
  if (Number(version) > 1)
    return refused('format', 'format', `"${format}" was written by a newer version; this one reads up to "${JOB_FORMAT}"`);
  const parsed = Job.safeParse(data);
  if (!parsed.success) return { ok: false, problems: shapeProblems(parsed.error) };
  const problems = referenceProblems(parsed.data);
  return problems.length === 0 ? { ok: true, job: parsed.data } : { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
}

/** Zod's issues in the job's own words. */
export function shapeProblems(error: z.ZodError, prefix = ''): JobProblem[] {
  return error.issues.slice(0, MOST_PROBLEMS).map((issue) => ({
    path: [prefix, ...issue.path.map(String)].filter((part) => part !== '').join('.'),
    code: 'shape' as const,
    message: issue.message,
  }));
}

/** One problem as a line: `segments.s1.lengthM: must be within 0.01 to 5000 m`. */
export const problemLine = (problem: JobProblem): string =>
  problem.path === '' ? problem.message : `${problem.path}: ${problem.message}`;
