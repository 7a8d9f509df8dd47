import { describe, expect, it } from 'vitest';
import { triedFixes } from '../fixes/fixes';
import { applyCommand, type Command } from '../job/commands';
import { PACK_IDS } from '../job/packs';
import { parseJob } from '../job/parse';
import type { Job, RulePackId } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { studyJob } from '../study/study';
import { asCable, asEarthing, asFamily, asUse, CHECK, cablesOf, newCheck } from './check';
import { setFact } from './rows';

const FOUR: readonly QuestionId[] = ['carries-load', 'protects-cable', 'breaks-fault', 'clears-in-time'];
const answersOf = (job: Job) => {
  const circuit = studyJob(job).circuits.find(({ circuitId }) => circuitId === CHECK.circuit)!;
  return FOUR.map((question) => circuit.answerTo(question));
};
const verdicts = (job: Job): string[] => answersOf(job).map(({ verdict }) => verdict);

type Entered = Readonly<Record<string, string | number | boolean>>;
const SAID: Entered = {
  [`devices.${CHECK.device}.settings.curve`]: 'B',
  [`devices.${CHECK.device}.settings.icnA`]: 6000,
  [`devices.${CHECK.device}.settings.energyClass`]: '3',
  [`boards.${CHECK.board}.deviceFactor`]: 1,
  [`segments.${CHECK.cable}.method`]: 'C',
  [`segments.${CHECK.cable}.ambientC`]: 30,
  [`segments.${CHECK.cable}.groupedCircuits`]: 1,
  [`origins.${CHECK.origin}.psccA`]: 1200,
};
/** A breaker on 2.5/1.5 mm² over some metres, with all that is asked said. */
function checked(ratingA: number, lengthM: number, zeOhm: number, more: Entered = {}, ...and: ((job: Job) => Command)[]): Job {
  let job = applyCommand(newCheck('bs-7671-2018-a2'), asCable(cablesOf('bs-7671-2018-a2')[2]!));
  for (const each of and) job = applyCommand(job, each(job));
  const facts: Entered = {
    ...SAID,
    [`devices.${CHECK.device}.settings.ratingA`]: ratingA,
    [`segments.${CHECK.cable}.lengthM`]: lengthM,
    [`origins.${CHECK.origin}.zeOhm`]: zeOhm,
    ...more,
  };
  for (const [path, value] of Object.entries(facts)) {
    const from = path.startsWith('origins') ? 'measured' : 'stated';
    job = applyCommand(job, setFact(job, path, { value, from }));
  }
  return job;
}

