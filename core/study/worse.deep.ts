import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factAt, factPaths, stepsToSet } from '../facts/read';
import type { FactValue } from '../facts/spec';
import { COLLECTIONS } from '../job/collections';
import { applyCommand, CommandRefused } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { type Verdict, worstVerdict } from '../judging/answer';
import type { CheckKey } from '../judging/keys';
import { demoJobs } from '../testing/demos';
import { type Answers, answersOf } from './testing/answers';

const demos = demoJobs();
/** The same jobs every time; others by SEED in the environment. */
const SEED = Number(process.env.SEED ?? 1);

const SIZES = [
  ['1mm2', '1.5mm2', '2.5mm2', '4mm2', '6mm2', '10mm2', '16mm2', '25mm2', '35mm2', '50mm2', '70mm2', '95mm2', '120mm2'],
  ['14AWG', '12AWG', '10AWG', '8AWG', '6AWG', '4AWG', '3AWG', '2AWG', '1AWG', '1/0AWG', '2/0AWG', '3/0AWG', '4/0AWG'],
];
const thinner = (size: FactValue): FactValue | undefined =>
  SIZES.map((list) => list[list.indexOf(String(size)) - 1]).find((found) => found !== undefined);
const times =
  (factor: number) =>
  (value: FactValue): FactValue =>
    Number(value) * factor;
const is = (value: FactValue) => () => value;
const CURVES = ['B', 'C', 'D'];

const Q = { load: 'carries-load', cable: 'protects-cable', breaks: 'breaks-fault', clears: 'clears-in-time' } as const;

/** A fact, a change of it for the worse, and the questions that can then not be answered better. */
const WORSE: [field: RegExp, change: (value: FactValue) => FactValue | undefined, questions: QuestionId[]][] = [
  [/^segments.*\.lengthM$/, times(2), [Q.load, Q.cable, Q.clears]],
  [/^segments.*\.lengthM$/, times(0.5), [Q.breaks]],
  [/^segments.*\.(lineSize|neutralSize|protectiveSize)$/, thinner, [Q.load, Q.cable, Q.clears]],
  [/^segments.*\.material$/, is('Al'), [Q.load, Q.cable, Q.clears]],
  [/^segments.*\.ambientC$/, (value) => Number(value) + 10, [Q.load, Q.cable, Q.clears]],
  [/^segments.*\.groupedCircuits$/, (value) => Number(value) + 3, [Q.cable]],
  [/^segments.*\.terminalC$/, is(60), [Q.cable]],
  [/^segments.*\.soilKmPerW$/, times(1.4), [Q.cable]],
  [/^loads.*\.(powerW|currentA|motorHp|minimumAmpacityA)$/, times(1.5), [Q.load, Q.cable]],
  [/^loads.*\.cosPhi$/, times(0.8), [Q.load, Q.cable]],
  [/^loads.*\.thirdHarmonicPercent$/, is(40), [Q.load, Q.cable]],
  [/^(loads|circuits).*\.continuous$/, is(true), [Q.load, Q.cable]],
  [/^loads.*\.overloadProtected$/, is(false), [Q.load, Q.cable]],
  [/^circuits.*\.designCurrentA$/, times(1.5), [Q.load, Q.cable]],
  [/^circuits.*\.diversity$/, (value) => Math.min(1, Number(value) * 1.5), [Q.load, Q.cable]],
  [/^devices.*\.(aicA|icnA|icsA|breakingA|conditionalA)$/, times(0.5), [Q.breaks]],
  [/^devices.*\.unmarked$/, is(true), [Q.breaks]],
  [/^devices.*\.ratingA$/, times(1.25), [Q.cable, Q.clears]],
  [/^devices.*\.curve$/, (value) => CURVES[CURVES.indexOf(String(value)) + 1], [Q.cable, Q.clears]],
  [/^devices.*\.sensitivityA$/, times(10), [Q.clears]],
  [/^devices.*\.hundredPercentListed$/, is(false), [Q.load]],
  [/^devices.*\.instantaneousHighTimes$/, times(2), [Q.clears]],
  [/^(devices.*\.ownFactor|boards.*\.deviceFactor)$/, times(0.7), [Q.load, Q.cable]],
  [/^boards.*\.ratedA$/, times(0.5), [Q.load, Q.breaks]],
  [/^origins.*\.zeOhm$/, times(2), [Q.clears]],
  [/^origins.*\.(zeOhm|zLnOhm|impedancePercent)$/, times(0.5), [Q.breaks]],
  [/^origins.*\.(psccA|pefcA|psccLlA|pscc3A|maxFaultA|ratedVA)$/, times(2), [Q.breaks]],
  [/^origins.*\.(pefcA|minFaultA|ratedVA)$/, times(0.5), [Q.clears]],
  [/^origins.*\.impedancePercent$/, times(2), [Q.clears]],
  [/^origins.*\.neutralBond$/, is(false), [Q.clears]],
  [/^origins.*\.fullNeutral$/, is(false), [Q.breaks]],
  [/^circuits.*\.(bs1363|ringContinuity|wholeDwelling)$/, is(false), [Q.load, Q.cable, Q.clears]],
  [/^circuits.*\.thirdHarmonicPercent$/, is(40), [Q.load, Q.cable]],
  [/^points.*\.ratedA$/, times(0.5), [Q.cable]],
  [/^devices.*\.diversity$/, (value) => Math.min(1, Number(value) * 1.5), [Q.load]],
  [/^devices.*\.bidirectional$/, is(false), [Q.clears]],
  [/^boards.*\.(earthTied|earthsWithinReach)$/, is(true), [Q.clears]],
  [/^segments.*\.protectiveMaterial$/, is('Al'), [Q.cable, Q.clears]],
  [/^electrodes.*\.resistanceOhm$/, times(4), [Q.clears]],
];

