import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCommand } from '../testing/anyJob';
import { applyChanges, changesBetween, inverseOf, standingInTheWay } from './changes';
import { applyCommand, type Command, CommandRefused } from './commands';
import { jobFileText } from './jobFile';
import { duplicateOf, newJob } from './newJob';
import { packsOf } from './packs';
import { parseJob, parseJobText } from './parse';
import type { Job } from './schema/job';

const text = readFileSync('demo/bindery-yard.json', 'utf8');
const demo = (): Job => {
  const parsed = parseJobText(text);
  if (!parsed.ok) throw new Error('the demo is not valid');
  return parsed.job;
};

/** The job after a command, or the same job where it is refused. */
function tried(job: Job, command: Command): Job {
  try {
    return applyCommand(job, command);
  } catch (error) {
    expect(error).toBeInstanceOf(CommandRefused);
    return job;
  }
}
const anyCommands = fc.array(anyCommand(demo()), { minLength: 1, maxLength: 12 });

describe('changes', () => {
  it('any commands, taken back one by one, leave the very same job; done again, the very same end', () => {
    fc.assert(
      fc.property(anyCommands, (commands) => {
        const start = demo();
        const states = [start];
        for (const command of commands) states.push(tried(states.at(-1)!, command));
        const steps = states.slice(1).map((state, index) => changesBetween(states[index]!, state));
        let back = states.at(-1)!;
        for (const changes of [...steps].reverse()) {
          expect(standingInTheWay(back, inverseOf(changes))).toEqual([]);
          back = applyChanges(back, inverseOf(changes));
        }
        expect(back).toEqual(start);
        expect(steps.reduce(applyChanges, start)).toEqual(states.at(-1)!);
      }),
      { numRuns: 40 },
    );
  });

  it('survive being written as JSON', () => {
    fc.assert(
      fc.property(anyCommand(demo()), (command) => {
        const after = tried(demo(), command);
        const changes = JSON.parse(JSON.stringify(changesBetween(demo(), after)));
        expect(applyChanges(demo(), changes)).toEqual(after);
      }),
      { numRuns: 40 },
    );
  });

  it('name only rows that differ', () => {
    const job = demo();
    const same = { ...job.segments.tails!.lengthM! };
    const set = (to: unknown): Command => ({
      label: 'length',
      steps: [{ do: 'set', on: 'segments', id: 'tails', field: ['lengthM'], to }],
    });
    expect(changesBetween(job, applyCommand(job, set(same)))).toEqual([]);
    expect(changesBetween(job, applyCommand(job, set({ ...same, value: 9 }))).map(({ on, id }) => `${on} ${id}`)).toEqual([
      'segments tails',
    ]);
  });

  it('find what has been changed since', () => {
    const job = demo();
    const rename = (name: string): Command => ({
      label: name,
      steps: [{ do: 'set', on: 'rooms', id: 'folding', field: ['name'], to: name }],
    });
    const once = applyCommand(job, rename('Press room'));
    const twice = applyCommand(once, rename('Cutting room'));
    const undoFirst = inverseOf(changesBetween(job, once));
    expect(standingInTheWay(twice, undoFirst).map((change) => change.id)).toEqual(['folding']);
    expect(standingInTheWay(once, undoFirst)).toEqual([]);
  });
});

describe('job files', () => {
  it('any job written and read again is the same job', () => {
    let changed = 0;
    fc.assert(
      fc.property(anyCommands, (commands) => {
        const job = commands.reduce(tried, demo());
        if (job !== demo()) changed += 1;
        const read = parseJobText(jobFileText(job));
        expect(read).toEqual({ ok: true, job });
      }),
      { numRuns: 40 },
    );
    expect(changed).toBeGreaterThan(15);
  });

  it('equal jobs give equal files whatever the order of their keys', () => {
    const job = demo();
    const turned = Object.fromEntries(Object.entries(job).reverse()) as unknown as Job;
    expect(jobFileText(turned)).toBe(jobFileText(job));
  });
});

describe('new jobs', () => {
  it.each((['iec', 'nec'] as const).flatMap((dialect) => packsOf(dialect).map((pack) => [dialect, pack] as const)))(
    '%s %s: valid, with nothing known',
    (dialect, pack) => {
      const job = newJob({ id: 'house', name: 'House', dialect, pack });
      expect(parseJob(job)).toEqual({ ok: true, job });
      expect(JSON.stringify(job)).not.toContain('"from"');
    },
  );

  it('takes the firm over', () => {
    const price = { id: 'p', order: 'a', part: 'breaker', per: 'piece' as const, amount: 7 };
    const firm = {
      installer: 'K. Aalto',
      dialect: 'iec' as const,
      curves: [],
      comparisons: [],
      iec: { defaults: { lineSize: '2.5mm2', currency: 'EUR' }, prices: [price] },
      nec: { defaults: {}, prices: [] },
    };
    const job = newJob({ id: 'house', name: 'House', dialect: 'iec', pack: 'iec-60364' }, firm);
    expect(job).toMatchObject({ card: { installer: 'K. Aalto' }, defaults: { currency: 'EUR' }, prices: { p: price } });
    const bare = newJob({ id: 'house', name: 'House', dialect: 'iec', pack: 'iec-60364' });
    expect([bare.card, bare.defaults, bare.prices]).toEqual([{}, {}, {}]);
    const licensed = newJob({ id: 'h', name: 'H', dialect: 'iec', pack: 'iec-60364' }, { ...firm, licence: 'L 1' });
    expect(licensed.card).toEqual({ installer: 'K. Aalto', licence: 'L 1' });
  });

  it('refuses a pack of the other dialect', () => {
    const job = { ...newJob({ id: 'house', name: 'House', dialect: 'iec', pack: 'iec-60364' }), pack: 'nec-2023' };
    expect(parseJob(job)).toMatchObject({ ok: false, problems: [{ path: 'pack' }] });
  });

  it('a duplicate keeps the design and leaves readings, acceptances, number and date behind', () => {
    const job = demo();
    job.readings.r = { id: 'r', at: '2026-11-02T10:00:00Z', kind: 'zs', value: 0.6, unit: 'Ω', circuitId: 'hob' };
    const copy = duplicateOf(job, 'copy', 'Copy');
    expect(parseJob(copy).ok).toBe(true);
    expect(copy).toMatchObject({ id: 'copy', name: 'Copy', readings: {}, card: { address: '3 Bindery Yard' } });
    expect(copy.card).not.toHaveProperty('number');
    expect(copy.segments).toEqual(job.segments);
  });
});
