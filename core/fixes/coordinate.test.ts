import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import { rankOf } from '../judging/answer';
import { type Study, studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { breaker, gg, jobWith, stated } from '../testing/jobs';
import { behindSwitch, rcbo, rccb, residual } from '../testing/residuals';
import { type Coordinated, type Coordinating, coordinated, optionsOf } from './coordinate';

/** Seeded, so that a case can be looked at again. */
function random(seed: number): (of: readonly number[]) => number {
  let state = seed;
  return (of) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return of[Math.floor((state / 2_147_483_648) * of.length)]!;
  };
}
/** A house of circuits behind fuses or breakers, of any load, length and section. */
function anyHouse(seed: number, circuits: number, fused: boolean): Job {
  const one = random(seed * 7919 + 17);
  return jobWith(
    Array.from({ length: circuits }, (_, at) => {
      const line = one([1.5, 2.5, 4, 6]);
      const ratedA = one([10, 16, 20, 32]);
      return {
        id: `c${at}`,
        settings: fused ? gg(ratedA) : breaker(one([0, 1]) === 0 ? 'B' : 'C', ratedA),
        lengthM: one([8, 25, 60, 110]),
        line,
        protective: line,
        circuit: { designCurrentA: stated(one([6, 9, 14, 18])) },
      };
    }),
  );
}
/** What counts, written anew: verdicts of all answers, then those of question 6, then how many circuits change. */
const worthOf = (study: Study, changed: number): number[] => [
  study.counts.stop,
  study.counts.unknown,
  study.counts.caution,
  study.circuits.filter((each) => ['stop', 'unknown', 'caution'].includes(each.verdictOf('only-one-trips'))).length,
  changed,
];
const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((value, index) => value !== b[index]);
  return at >= 0 && a[at]! < b[at]!;
};
const worsens = (before: Study, after: Study): boolean =>
  before.circuits.some((circuit, at) =>
    QUESTION_IDS.some((question) => rankOf(after.circuits[at]!.verdictOf(question)) < rankOf(circuit.verdictOf(question))),
  );
/** Every combination of what the circuits may become, each studied from nothing. */
function byBruteForce(job: Job, how: Coordinating): number[] {
  const before = studyJob(job);
  const units = Object.values(job.circuits).filter(({ kind }) => kind === 'final');
  let combinations: { steps: ReturnType<typeof optionsOf>[number]['steps'][number][]; raised: string[]; changed: number }[] = [
    { steps: [], raised: [], changed: 0 },
  ];
  for (const { id } of units)
    combinations = combinations.flatMap(({ steps, raised, changed }) =>
      optionsOf(job, id, how).map((option) => ({
        steps: [...steps, ...option.steps],
        raised: option.raises ? [...raised, id] : raised,
        changed: changed + (option.steps.length > 0 ? 1 : 0),
      })),
    );
  let best = worthOf(before, 0);
  for (const { steps, raised, changed } of combinations) {
    if (steps.length === 0) continue;
    const after = studyJob(applyCommand(job, { label: 'tried', steps }));
    const relieved = raised.some((id) => {
      const verdict = (of: Study) => rankOf(of.circuits.find(({ circuitId }) => circuitId === id)!.verdictOf('saves-person'));
      return verdict(after) > verdict(before);
    });
    const worth = worthOf(after, changed);
    if (!worsens(before, after) && !relieved && isBetter(worth, best)) best = worth;
  }
  return best;
}
/** What a suggestion comes to once it is applied. */
const applied = (job: Job, { command }: Coordinated): Study => studyJob(command === null ? job : applyCommand(job, command));

