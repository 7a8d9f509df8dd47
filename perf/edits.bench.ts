import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { coordinated } from '../core/fixes/coordinate';
import { triedFixes } from '../core/fixes/fixes';
import { COLLECTIONS } from '../core/job/collections';
import { jobFileText } from '../core/job/jobFile';
import { parseJobText } from '../core/job/parse';
import type { Job } from '../core/job/schema/job';
import { type Study, studyJob } from '../core/study/study';
import { takeIn } from '../server/intake';
import { openStore } from '../server/store';
import { grownHouse, type Hanging } from './grown';
import { type Figure, figure, spread } from './study.bench';

function demo(name: string): Job {
  const parsed = parseJobText(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!parsed.ok) throw new Error(`${name} is not valid`);
  return parsed.job;
}
const spanOf = (run: () => unknown): number => {
  const from = performance.now();
  run();
  return performance.now() - from;
};

const other = (value: unknown): unknown =>
  typeof value === 'number' ? value * 1.01 : typeof value === 'boolean' ? !value : structuredClone(value);
/** One edit of every field of every row: a number by a hundredth, a yes turned, anything else as another of the same. */
function* everyEdit(job: Job): Generator<Job> {
  for (const on of COLLECTIONS)
    for (const [id, row] of Object.entries(job[on] as object) as [string, Record<string, unknown>][])
      for (const field of Object.keys(row)) {
        const inner = field === 'settings' ? Object.keys(row[field] as object).filter((name) => name !== 'family') : [undefined];
        for (const name of inner) {
          const holder = name === undefined ? row : (row[field] as Record<string, unknown>);
          const value = holder[name ?? field];
          const isFact = typeof value === 'object' && value !== null && 'value' in value;
          const to = field === 'id' ? value : isFact ? { ...value, value: other(value.value) } : other(value);
          const next = name === undefined ? { ...row, [field]: to } : { ...row, [field]: { ...holder, [name]: to } };
          yield { ...job, [on]: { ...job[on], [id]: next } } as Job;
        }
      }
}

function editFigures(name: string): Figure[] {
  const job = demo(name);
  const firsts = spread(
    Array.from({ length: 30 }, () => {
      const fresh = structuredClone(job);
      return spanOf(() => studyJob(fresh));
    }).slice(10),
  );
  const before = studyJob(job);
  const edits = [...everyEdit(job)];
  for (const next of edits.slice(0, 300)) studyJob(next, before);
  const spans = edits.map((next) => spanOf(() => studyJob(next, before))).sort((a, b) => a - b);
  const [median, nine] = [spans[Math.floor(spans.length / 2)]!, spans[Math.floor(spans.length * 0.9)]!];
  const supply = { ...job, supply: { ...job.supply, cMin: job.supply.cMin * 0.99 } };
  const all = spread(Array.from({ length: 15 }, () => spanOf(() => studyJob(supply, before))));
  return [
    figure(`first study of ${name}`, firsts, 60),
    {
      what: `one edit of every field of every row of ${name}, ${spans.length} edits`,
      measured: `${median.toFixed(1)} ms median, ${nine.toFixed(1)} ms nine in ten, ${spans.at(-1)!.toFixed(0)} ms the longest`,
      wanted: 'median 8 ms, nine in ten 20 ms',
      ok: median <= 8 && nine <= 20,
    },
    { ...figure(`${name} with another supply`, all, firsts.median * 1.1), wanted: 'no more than a first study' },
  ];
}

function fixFigures(): Figure[] {
  const job = demo('kiln-house');
  const study = studyJob(job);
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  let highest = before;
  const ms = spanOf(() => {
    for (const { circuitId } of study.circuits) {
      triedFixes(job, study, circuitId);
      highest = Math.max(highest, process.memoryUsage().heapUsed);
    }
  });
  globalThis.gc?.();
  const grown = (process.memoryUsage().heapUsed - before) / 1e6;
  return [
    { what: 'all fixes of kiln-house', measured: `${(ms / 1000).toFixed(2)} s`, wanted: 'under 3 s', ok: ms < 3000 },
    {
      what: 'memory of its candidates above one study',
      measured: `${grown.toFixed(1)} MB after, at most ${((highest - before) / 1e6).toFixed(0)} MB with what is not collected yet`,
      wanted: 'under 50 MB',
      ok: grown < 50,
    },
  ];
}

/** Devices and sizes of many circuits together, each by itself and in groups behind residual devices. */
const coordinateFigures = (): Figure[] =>
  (['apart', 'groups'] as Hanging[]).map((hanging) => {
    const job = grownHouse(40, hanging);
    const study = studyJob(job);
    const ms = spanOf(() => {
      if (coordinated(job, study).command === null) throw new Error('nothing was found better');
    });
    return {
      what: `40 circuits ${hanging} coordinated`,
      measured: `${(ms / 1000).toFixed(1)} s`,
      wanted: 'under 5 s',
      ok: ms < 5000,
    };
  });

/** How the cost of a first study grows with the circuits, as a power of their number. */
function growthFigures(): Figure[] {
  return (['apart', 'groups', 'one'] as Hanging[]).map((hanging) => {
    const sizes = [250, 1000, 5000];
    const spans = sizes.map((circuits) => {
      const job = grownHouse(circuits, hanging);
      let study: Study | undefined;
      const ms = spanOf(() => {
        study = studyJob(job);
      });
      if (study?.circuits.length !== circuits + 1) throw new Error('not all circuits were studied');
      return ms;
    });
    const power = Math.log(spans[2]! / spans[0]!) / Math.log(sizes[2]! / sizes[0]!);
    return {
      what: `growth with circuits ${hanging === 'apart' ? 'apart' : hanging === 'groups' ? 'in groups of eight' : 'behind one residual device'}`,
      measured: `n^${power.toFixed(2)}: ${sizes.map((size, at) => `${size} in ${spans[at]!.toFixed(0)} ms`).join(', ')}`,
      wanted: 'n^1.1 at most',
      ok: power <= 1.1,
    };
  });
}

async function largestFigure(): Promise<Figure> {
  const job = grownHouse(999, 'apart');
  for (const point of Object.values(job.points)) point.name = `${point.name} ${'x'.repeat(180)}`;
  const text = jobFileText(job);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-bench-'));
  const store = openStore(folder);
  const from = performance.now();
  const taken = await takeIn(store, text);
  const ms = performance.now() - from;
  store.db.close();
  rmSync(folder, { recursive: true, force: true });
  return {
    what: `the largest job, ${(text.length / 1e6).toFixed(1)} MB, taken in`,
    measured: `${(ms / 1000).toFixed(1)} s`,
    wanted: 'under 5 s',
    ok: taken.ok && ms < 5000,
  };
}

function commandLine(): Figure {
  const run = () => spawnSync('npm', ['run', '--silent', 'study', '--', 'demo/kiln-house.json'], { encoding: 'utf8' });
  run();
  const ms = spread(Array.from({ length: 3 }, () => spanOf(run)));
  return figure('npm run study of kiln-house', ms, 2000);
}

export async function editsFigures(): Promise<Figure[]> {
  return [
    ...editFigures('kiln-house'),
    ...editFigures('skerry-light'),
    ...fixFigures(),
    ...coordinateFigures(),
    ...growthFigures(),
    await largestFigure(),
    commandLine(),
  ];
}