interface Worsening {
  path: string;
  to: FactValue;
  questions: QuestionId[];
}

/** Thinner lines beside a neutral that was thinner than they mend that. */
function mendsNeutral(job: Job, path: string): boolean {
  const [, id] = /^segments\.(.*)\.lineSize$/.exec(path) ?? [];
  const { lineSize, neutralSize } = job.segments[id ?? ''] ?? {};
  const at = (size: string | undefined): number => Math.max(...SIZES.map((list) => list.indexOf(size ?? '')));
  return neutralSize !== undefined && at(neutralSize.value) < at(lineSize?.value);
}

function worsenings(job: Job): Worsening[] {
  return COLLECTIONS.flatMap((on) => Object.keys(job[on]).flatMap((id) => factPaths(job, on, id))).flatMap((path) =>
    WORSE.filter(([field]) => field.test(path)).flatMap(([, change, questions]) => {
      // What was not known can only be learned, for better or worse.
      const value = factAt(job, path)?.fact?.value;
      const to = value === undefined ? undefined : change(value);
      return to === undefined || to === value || mendsNeutral(job, path) ? [] : [{ path, to, questions }];
    }),
  );
}

/** The job with the change; as it was, where no field goes that far. */
function carriedOut(job: Job, { path, to }: Worsening): Job {
  const steps = stepsToSet(job, path, { value: to, from: factAt(job, path)?.fact?.from ?? 'stated' });
  try {
    return applyCommand(job, { label: 'worse', steps });
  } catch (refused) {
    if (refused instanceof CommandRefused) return job;
    throw refused;
  }
}

/** A voltage drop that is too great is a caution: surely so is no better than perhaps so. */
const told = (key: CheckKey, verdict: Verdict): Verdict => (key === 'drop' && verdict === 'caution' ? 'unknown' : verdict);

const LEFT_OUT: ReadonlySet<CheckKey> = new Set(['heat', 'energy', 'ib-in']);

/**
 * Each check by circuit, question and name. Heat in a fault is left out: less current flows at the start of a longer or
 * thinner way there, and may do less harm. So is Ib ≤ In beside the cable, which a greater rating does hold.
 */
function verdicts({ all }: Answers): Map<string, Map<string, Verdict[]>> {
  return new Map(
    all.map(({ circuitId, question, checks }) => {
      const by = new Map<string, Verdict[]>();
      for (const { id, name, verdict } of checks)
        if (!LEFT_OUT.has(name.key)) by.set(id, [...(by.get(id) ?? []), told(name.key, verdict)]);
      return [`${circuitId} ${question}`, by] as const;
    }),
  );
}

const original = demos.map((job) => answersOf(job));
const RANK: readonly Verdict[] = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'];
/** What cannot be computed any more says so, in place of a stop; nothing else is an improvement that may be. */
const better = (before: Verdict, after: Verdict): boolean =>
  RANK.indexOf(after) > RANK.indexOf(before) && !(before === 'stop' && after === 'unknown');
const worst = (checks: Map<string, Verdict[]>): Verdict => worstVerdict([...checks.values()].flat());

function improvements(before: Map<string, Map<string, Verdict[]>>, after: typeof before, questions: QuestionId[]): string[] {
  return [...after].flatMap(([key, now]) => {
    const then = before.get(key);
    if (then === undefined || !questions.some((question) => key.endsWith(` ${question}`))) return [];
    const said = better(worst(then), worst(now)) ? [`${key}: ${worst(then)} to ${worst(now)}`] : [];
    const checks = [...now].filter(([id, verdict]) => then.has(id) && better(worstVerdict(then.get(id)!), worstVerdict(verdict)));
    return [...said, ...checks.map(([id, verdict]) => `${key} ${id}: ${then.get(id)} to ${verdict}`)];
  });
}

describe('a fact changed for the worse', () => {
  it('makes no answer better, for every fact of the demo jobs', () => {
    let tried = 0;
    for (const job of demos) {
      const answers = answersOf(job);
      const before = verdicts(answers);
      for (const each of worsenings(job)) {
        tried += 1;
        const found = improvements(before, verdicts(answersOf(carriedOut(job, each), answers)), each.questions);
        expect(found, `${job.name}, ${each.path} to ${each.to}`).toEqual([]);
      }
    }
    expect(tried).toBeGreaterThan(600);
  });

  it('makes no answer better in a job that is already out of order', () => {
    fc.assert(
      fc.property(
        fc.nat({ max: demos.length - 1 }),
        fc.array(fc.nat(), { minLength: 2, maxLength: 8 }),
        fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }),
        (demo, picks, absent) => {
          let job = demos[demo]!;
          for (const [at, pick] of picks.slice(1).entries()) {
            const all = worsenings(job);
            const one = all[pick % all.length]!;
            job = absent[at]
              ? applyCommand(job, { label: 'absent', steps: stepsToSet(job, one.path, undefined) })
              : carriedOut(job, one);
          }
          const all = worsenings(job);
          const last = all[picks[0]! % all.length]!;
          const answers = answersOf(job, original[demo]);
          const found = improvements(verdicts(answers), verdicts(answersOf(carriedOut(job, last), answers)), last.questions);
          expect(found, `${last.path} to ${last.to}`).toEqual([]);
        },
      ),
      { numRuns: 500, seed: SEED },
    );
  });
});
