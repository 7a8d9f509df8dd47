import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { Segment } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { demo } from '../testing/demos';
import { cablesAt } from './standableCable';

const partsOf = (job: Job, circuitId: string): Segment[] =>
  Object.values(job.segments).filter((each) => each.circuitId === circuitId && each.state !== 'removed');
/** The first part of a circuit with other facts, all its other parts gone. */
function alone(name: Parameters<typeof demo>[0], circuitId: string, more: object): Job {
  const job = demo(name);
  const [first, ...others] = partsOf(job, circuitId);
  for (const { id } of others) job.segments[id]!.state = 'removed';
  Object.assign(first!, more);
  return job;
}
const stated = (value: unknown) => ({ value, from: 'stated' });
const taken = (job: Job, circuitId: string, id: string): Segment[] =>
  partsOf(applyCommand(job, cablesAt(job, circuitId).find((each) => each.id === id)!.command!), circuitId);

describe('the cable of a circuit in other sizes', () => {
  it.each([
    ['bindery-yard', 'hob', ['2.5 mm²', '4 mm²', '6 mm²', '10 mm²', '16 mm²']],
    ['kiln-house', 'pantry', ['14 AWG', '12 AWG', '10 AWG', '8 AWG', '6 AWG', '4 AWG']],
  ] as const)('%s, %s: two below, four above, as far as they are made, the one that lies there once', (name, circuitId, ids) => {
    const could = cablesAt(demo(name), circuitId);
    expect(could.map(({ id }) => id)).toEqual(ids);
    expect(could.filter(({ command }) => command === null)).toHaveLength(1);
  });

  it.each([
    // A protective conductor as the cable is made, thinner or thicker than in proportion.
    ['bindery-yard', 'hob', '10 mm²', '4mm2'],
    ['bindery-yard', 'hob', '4 mm²', '1.5mm2'],
    ['kiln-house', 'range', '4 AWG', '8AWG'],
    ['kiln-house', 'range', '8 AWG', '10AWG'],
    // As thick as the lines there, and no longer so where such a cable is not made so.
    ['kiln-house', 'pantry', '8 AWG', '10AWG'],
    ['kiln-house', 'pantry', '14 AWG', '14AWG'],
  ] as const)('%s, %s in %s has a protective conductor of %s', (name, circuitId, id, wanted) => {
    for (const part of taken(demo(name), circuitId, id)) expect(part.protectiveSize?.value).toBe(wanted);
  });

  it('lines, neutral and protective conductor change together, lengths and route stay, what was read off the old sheath goes', () => {
    const more = {
      state: 'existing',
      neutralSize: stated('12AWG'),
      jacket: stated('yellow'),
      diameterM: stated(0.012),
      ambientC: stated(45),
    };
    const job = alone('kiln-house', 'pantry', more);
    const [before] = partsOf(job, 'pantry');
    const [after] = taken(job, 'pantry', '10 AWG');
    expect(after).toMatchObject({
      lengthM: before!.lengthM,
      ambientC: stated(45),
      lineSize: stated('10AWG'),
      neutralSize: stated('10AWG'),
      protectiveSize: stated('10AWG'),
      state: 'new',
    });
    for (const field of ['jacket', 'diameterM']) expect(after).not.toHaveProperty(field);
  });

  it('flat cable of one size throughout grows as flat cable is made, round cable does not', () => {
    const thin = { lineSize: stated('1mm2'), neutralSize: stated('1mm2'), protectiveSize: stated('1mm2') };
    const flat = alone('bindery-yard', 'hob', { ...thin, construction: 'flat-sheathed' });
    expect(taken(flat, 'hob', '2.5 mm²')[0]!.protectiveSize!.value).toBe('1.5mm2');
    const round = alone('bindery-yard', 'hob', { ...thin, construction: 'round-sheathed' });
    expect(taken(round, 'hob', '2.5 mm²')[0]!.protectiveSize!.value).toBe('2.5mm2');
  });

  it('a conductor of its own never gets thinner, and grows with the lines', () => {
    const job = alone('bindery-yard', 'hob', { construction: 'singles', protectiveSize: stated('4mm2') });
    expect(taken(job, 'hob', '2.5 mm²')[0]!.protectiveSize!.value).toBe('2.5mm2');
    expect(taken(job, 'hob', '4 mm²')[0]!.protectiveSize!.value).toBe('4mm2');
    // 4 / 6 of 10 is 6.7: the next made.
    expect(taken(job, 'hob', '10 mm²')[0]!.protectiveSize!.value).toBe('10mm2');
  });

  it('aluminium begins where it is laid', () => {
    const job = alone('bindery-yard', 'hob', {
      construction: 'armoured',
      material: stated('Al'),
      lineSize: stated('25mm2'),
      neutralSize: stated('25mm2'),
      protectiveSize: stated('25mm2'),
    });
    expect(cablesAt(job, 'hob').map(({ id }) => id)).toEqual(['16 mm²', '25 mm²', '35 mm²', '50 mm²', '70 mm²', '95 mm²']);
  });

  it('of unlike parts all become one, and as it is stands first', () => {
    const job = demo('bindery-yard');
    const [first] = partsOf(job, 'hob');
    job.segments['hob-thin'] = { ...first!, id: 'hob-thin', order: 'zz', lineSize: { value: '4mm2', from: 'stated' } };
    expect(cablesAt(job, 'hob')[0]).toMatchObject({ id: 'now', name: '4 mm² and 6 mm²', command: null });
    expect(taken(job, 'hob', '10 mm²').map(({ lineSize }) => lineSize!.value)).toEqual(['10mm2', '10mm2']);
  });

  it('is nothing where no size is known, and priced by length where all of it is', () => {
    const job = alone('bindery-yard', 'hob', { lineSize: undefined });
    expect(cablesAt(job, 'hob')).toEqual([]);
    expect(cablesAt(job, 'nowhere')).toEqual([]);
    const known = alone('bindery-yard', 'hob', { lengthM: stated(12) });
    expect(cablesAt(known, 'hob')[0]!.metres).toBe(12);
    expect(cablesAt(alone('bindery-yard', 'hob', { lengthM: undefined }), 'hob')[0]).not.toHaveProperty('metres');
  });
});
