import { describe, expect, it } from 'vitest';
import { breaker, jobWith, measuredOrigin, stated } from '../testing/jobs';
import { applyCommand, Command, CommandRefused, Step } from './commands';
import type { Job } from './schema/job';

const house = () => jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20 }], measuredOrigin());
const carried = (job: Job, ...steps: Step[]): Job => applyCommand(job, { label: 'test', steps });
function refused(job: Job, ...steps: Step[]): string[] {
  try {
    carried(job, ...steps);
  } catch (error) {
    expect(error).toBeInstanceOf(CommandRefused);
    return (error as CommandRefused).problems.map(({ path, message }) => `${path}: ${message}`);
  }
  return [];
}
const set = (id: string, field: string[], to?: unknown): Step => ({ do: 'set', on: 'segments', id, field, to });

describe('a command', () => {
  it('sets a field inside another, and makes it absent by nothing and by null', () => {
    const job = house();
    const bands: Step = { do: 'set', on: 'devices', id: 'c-device', field: ['settings', 'icnA'], to: stated(6000) };
    expect(carried(job, bands).devices['c-device']!.settings).toMatchObject({ icnA: { value: 6000 } });
    for (const to of [undefined, null])
      expect('lengthM' in carried(job, set('c-cable', ['lengthM'], to)).segments['c-cable']!).toBe(false);
  });

  it('is refused whole with the path of every problem, and the job stays as it was', () => {
    const job = house();
    const before = JSON.stringify(job);
    const problems = refused(job, set('c-cable', ['lengthM'], stated(-1)), set('c-cable', ['material'], stated('Fe')));
    expect([...new Set(problems.map((each) => each.split(':')[0]))]).toEqual([
      'segments.c-cable.lengthM.value',
      'segments.c-cable.material.value',
    ]);
    expect(JSON.stringify(job)).toBe(before);
  });

  it('never reaches what every object has', () => {
    for (const field of [['__proto__'], ['constructor'], ['prototype'], ['__proto__', 'x'], ['constructor', 'x']])
      expect(refused(house(), set('c-cable', field, 'x')).join()).toMatch(/there is no such field here/);
    expect(refused(house(), set('toString', ['name'], 'x')).join()).toMatch(/no longer in the job/);
    expect(({} as Record<string, unknown>).x).toBeUndefined();
  });

  it('does not reach into what is not there', () => {
    expect(refused(house(), set('c-cable', ['settings', 'icnA'], stated(1)))).toEqual([
      'segments.c-cable.settings: there is no such field here',
    ]);
    expect(refused(house(), set('gone', ['name'], 'x'))).toEqual(['segments.gone: this row is no longer in the job']);
    expect(refused(house(), { do: 'drop', on: 'segments', id: 'gone' })).toEqual([
      'segments.gone: this row is no longer in the job',
    ]);
  });

  it('adds a reading once; one that is there is neither changed nor taken out', () => {
    const row = { id: 'r', circuitId: 'c', kind: 'zs', value: 0.5, unit: 'Ω', at: '2026-03-01T10:00:00.000Z', by: 'A' };
    const read = carried(house(), { do: 'put', on: 'readings', row });
    expect(read.readings.r).toMatchObject({ value: 0.5 });
    for (const step of [
      { do: 'put', on: 'readings', row: { ...row, value: 0.4 } },
      { do: 'drop', on: 'readings', id: 'r' },
      { do: 'set', on: 'readings', id: 'r', field: ['value'], to: 0.4 },
    ] as Step[])
      expect(refused(read, step).join()).toMatch(/^readings\.r: a reading is only ever added/);
  });

  it('on the job itself is checked field by field', () => {
    expect(refused(house(), { do: 'set-job', field: ['supply', 'u0V'], to: 5 }).join()).toMatch(/^supply\.u0V/);
    expect(refused(house(), { do: 'set-job', field: ['name'], to: '' }).join()).toMatch(/^name/);
    expect(carried(house(), { do: 'set-job', field: ['card', 'client'], to: 'A' }).card.client).toBe('A');
  });

  it('that moves rows is held to the rows they name; one that does not is not asked', () => {
    const job = house();
    expect(refused(job, { do: 'set', on: 'segments', id: 'c-cable', field: ['circuitId'], to: 'gone' }).join()).toMatch(
      /"gone" is not one of the job's circuits/,
    );
    expect(refused(job, { do: 'drop', on: 'circuits', id: 'c' }).join()).toMatch(/"c" is not one of the job's circuits/);
    expect(refused(job, { do: 'set-job', field: ['pack'], to: 'nec-2023' }).join()).toMatch(/not a rule pack of the iec dialect/);
    const broken = {
      ...job,
      segments: { ...job.segments, lost: { ...job.segments['c-cable']!, id: 'lost', circuitId: 'gone' } },
    };
    expect(carried(broken, set('c-cable', ['lengthM'], stated(5))).segments['c-cable']!.lengthM!.value).toBe(5);
    expect(refused(broken, { do: 'set', on: 'circuits', id: 'c', field: ['kind'], to: 'final' })).not.toEqual([]);
  });

  it('has a label and at least one step, and no field of a wrong form', () => {
    const ok = { label: 'x', steps: [set('c-cable', ['name'], 'y')] };
    expect(Command.safeParse(ok).success).toBe(true);
    expect(Command.safeParse({ ...ok, label: '' }).success).toBe(false);
    expect(Command.safeParse({ ...ok, label: 'x'.repeat(201) }).success).toBe(false);
    expect(Command.safeParse({ ...ok, steps: [] }).success).toBe(false);
    expect(Command.safeParse({ ...ok, steps: Array(5001).fill(ok.steps[0]) }).success).toBe(false);
    for (const field of [['a.b'], ['1a'], [], ['a', 'b', 'c', 'd', 'e']])
      expect(Step.safeParse(set('c-cable', field)).success).toBe(false);
    expect(Step.safeParse({ do: 'set-job', field: ['revision'], to: 1 }).success).toBe(false);
  });
});
