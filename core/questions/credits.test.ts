import { describe, expect, it, vi } from 'vitest';
import * as letThrough from '../devices/letThrough';
import { stepsToSet } from '../facts/read';
import * as ofHouse from '../house/credits';
import * as directCurrent from '../house/directCurrent';
import * as leakageRead from '../house/leakageRead';
import * as nipple from '../house/nipple';
import * as inspected from '../inspection/credits';
import { applyCommand } from '../job/commands';
import type { Maybe } from '../job/known';
import { type Job, RulePackId } from '../job/schema/job';
import * as demand from '../loads/demand/credits';
import * as diversity from '../loads/diversity';
import * as sized from '../loads/sized';
import * as segmentLoop from '../network/segmentLoop';
import * as source from '../network/source';
import type { Condition, Credit } from '../rules/credit';
import * as selective from '../selectivity/credits';
import { studyJob } from '../study/study';
import { ask } from '../study/testing/ask';
import { EARNED } from '../testing/earned';
import type { Earning } from '../testing/earning';
import type { Change } from '../testing/reliefJobs';
import * as breaks from './breaks-fault/credits';
import * as carries from './carries-load/credits';
import * as clears from './clears-in-time/credits';
import * as necClears from './clears-in-time/nec/credits';
import * as cable from './protects-cable/credits';
import * as nec from './protects-cable/nec/credits';
import * as taps from './protects-cable/nec/tapCredits';
import * as surge from './rides-surge/credits';
import * as asked from './saves-person/asked/credits';
import * as bonding from './saves-person/bonding/bonding';

/** Every relief there is, wherever its record stands. */
const CREDITS = [
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
  sized,
  letThrough,
  segmentLoop,
  source,
]
  .flatMap((module) => Object.values(module as object).flatMap((each) => (isCredit(each) ? [each] : nested(each))))
  .filter((each, index, all) => all.indexOf(each) === index);

function isCredit(value: unknown): value is Credit<never> {
  return typeof value === 'object' && value !== null && 'conditions' in value && 'clause' in value;
}
function nested(value: unknown): Credit<never>[] {
  return typeof value === 'object' && value !== null ? Object.values(value).filter(isCredit) : [];
}

/** Two records of one name, one in each code. */
const keyOf = (credit: Credit<never>): string => (credit === nec.REDUCED_NEUTRAL ? 'reduced-neutral nec' : credit.id);

function verdictOf(job: Job, { circuit, question, check }: Earning): string {
  const found = ask(job, question, circuit);
  if (check === '') return found.verdict;
  const checks = found.checks.filter(({ id }) => id.startsWith(check));
  return checks.map(({ verdict }) => verdict)[0] ?? `none of ${found.checks.map(({ id }) => id).join(', ')}`;
}

describe('every relief is a credit, and every condition of it counts', () => {
  it('each cites a clause under every pack', () => {
    for (const credit of CREDITS)
      for (const pack of RulePackId.options) {
        const { standard, basis } = credit.clause(pack);
        expect([credit.id, standard, basis]).toEqual([
          credit.id,
          expect.stringMatching(/\S/),
          expect.stringMatching(/^(memory|published|practice)$/),
        ]);
      }
  });

  it('each record has its row, and each condition its place in it', () => {
    expect(Object.keys(EARNED).sort()).toEqual(CREDITS.map(keyOf).sort());
    for (const credit of CREDITS)
      expect(Object.keys(EARNED[keyOf(credit)]!.conditions).sort(), credit.id).toEqual(
        credit.conditions.map(({ id }) => id).sort(),
      );
  });

  it.each(Object.entries(EARNED))('%s is earned where all of it is so', (_, earning) => {
    expect(verdictOf(earning.job(), earning)).toBe(earning.caution === true ? 'caution' : 'pass');
  });

  const rows = Object.entries(EARNED).flatMap(([id, earning]) => {
    const credit = CREDITS.find((each) => keyOf(each) === id)!;
    return Object.entries(earning.conditions).map(([condition, knocked]) => {
      const asked = credit.conditions.find((each) => each.id === condition)!;
      return { title: `${id}: ${condition}`, earning, knocked, asked };
    });
  });
  /** What the condition itself answered in the study of a job, and the verdict that came of it. */
  function studied(job: Job, asked: Condition<never>, earning: Earning) {
    const heard = vi.spyOn(asked as { holds: (about: never) => Maybe<boolean> }, 'holds');
    const verdict = verdictOf(job, earning);
    // It may be asked of another circuit alone.
    if (heard.mock.results.every(({ value }) => !(value as Maybe<boolean>).known || (value as { value: boolean }).value))
      studyJob(job);
    const answers = heard.mock.results.map(({ value }) => value as Maybe<boolean>);
    heard.mockRestore();
    return { verdict, answers };
  }

  it.each(rows.filter(({ knocked }) => knocked.no !== undefined))('$title, where it is not so, takes it away', (row) => {
    const { verdict, answers } = studied(row.knocked.no!(row.earning.job()), row.asked, row.earning);
    expect(answers.some((answer) => answer.known && !answer.value)).toBe(row.knocked.before === undefined);
    expect(verdict).not.toBe(row.earning.caution === true ? 'caution' : 'pass');
  });
  it.each(rows.filter(({ knocked }) => typeof knocked.missing === 'function'))(
    '$title, where nobody said, is not known',
    (row) => {
      expect(verdictOf((row.knocked.missing as Change)(row.earning.job()), row.earning)).toBe('unknown');
    },
  );
  it.each(rows.filter(({ knocked }) => knocked.fact !== undefined))(
    '$title, where it is assumed, is no more than a caution',
    (row) => {
      const job = row.earning.job();
      const path = row.knocked.fact!;
      const [on, id, ...field] = path.split('.') as ['loads', string, ...string[]];
      const present = field.reduce<unknown>((at, name) => (at as Record<string, unknown>)[name], job[on][id]) as { value: never };
      const steps = stepsToSet(job, path, { value: present.value, from: 'assumed' });
      expect(verdictOf(applyCommand(job, { label: 'test', steps }), row.earning)).not.toBe('pass');
    },
  );
});