describe('devices and sizes of circuits together', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('of two circuits behind fuses equal brute force, tried all or not (%d)', (seed) => {
    const job = anyHouse(seed, 2, true);
    const how = { keepCables: seed % 2 === 0 };
    const wanted = byBruteForce(job, { ...how, keepCables: true });
    for (const most of [1000, 0]) {
      const found = coordinated(job, studyJob(job), { ...how, keepCables: true }, most);
      expect([most, found.exact]).toEqual([most, most > 0]);
      expect(worthOf(applied(job, found), found.circuits.length)).toEqual(wanted);
    }
  });

  it.each([11, 12, 13, 14])('of one circuit with its cable equal brute force (%d)', (seed) => {
    const job = anyHouse(seed, 1, true);
    const found = coordinated(job, studyJob(job), {}, 0);
    expect(worthOf(applied(job, found), found.circuits.length)).toEqual(byBruteForce(job, {}));
  });

  it('come to what they say, better somewhere and nowhere worse, in one command that is undone as one', () => {
    const job = demo('bindery-yard');
    const before = studyJob(job);
    const found = coordinated(job, before, { circuitId: 'guillotine' });
    expect(found.command).not.toBeNull();
    const after = applied(job, found);
    expect(after.counts).toEqual(found.after);
    expect(found.before).toEqual(before.counts);
    expect(after.counts.stop).toBeLessThan(before.counts.stop);
    expect(worsens(before, after)).toBe(false);
    const [circuit] = found.circuits;
    expect(circuit!.after).toEqual(after.circuits.find(({ circuitId }) => circuitId === 'guillotine')!.marks);
    expect([found.left, circuit!.fits, circuit!.says]).toEqual([[], false, [expect.stringMatching(/^Run /)]]);
    expect(coordinated(job, before, { circuitId: 'guillotine' })).toEqual(found);
  });

  it('keep what is to be kept, and say what then stands in the way, with its figure', () => {
    const job = demo('bindery-yard');
    const before = studyJob(job);
    const kept = coordinated(job, before, { circuitId: 'guillotine', keepCables: true });
    expect(JSON.stringify(kept.command ?? {})).not.toContain('segments');
    expect(kept.left.length).toBeGreaterThan(0);
    expect(kept.left[0]).toMatchObject({
      circuit: '5 Guillotine bench',
      verdict: 'stop',
      says: expect.stringMatching(/\d.*[>≥].*\d/),
    });
    const old = structuredClone(job);
    old.circuits.guillotine!.state = 'existing';
    expect(coordinated(old, studyJob(old), { circuitId: 'guillotine', onlyNew: true })).toMatchObject({
      command: null,
      tried: 0,
    });
    expect(optionsOf(job, 'guillotine', {}).some(({ says }) => says.some((each) => / B 30 mA/.test(each)))).toBe(true);
    expect(optionsOf(job, 'guillotine', { noTypeB: true }).some(({ says }) => says.some((each) => / B 30 mA/.test(each)))).toBe(
      false,
    );
  });

  it('give up no protection that is there: residual, finer, or for arcs', () => {
    const fine = jobWith([{ id: 'c', settings: rcbo({ residual: residual(0.03, 'general', 'F') }), lengthM: 20 }]);
    const types = optionsOf(fine, 'c', { keepCables: true }).flatMap(({ says }) => says);
    expect(types.length).toBeGreaterThan(5);
    expect(types.filter((each) => !/RCBO .* (F|B) 30 mA/.test(each))).toEqual([]);
    // Nothing usual is as fine as 10 mA.
    const finest = jobWith([{ id: 'c', settings: rcbo({ residual: residual(0.01, 'general', 'A') }), lengthM: 20 }]);
    expect(optionsOf(finest, 'c', { keepCables: true }).map(({ says }) => says)).toEqual([[]]);
    // Nor is a finer one given up that it shares with others.
    const shared = (sensitivityA: number, type: 'A' | 'B') =>
      optionsOf(
        behindSwitch(
          jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20 }]),
          rccb({ residual: residual(sensitivityA, 'general', type) }),
          'c',
        ),
        'c',
        { keepCables: true },
      ).flatMap(({ says }) => says);
    expect(shared(0.03, 'A').some((each) => each.startsWith('RCBO'))).toBe(true);
    expect(shared(0.01, 'A').some((each) => each.startsWith('RCBO'))).toBe(false);
    expect(shared(0.03, 'B').filter((each) => each.startsWith('RCBO') && !/ B 30 mA/.test(each))).toEqual([]);
    expect(shared(0.01, 'B').some((each) => each.startsWith('MCB'))).toBe(true);
    const kiln = demo('kiln-house');
    const guarded = Object.values(kiln.devices).find(
      ({ settings, seat }) => seat === 'start' && 'arcFault' in settings && settings.arcFault === 'combination',
    )!;
    const arcs = optionsOf(kiln, guarded.circuitId!, { keepCables: true }).flatMap(({ says }) => says);
    expect(arcs.length).toBeGreaterThan(0);
    expect(arcs.filter((each) => !each.includes('AFCI'))).toEqual([]);
  });

  it('protect nobody by a larger device of which a code asks less', () => {
    const job = demo('kiln-house');
    const before = studyJob(job);
    const verdict = (of: Study) => of.circuits.find(({ circuitId }) => circuitId === 'range')!.verdictOf('saves-person');
    expect(verdict(before)).toBe('stop');
    const larger = optionsOf(job, 'range', {}).find(
      ({ raises, says }) => raises && says.some((each) => each.startsWith('70 A')),
    )!;
    expect(verdict(studyJob(applyCommand(job, larger.command!)))).toBe('pass');
    const found = coordinated(job, before, { circuitId: 'range' });
    expect(found.left.map(({ question }) => question)).toContain('saves-person');
  });
});