describe('a quick check', () => {
  it.each(PACK_IDS)('of %s begins as a job that can be kept, and passes nothing', (pack: RulePackId) => {
    const job = newCheck(pack);
    expect(parseJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
    expect(verdicts(job)).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
    expect(verdicts(applyCommand(job, asCable(cablesOf(pack)[1]!)))).not.toContain('pass');
  });

  it('passes what a table of a guide passes: B20 on 2.5 mm², 20 m, 0.35 Ω at the board', () => {
    const job = checked(20, 20, 0.35);
    // R1 + R2 of 2.5/1.5 mm² is 19.51 mΩ/m at 20 °C, 1.2 times that in operation (BS 7671 guidance, from memory): 0.35 + 0.47 Ω.
    const four = answersOf(job);
    expect(four.map(({ verdict }) => verdict)).toEqual(['pass', 'pass', 'pass', 'pass']);
    expect(four[3]!.head.demand).toBeCloseTo(0.35 + 0.01951 * 1.2 * 20, 2);
    // Greatest Zs of B20 at 0.4 s: 2.19 Ω (BS 7671 table 41.3).
    expect(four[3]!.head.limit).toBeCloseTo(2.19, 2);
  });

  it('passes an ordinary circuit under the NEC, 20 A on 12 AWG, once all is said', () => {
    let job = applyCommand(newCheck('nec-2023'), asCable(cablesOf('nec-2023')[1]!));
    const facts: Entered = {
      [`devices.${CHECK.device}.settings.ratingA`]: 20,
      [`devices.${CHECK.device}.settings.aicA`]: 10_000,
      [`devices.${CHECK.device}.settings.voltageMarking`]: '120/240',
      [`segments.${CHECK.cable}.lengthM`]: 12,
      [`segments.${CHECK.cable}.place`]: 'in-wall',
      [`segments.${CHECK.cable}.ambientC`]: 30,
      [`segments.${CHECK.cable}.groupedCircuits`]: 1,
      [`points.${CHECK.point}.ratedA`]: 15,
      [`points.${CHECK.point}.receptacles`]: 2,
      [`origins.${CHECK.origin}.maxFaultA`]: 8000,
      [`origins.${CHECK.origin}.minFaultA`]: 3000,
      [`boards.${CHECK.board}.neutralBonded`]: true,
    };
    for (const [path, value] of Object.entries(facts)) job = applyCommand(job, setFact(job, path, { value, from: 'stated' }));
    expect(verdicts(job)).toEqual(['pass', 'pass', 'pass', 'pass']);
    expect(verdicts(applyCommand(job, asCable(cablesOf('nec-2023')[0]!)))[1]).toBe('stop');
  });

  it('stops what does not, and says what would pass instead', () => {
    const narrow = checked(32, 20, 0.35);
    expect(verdicts(narrow)[1]).toBe('stop');
    const labels = triedFixes(narrow, studyJob(narrow), CHECK.circuit).map(({ command }) => command.label);
    expect(labels).toEqual(expect.arrayContaining(['Fit 25 A instead of 32 A', 'Run 4 mm² instead of 2.5 mm²']));
    const far = checked(20, 20, 1.8);
    expect(verdicts(far)[3]).toBe('stop');
    expect(verdicts(applyCommand(far, asFamily(far, 'rcbo')))[3]).toBe('pass');
    expect(verdicts(checked(20, 20, 0.35, { [`origins.${CHECK.origin}.psccA`]: 6100 }))[2]).toBe('stop');
  });

  it.each([
    ['the derating factor of the board', `boards.${CHECK.board}.deviceFactor`, 0],
    ['the curve', `devices.${CHECK.device}.settings.curve`, 3],
    ['the breaking capacity', `devices.${CHECK.device}.settings.icnA`, 2],
    ['the method', `segments.${CHECK.cable}.method`, 1],
    ['the surroundings', `segments.${CHECK.cable}.ambientC`, 1],
    ['the grouping', `segments.${CHECK.cable}.groupedCircuits`, 1],
    ['the energy class', `devices.${CHECK.device}.settings.energyClass`, 1],
  ])('with %s only assumed passes nothing that rests on it', (_, path, question) => {
    const job = checked(20, 20, 0.35);
    const value = SAID[path]!;
    const assumed = applyCommand(job, setFact(job, path, { value, from: 'assumed' }));
    expect(verdicts(assumed)[question]).toBe('caution');
  });

  it('without its length, its loop or its fault current knows less, and never passes for it', () => {
    const without = (path: string) => {
      const job = checked(20, 20, 0.35);
      return verdicts(applyCommand(job, setFact(job, path, undefined)));
    };
    expect(without(`segments.${CHECK.cable}.lengthM`)).toEqual(['pass', 'unknown', 'pass', 'unknown']);
    expect(without(`origins.${CHECK.origin}.zeOhm`)[3]).toBe('unknown');
    expect(without(`origins.${CHECK.origin}.psccA`)[2]).toBe('unknown');
  });

  it('asks a load of what is no outlet for anything, and takes the outlets back', () => {
    const lights = checked(20, 20, 0.35, {}, (job) => asUse(job, 'lighting'));
    expect(verdicts(lights)[0]).toBe('unknown');
    const load = `circuits.${CHECK.circuit}.designCurrentA`;
    const entered = (ampere: number) => applyCommand(lights, setFact(lights, load, { value: ampere, from: 'stated' }));
    expect([20, 20.5].map((ampere) => verdicts(entered(ampere))[0])).toEqual(['pass', 'stop']);
    const back = applyCommand(entered(8), asUse(entered(8), 'sockets'));
    expect(back).toEqual(checked(20, 20, 0.35));
  });

  it('in TT asks the electrode, and gives no pass to overcurrent alone', () => {
    const tt = checked(20, 20, 0.35, {}, (job) => asEarthing(job, 'TT'));
    expect(verdicts(tt)[3]).not.toBe('pass');
    const back = applyCommand(tt, asEarthing(tt, 'TN-S'));
    expect([back.supply.earthing, back.electrodes]).toEqual(['TN-S', {}]);
  });

  it('keeps rating and curve when the device becomes another, and gives a fuse no curve', () => {
    const job = checked(16, 10, 0.35, { [`devices.${CHECK.device}.settings.curve`]: 'C' });
    const rcbo = applyCommand(job, asFamily(job, 'rcbo'));
    expect(rcbo.devices[CHECK.device]!.settings).toMatchObject({
      family: 'rcbo',
      ratingA: { value: 16 },
      curve: { value: 'C', from: 'stated' },
      residual: { sensitivityA: { value: 0.03 } },
    });
    expect(applyCommand(rcbo, asFamily(rcbo, 'fuse')).devices[CHECK.device]!.settings).not.toHaveProperty('curve');
  });
});
