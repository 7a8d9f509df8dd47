import { parseJob } from '../core/job/parse';
import type { Job } from '../core/job/schema/job';
import { studyJob } from '../core/study/study';
import { breaker, device, gg, jobWith, measuredOrigin, segment, stated, withField } from '../core/testing/jobs';

/** A job of many circuits behind a cut-out: every third has two segments, every fifth a wrong curve. */
export function bigJob(circuits: number): Job {
  const job = houseOf(circuits);
  if (!parseJob(job).ok) throw new Error('the benchmark job is not valid');
  return job;
}

/** The same of more circuits than a job may hold: to see how the cost of a study grows. */
export function houseOf(circuits: number): Job {
  const job = jobWith(
    Array.from({ length: circuits }, (_, index) => ({
      id: `c${index}`,
      settings: breaker(index % 5 === 0 ? 'D' : 'B', [6, 10, 16, 20, 32][index % 5]!),
      lengthM: 8 + ((index * 7) % 40),
      line: [1.5, 1.5, 2.5, 4, 6][index % 5]!,
      protective: 1.5,
    })),
    measuredOrigin(),
  );
  for (let index = 0; index < circuits; index += 3)
    job.segments[`tail${index}`] = segment(`tail${index}`, `c${index}`, 6, 1.5, 1.5, { order: 'b' });
  job.segments.tails = segment('tails', 'service', 4, 25, 16);
  job.circuits.service!.designCurrentA = stated(60);
  job.devices.cutout = device('cutout', 'service', gg(100), { grade: 'typical' });
  return job;
}

/** Median and 95th percentile of times in ms. */
export function spread(spans: readonly number[]): { median: number; p95: number } {
  const sorted = [...spans].sort((a, b) => a - b);
  return {
    median: sorted[Math.floor(sorted.length / 2)]!,
    p95: sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * 0.95))]!,
  };
}

/** Runs something until it has settled, then times it. */
export function timed(run: () => void, times = 120): { median: number; p95: number } {
  for (let warm = 0; warm < times; warm++) run();
  return spread(
    Array.from({ length: times }, () => {
      const from = performance.now();
      run();
      return performance.now() - from;
    }),
  );
}

export interface Figure {
  what: string;
  measured: string;
  wanted: string;
  ok: boolean;
}

/** Judged by the median: the machine's own pauses show in the 95th percentile. */
export const figure = (what: string, ms: { median: number; p95: number }, wantedMs: number): Figure => ({
  what,
  measured: `${ms.median.toFixed(1)} ms median, ${ms.p95.toFixed(1)} ms p95`,
  wanted: `under ${wantedMs} ms`,
  ok: ms.median < wantedMs,
});

/** Studies after an edit, as at the desk: one row is new, the rest as it was. And the first study of a job never seen. */
export function studyFigures(): Figure[] {
  return [60, 600].flatMap((circuits) => {
    const job = bigJob(circuits);
    const before = studyJob(job);
    let turn = 0;
    const edited = () => {
      turn += 1;
      return withField(job, 'segments', `c${turn % circuits}-cable`, ['lengthM'], stated(8 + (turn % 50)));
    };
    const fresh = Array.from({ length: 24 }, () => structuredClone(job));
    return [
      figure(
        `study of ${circuits} circuits after an edit, Node`,
        timed(() => void studyJob(edited(), before), 60),
        circuits === 60 ? 20 : 100,
      ),
      figure(
        `first study of ${circuits} circuits, Node`,
        spread(fresh.map(spanOf(studyJob)).slice(12)),
        circuits === 60 ? 20 : 250,
      ),
    ];
  });
}

const spanOf = (run: (job: Job) => unknown) => (job: Job) => {
  const from = performance.now();
  run(job);
  return performance.now() - from;
};
