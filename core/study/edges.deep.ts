import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import type { Verdict } from '../judging/answer';
import { JOBS } from '../testing/witnesses';
import { type Answered, type Answers, answersOf } from './testing/answers';

/** A check by circuit, question and id, in a job, with its kind: the question and what stands before the first colon. */
interface Seen {
  job: Job;
  answers: Answers;
  key: string;
  check: Check;
}
type Check = Answered['checks'][number];
function keyed(job: Job): Seen[] {
  const answers = answersOf(job);
  return answers.all.flatMap(({ circuitId, question, checks }) =>
    checks.map((check) => ({ job, answers, key: `${circuitId} ${question} ${check.id}`, check })),
  );
}
const kindOf = ({ key }: Seen): string => {
  const [, question, id] = key.split(' ');
  return `${question} ${id!.split(':')[0]}`;
};
const ratioOf = ({ demand, limit }: Check): number | undefined =>
  demand === null || limit === null || limit === 0 ? undefined : demand / limit;

/** Kinds no number carries over their limit little by little, each with why. Their two sides stand in the unit tests. */
const LADDERS: Readonly<Record<string, string>> = {
  'breaks-fault voltage': 'markings are classes',
  'clears-in-time grounding': 'sizes of a table',
  'clears-in-time residual': 'sensitivities are rated values, far from any fault of these houses',
  'only-one-trips overcurrent': 'whole curves are compared, the current is what comes out',
  'stays-on nuisance': 'evenings are tried: it goes up by whole trips',
  'only-one-trips residual': 'a relaxation: ratio, delay and type',
  'protects-cable egc': 'sizes of a table',
  'protects-cable heat': 'no verdict under the NEC',
  'protects-cable neutral': 'sizes of a table',
  'protects-cable ring-leg': 'a relaxation: ratings and sizes',
  'protects-cable tap': 'a relaxation: ratings and lengths',
  'saves-person raceway-fill': 'wires are counted by size: a list, no number',
};

const ALL = JOBS.flatMap(keyed).filter(({ check }) => ratioOf(check) !== undefined);
/** Those where something draws: nothing carries zero over a limit. */
const DRAWN = ALL.filter(({ check }) => check.demand !== 0);
const KINDS = [...new Set(ALL.map(kindOf))].sort();

/** Every number in a job that somebody entered. */
function numbersIn(value: unknown, path: string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [];
  const fact = value as { value?: unknown; from?: unknown };
  if (typeof fact.value === 'number' && typeof fact.from === 'string') return [[...path, 'value']];
  return Object.entries(value).flatMap(([name, inner]) => numbersIn(inner, [...path, name]));
}
function scaled(job: Job, path: string[], factor: number): Job {
  // What stands beside the edited part is shared with the job.
  const made = { ...job } as Job;
  path.slice(0, -1).reduce<Record<string, unknown>>(
    (at, name) => {
      at[name] = { ...(at[name] as object) };
      return at[name] as Record<string, unknown>;
    },
    made as unknown as Record<string, unknown>,
  );
  const holder = path.slice(0, -1).reduce<unknown>((at, name) => (at as Record<string, unknown>)[name], made) as Record<
    string,
    number
  >;
  holder[path.at(-1)!] = holder[path.at(-1)!]! * factor;
  return made;
}
function checkIn(job: Job, key: string, before: Answers): Check | undefined {
  const [circuitId, question, ...id] = key.split(' ');
  const answer = answersOf(job, before).all.find((each) => each.circuitId === circuitId && each.question === question);
  return answer?.checks.find((check) => check.id === id.join(' '));
}

interface Edge {
  inside: Verdict;
  outside: Verdict;
  apart: number;
}
/** Looks for a number that carries a check of the kind over its limit, and closes in on the limit from both sides. */
function edgeOf(kind: string): Edge | undefined {
  for (const { job, key, check, answers } of DRAWN.filter((seen) => kindOf(seen) === kind).slice(0, 8)) {
    const holds = (at: Check | undefined): boolean | undefined => {
      const ratio = at === undefined ? undefined : ratioOf(at);
      return ratio === undefined ? undefined : ratio <= 1 + 1e-9;
    };
    const now = holds(check);
    for (const path of numbersIn(job)) {
      for (const far of [0.25, 0.6, 1.6, 4, 0.02, 50]) {
        const there = holds(checkIn(scaled(job, path, far), key, answers));
        if (there === undefined || there === now) continue;
        let [good, bad] = now === true ? [1, far] : [far, 1];
        for (let step = 0; step < 45; step += 1) {
          const middle = Math.sqrt(good * bad);
          if (holds(checkIn(scaled(job, path, middle), key, answers)) === true) good = middle;
          else bad = middle;
        }
        const [within, beyond] = [checkIn(scaled(job, path, good), key, answers), checkIn(scaled(job, path, bad), key, answers)];
        if (within === undefined || beyond === undefined) continue;
        const apart = Math.abs((ratioOf(beyond) ?? Number.POSITIVE_INFINITY) - (ratioOf(within) ?? 0));
        if (apart < 1e-6) return { inside: within.verdict, outside: beyond.verdict, apart };
      }
    }
  }
  return undefined;
}

describe('every kind of check at its limit', () => {
  it('those set apart are kinds', () => {
    expect(Object.keys(LADDERS).filter((kind) => !KINDS.includes(kind))).toEqual([]);
  });
  it.each(KINDS.filter((kind) => !(kind in LADDERS)))('%s holds up to its limit and not beyond', (kind) => {
    const edge = edgeOf(kind);
    expect(edge, 'no number carries it over its limit').toBeDefined();
    expect(['pass', 'caution']).toContain(edge!.inside);
    expect(edge!.outside).not.toBe('pass');
  });
});
