import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { type Study, studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { breaker, jobWith } from '../testing/jobs';
import { behindSwitch, rcbo, rccb, residual } from '../testing/residuals';
import { coordinated } from './coordinate';
import { optionsOf } from './coordinateOptions';
import { anyHouse, applied, byBruteForce, worsens, worthOf } from './testing/bruteForce';

describe('devices and sizes of circuits together', () => {
  it.each([1, 2, 3, 4])('of two circuits behind fuses equal brute force, tried all or not (%d)', (seed) => {
    const job = anyHouse(seed, 2, true);
    const how = { keepCables: true };
    const wanted = byBruteForce(job, how);
    for (const most of [1000, 0]) {
      const found = coordinated(job, studyJob(job), how, most);
      expect([most, found.exact]).toEqual([most, most > 0]);
      expect(worthOf(applied(job, found), found.circuits.length)).toEqual(wanted);
    }
  });

  it.each([11, 12])('of one circuit with its cable equal brute force (%d)', (seed) => {
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
