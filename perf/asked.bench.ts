import { readFileSync } from 'node:fs';
import { askedOf, walkUsual } from '../core/asking/asking';
import { takeSheet } from '../core/asking/taking';
import { parseJobText } from '../core/job/parse';
import type { Job } from '../core/job/schema/job';
import { causesOf } from '../core/study/causes';
import { studyJob } from '../core/study/study';
import { linedHouse } from '../core/testing/linedHouses';
import { type Figure, figure } from './study.bench';

function demo(name: string): Job {
  const parsed = parseJobText(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!parsed.ok) throw new Error(`${name} is not valid`);
  return parsed.job;
}
const spreadOf = (run: () => unknown): { median: number; p95: number } => {
  const times = Array.from({ length: 9 }, () => {
    const from = performance.now();
    run();
    return performance.now() - from;
  });
  times.sort((a, b) => a - b);
  return { median: times[4]!, p95: times[8]! };
};

const HOUSES = [
  { pack: 'nec-2023', presses: 40 },
  { pack: 'bs-7671-2018-a2', presses: 30 },
] as const;

/** What two houses from their lines alone leave unknown, how many presses settle what is usual, and how quick the next question is. */
export function askedFigures(): Figure[] {
  const houses = HOUSES.flatMap(({ pack, presses }): Figure[] => {
    const job = linedHouse(pack);
    const study = studyJob(job);
    const sheet = takeSheet(job, study, 'specified');
    const walked = walkUsual(job, study);
    const finals = sheet.study.circuits.filter(({ kind }) => kind === 'final');
    const unknown = finals.flatMap(({ verdicts }) => verdicts).filter((verdict) => verdict === 'unknown').length;
    const rows = causesOf(sheet.job, sheet.study.findings).filter(({ lead }) => lead.verdict === 'unknown').length;
    return [
      {
        what: `${pack}: answers unknown with the usual sheet`,
        measured: `${unknown} of ${finals.length * 8}, ${study.counts.unknown} before it`,
        wanted: 'at most 35',
        ok: unknown <= 35,
      },
      {
        what: `${pack}: questions with a usual value, and what must be found out`,
        measured: `${walked.asked.length} and ${askedOf(walked.job, walked.study).questions.length}`,
        wanted: `at most ${presses} together`,
        ok: walked.asked.length + askedOf(walked.job, walked.study).questions.length <= presses,
      },
      { what: `${pack}: rows of what is not known`, measured: String(rows), wanted: 'at most 25', ok: rows <= 25 },
    ];
  });
  const kiln = demo('kiln-house');
  const study = studyJob(kiln);
  return [
    ...houses,
    figure(
      'the next question of Kiln House',
      spreadOf(() => askedOf(kiln, study)),
      50,
    ),
  ];
}
