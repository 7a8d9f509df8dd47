import { describe, expect, it, vi } from 'vitest';
import * as letThrough from '../devices/letThrough';
import { stepsToSet } from '../facts/read';
import * as directCurrent from '../house/directCurrent';
import * as leakageRead from '../house/leakageRead';
import * as nipple from '../house/nipple';
import * as ofHouse from '../house/relaxations';
import * as inspected from '../inspection/relaxations';
import { applyCommand } from '../job/commands';
import type { Maybe } from '../job/known';
import { type Job, RulePackId } from '../job/schema/job';
import * as demand from '../loads/demand/relaxations';
import * as diversity from '../loads/diversity';
import * as generalUse from '../loads/generalUse';
import * as sized from '../loads/sized';
import * as segmentLoop from '../network/segmentLoop';
import * as source from '../network/source';
import type { Condition, Relaxation } from '../rules/relaxation';
import * as selective from '../selectivity/relaxations';
import { studyJob } from '../study/study';
import { ask } from '../study/testing/ask';
import { RELAXATION_JOBS } from '../testing/relaxations';
import type { Relaxed } from '../testing/relaxed';
import type { Change } from '../testing/reliefJobs';
import * as breaks from './breaks-fault/relaxations';
import * as carries from './carries-load/relaxations';
import * as necClears from './clears-in-time/nec/relaxations';
import * as clears from './clears-in-time/relaxations';
import * as nec from './protects-cable/nec/relaxations';
import * as taps from './protects-cable/nec/tapRelaxations';
import * as cable from './protects-cable/relaxations';
import * as surge from './rides-surge/relaxations';
import * as asked from './saves-person/asked/relaxations';
import * as bonding from './saves-person/bonding/bonding';

/** Every relief there is, wherever its record stands. */
const RELAXATIONS = [
  surge,
  asked,
  bonding,
  inspected,
  breaks,
  carries,
  clears,
  necClears,
  cable,
  nec,
  taps,
  selective,
  ofHouse,
  nipple,
  directCurrent,
  leakageRead,
  demand,
  diversity,
  generalUse,
  sized,
  letThrough,
  segmentLoop,
  source,
]
  .flatMap((module) => Object.values(module as object).flatMap((each) => (isRelaxation(each) ? [each] : nested(each))))
  .filter((each, index, all) => all.indexOf(each) === index);

function isRelaxation(value: unknown): value is Relaxation<never> {
  return typeof value === 'object' && value !== null && 'conditions' in value && 'clause' in value;
}
function nested(value: unknown): Relaxation<never>[] {
  return typeof value === 'object' && value !== null ? Object.values(value).filter(isRelaxation) : [];
}

/** Two records of one name, one in each code. */
const keyOf = (relaxation: Relaxation<never>): string =>
  relaxation === nec.REDUCED_NEUTRAL ? 'reduced-neutral nec' : relaxation.id;

function verdictOf(job: Job, { circuit, question, check }: Relaxed): string {
  const found = ask(job, question, circuit);
  if (check === '') return found.verdict;
  const checks = found.checks.filter(({ id }) => id.startsWith(check));
  return checks.map(({ verdict }) => verdict)[0] ?? `none of ${found.checks.map(({ id }) => id).join(', ')}`;
}

describe('every relief is a relaxation, and every condition of it counts', () => {
  it('each cites a clause under every pack', () => {
    for (const relaxation of RELAXATIONS)
      for (const pack of RulePackId.options) {
        const { standard, basis } = relaxation.clause(pack);
        expect([relaxation.id, standard, basis]).toEqual([
          relaxation.id,
          expect.stringMatching(/\S/),
          expect.stringMatching(/^(memory|published|practice)$/),
        ]);
      }
  });

  it('each record has its row, and each condition its place in it', () => {
    expect(Object.keys(RELAXATION_JOBS).sort()).toEqual(RELAXATIONS.map(keyOf).sort());
    for (const relaxation of RELAXATIONS)
      expect(Object.keys(RELAXATION_JOBS[keyOf(relaxation)]!.conditions).sort(), relaxation.id).toEqual(
        relaxation.conditions.map(({ id }) => id).sort(),
      );
  });

  it.each(Object.entries(RELAXATION_JOBS))('%s applies where all of it is so', (_, relaxed) => {
    expect(verdictOf(relaxed.job(), relaxed)).toBe(relaxed.caution === true ? 'caution' : 'pass');
  });

  const rows = Object.entries(RELAXATION_JOBS).flatMap(([id, relaxed]) => {
    const relaxation = RELAXATIONS.find((each) => keyOf(each) === id)!;
    return Object.entries(relaxed.conditions).map(([condition, knocked]) => {
      const asked = relaxation.conditions.find((each) => each.id === condition)!;
      return { title: `${id}: ${condition}`, relaxed, knocked, asked };
    });
  });
  /** What the condition itself answered in the study of a job, and the verdict that came of it. */
  function studied(job: Job, asked: Condition<never>, relaxed: Relaxed) {
    const heard = vi.spyOn(asked as { holds: (about: never) => Maybe<boolean> }, 'holds');
    const verdict = verdictOf(job, relaxed);
    // It may be asked of another circuit alone.
    if (heard.mock.results.every(({ value }) => !(value as Maybe<boolean>).known || (value as { value: boolean }).value))
      studyJob(job);
    const answers = heard.mock.results.map(({ value }) => value as Maybe<boolean>);
    heard.mockRestore();
    return { verdict, answers };
  }

  it.each(rows.filter(({ knocked }) => knocked.no !== undefined))('$title, where it is not so, takes it away', (row) => {
    const { verdict, answers } = studied(row.knocked.no!(row.relaxed.job()), row.asked, row.relaxed);
    expect(answers.some((answer) => answer.known && !answer.value)).toBe(row.knocked.before === undefined);
    expect(verdict).not.toBe(row.relaxed.caution === true ? 'caution' : 'pass');
  });
  it.each(rows.filter(({ knocked }) => typeof knocked.missing === 'function'))(
    '$title, where nobody said, is not known',
    (row) => {
      expect(verdictOf((row.knocked.missing as Change)(row.relaxed.job()), row.relaxed)).toBe('unknown');
    },
  );
  it.each(rows.filter(({ knocked }) => knocked.fact !== undefined))(
    '$title, where it is assumed, is no more than a caution',
    (row) => {
      const job = row.relaxed.job();
      const path = row.knocked.fact!;
      const [on, id, ...field] = path.split('.') as ['loads', string, ...string[]];
      const present = field.reduce<unknown>((at, name) => (at as Record<string, unknown>)[name], job[on][id]) as { value: never };
      const steps = stepsToSet(job, path, { value: present.value, from: 'assumed' });
      expect(verdictOf(applyCommand(job, { label: 'test', steps }), row.relaxed)).not.toBe('pass');
    },
  );
});
