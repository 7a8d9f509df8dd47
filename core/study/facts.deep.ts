import { describe, expect, it } from 'vitest';
import { fieldFor } from '../facts/read';
import { RECORDED } from '../job/recorded';
import type { Job } from '../job/schema/job';
import type { Verdict } from '../judging/answer';
import { FIELDS, holderOf, JOBS, type Leaf } from '../testing/leaves';
import { type Answers, answersOf, editedRow, isJobStill } from './testing/answers';

const before = new Map<Job, Answers>();
const answersBefore = (job: Job): Answers => {
  const found = before.get(job) ?? answersOf(job);
  before.set(job, found);
  return found;
};
/** Everything a study says, without its words. */
const said = ({ all }: Answers): string =>
  JSON.stringify(all.map(({ circuitId, question, checks }) => [circuitId, question, checks]));
/** Whether an edited job is answered otherwise: of what stands as it was, the very same answers are there. */
function differs(job: Job, other: Job): boolean {
  const was = answersBefore(job);
  const now = answersOf(other, was);
  const stands = new Set(was.all);
  return now.all.length !== was.all.length || (!now.all.every((each) => stands.has(each)) && said(now) !== said(was));
}

const TENTH = Symbol('a tenth of it');
/** Whether another value of the field, or none, changes what some study says. */
function isRead(leaf: Leaf): boolean {
  const { on, field, values, isFact } = leaf;
  const last = field.at(-1)!;
  const changed = (job: Job, id: string, to: unknown): Job | undefined => {
    const present = holderOf(job, leaf, id)?.[last];
    if (present === undefined) return undefined;
    const other = editedRow(job, on, id, (copy) => {
      const holder = holderOf(copy, leaf, id)!;
      if (to === undefined) delete holder[last];
      else if (to === TENTH) holder[last] = { ...(present as object), value: Number((present as { value: unknown }).value) / 10 };
      else holder[last] = isFact ? { ...(present as object), value: to } : to;
    });
    return isJobStill(other, on, id) ? other : undefined;
  };
  return JOBS.some((job) =>
    Object.keys(job[on]).some((id) =>
      [undefined, ...values, ...(isFact ? [TENTH] : [])].some((to) => {
        const other = changed(job, id, to);
        return other !== undefined && differs(job, other);
      }),
    ),
  );
}

describe('no fact of the house is idle', () => {
  it('what is only recorded is a field', () => {
    const paths = FIELDS.map(({ path }) => path);
    expect(Object.keys(RECORDED).filter((field) => !paths.includes(field))).toEqual([]);
  });
  it.each(FIELDS.filter(({ path }) => !(path in RECORDED)))('$path changes an answer', (leaf) => {
    expect(isRead(leaf)).toBe(true);
  });
  it.each(FIELDS.filter(({ path }) => path in RECORDED))('$path, only recorded, changes none', (leaf) => {
    expect(isRead(leaf)).toBe(false);
  });
});

interface Said {
  verdict: Verdict;
  numbers: string;
}
/** Checks with their numbers, and the answers made of them. */
function studied(of: Answers): { checks: Map<string, Said>; answers: Map<string, Verdict> } {
  const checks = new Map<string, Said>();
  const answers = new Map<string, Verdict>();
  for (const { circuitId, question, verdict: worst, checks: each } of of.all) {
    answers.set(`${circuitId} ${question}`, worst);
    for (const { id, verdict, demand, limit } of each)
      checks.set(`${circuitId} ${question} ${id}`, { verdict, numbers: `${verdict} ${demand} ${limit}` });
  }
  return { checks, answers };
}
/**
 * Facts that only add: a current entered to what is listed, a service capacity to the rated one, a voltage or a plug to be held to
 * what is there; a plate by its voltage, a neutral that touches earth, a cable through a zone, which nobody is asked; that a device needs the voltage of the line, which nobody is asked; a surge something stands that is less than its kind has to. Without them less is asked.
 */
const ONLY_ADD =
  /^(circuits\.(designCurrentA|purpose)|boards\.growthPercent|devices\.settings\.icsA|loads\.(voltages|plug|plateV)|points\.neutralTouchesEarth|origins\.lightningProtection|devices\.settings\.npe(In|Iimp)Ka|segments\.throughBath|devices\.settings\.residual\.(voltageDependent|functionalEarth)|loads\.withstandKv) /;
/** What something is asks for more of it: a motor for how it starts. */
const ASKS_FOR_IT = /^loads\.(appliance|equipment) \S+: \S+ stays-on$/;
const RANK: readonly Verdict[] = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'];

/** Every fact of a job that stands somewhere, by path. */
function factsOf(job: Job): { path: string; assumed: Job; absent: Job | undefined }[] {
  return FIELDS.filter(({ isFact }) => isFact).flatMap((leaf) => {
    const { on, field, path } = leaf;
    const last = field.at(-1)!;
    return Object.keys(job[on]).flatMap((id) => {
      if (holderOf(job, leaf, id)?.[last] === undefined) return [];
      const assumed = editedRow(job, on, id, (copy) => {
        (holderOf(copy, leaf, id)![last] as { from: string }).from = 'assumed';
      });
      const absent = editedRow(job, on, id, (copy) => {
        delete holderOf(copy, leaf, id)![last];
      });
      return [{ path: `${path} ${id}`, assumed, absent: isJobStill(absent, on, id) ? absent : undefined }];
    });
  });
}

/** What an answer lacks and nothing on the screen enters. */
const homeless = new Set<string>();
describe('what nobody read or said never passes', () => {
  it.each(JOBS.map((job, index) => [`${index} ${job.name}`, job] as const))(
    'assumed it caps, absent it helps nobody: %s',
    (_, job) => {
      const before = answersBefore(job);
      const now = studied(before);
      const wrong = factsOf(job).flatMap(({ path, assumed, absent }) => {
        if (absent === undefined) return [];
        const missing = answersOf(absent, before);
        const without = studied(missing);
        for (const each of missing.all)
          for (const lacks of each.checks.flatMap((check) => check.missing))
            for (const path of [lacks.path, ...(lacks.or ?? [])])
              if (fieldFor(absent, path) === undefined)
                homeless.add(`${path.replace(/\.[^.]+/, '')} (${each.question}): ${lacks.what}`);
        const resting = [...now.checks].filter(([id, { numbers }]) => (without.checks.get(id)?.numbers ?? numbers) !== numbers);
        const so = resting.length === 0 ? undefined : studied(answersOf(assumed, before));
        const passed = resting.flatMap(([id, { numbers }]) =>
          so?.checks.get(id)?.verdict === 'pass' ? [`assumed, ${path}: ${id}: ${numbers}`] : [],
        );
        if (ONLY_ADD.test(path)) return passed;
        const better = [...without.answers].flatMap(([id, verdict]) => {
          const was = now.answers.get(id)!;
          const improved = RANK.indexOf(verdict) > RANK.indexOf(was) && !(was === 'stop' && verdict === 'unknown');
          return improved && !ASKS_FOR_IT.test(`${path}: ${id}`) ? [`absent, ${path}: ${id}: ${was} to ${verdict}`] : [];
        });
        return [...passed, ...better];
      });
      expect(wrong).toEqual([]);
    },
  );
  it('and has a field where it is entered, whatever is absent', () => {
    expect([...homeless]).toEqual([]);
  });
});
