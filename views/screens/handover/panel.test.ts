import { describe, expect, it } from 'vitest';
import type { Job } from '@/core/job/schema/job';
import { demo } from '@/core/testing/demos';
import { cableOf, directoryOf } from './directory';
import { panelSpaces } from './panel';

const kiln = () => demo('kiln-house');
const spacesOf = (job: Job, spaces: number | undefined) => panelSpaces(job, directoryOf(job, 'main'), spaces);
/** What stands in each space, in the order of their numbers. */
const listed = (job: Job, spaces: number | undefined) =>
  spacesOf(job, spaces).rows.flatMap((row) =>
    row.map(({ seated }) => seated.map(({ circuit, pole }) => `${circuit.circuitId} ${pole}`).join(' + ')),
  );

/** No device has a place of its own: the numbers say it. */
function putNowhere(job: Job): Job {
  for (const device of Object.values(job.devices)) delete device.slot;
  return job;
}

describe('a panel by its spaces', () => {
  it('has odd ones left and even ones right, devices of two poles down their column, and blanks', () => {
    const { rows, unplaced } = spacesOf(kiln(), 42);
    expect(rows).toHaveLength(21);
    expect(rows.every(([odd, even], index) => odd.number === 2 * index + 1 && even.number === 2 * index + 2)).toBe(true);
    expect(unplaced).toEqual([]);
    const all = listed(kiln(), 42);
    expect([all[0], all[2], all[1], all[3]]).toEqual(['range 1', 'range 2', 'studio-feeder 1', 'studio-feeder 2']);
    expect(all.slice(20).every((each) => each === '')).toBe(true);
    expect(all.filter((each) => each !== '')).toHaveLength(
      directoryOf(kiln(), 'main').reduce((sum, { device }) => sum + Number(/(\d)P/.exec(device)![1]), 0),
    );
  });

  it('has as many as its circuits take where nobody said how many there are', () => {
    const all = listed(kiln(), undefined);
    expect(all.at(-1) === '' && all.at(-2) === '').toBe(false);
    expect(panelSpaces(kiln(), [], undefined)).toEqual({ rows: [], unplaced: [] });
  });

  it('says which circuits have no space of their own: taken by another, beyond the last, or with no number', () => {
    const job = putNowhere(kiln());
    // The second pole of the range sits in 3.
    job.circuits.pantry!.number = '3';
    job.circuits.hearth!.number = 'kitchen';
    job.circuits.bath!.number = '0';
    job.circuits.cold!.number = '42';
    job.circuits.rain!.number = '43';
    const { unplaced } = spacesOf(job, 42);
    expect(new Set(unplaced.map(({ circuitId }) => circuitId))).toEqual(new Set(['pantry', 'hearth', 'bath', 'rain']));
    expect(listed(job, 42).at(-1)).toBe('cold 1');
  });

  it('has each where it is put on the board, whatever its circuit is numbered, and its directory says so', () => {
    const job = kiln();
    const [device] = Object.values(job.devices).filter(({ circuitId }) => circuitId === 'pantry');
    device!.slot = '41';
    expect(listed(job, 42).at(-2)).toBe('pantry 1');
    const row = directoryOf(job, 'main').find(({ circuitId }) => circuitId === 'pantry')!;
    expect(row).toMatchObject({ number: job.circuits.pantry!.number, space: '41' });
    // Placed as it is numbered, or in words of one's own, there is nothing to add.
    expect(directoryOf(kiln(), 'main').map(({ space }) => space)).toEqual(directoryOf(kiln(), 'main').map(() => ''));
    device!.slot = 'left of the door';
    expect(directoryOf(job, 'main').find(({ circuitId }) => circuitId === 'pantry')!.space).toBe('');
  });

  it('has two of half a size in one space, upper half first', () => {
    const job = kiln();
    for (const [id, slot] of [
      ['pantry', '41b'],
      ['hearth', '41a'],
    ] as const) {
      const [device] = Object.values(job.devices).filter(({ circuitId }) => circuitId === id);
      device!.slot = slot;
      (device!.settings as { spaceUse?: unknown }).spaceUse = { value: 'half', from: 'stated' };
    }
    expect(listed(job, 42).at(-2)).toBe('hearth 1 + pantry 1');
    expect(spacesOf(job, 42).unplaced).toEqual([]);
  });

  it('reads the number behind the letters of the panel', () => {
    const job = kiln();
    const { rows, unplaced } = panelSpaces(job, directoryOf(job, 'studio'), 20);
    expect(unplaced).toEqual([]);
    expect(rows[0]![0].seated[0]?.circuit.number).toBe('S1');
  });
});

describe('a cable in the directory', () => {
  it('of three conductors is told from one of two', () => {
    const { segments } = kiln();
    expect(cableOf(segments['range-cable']!, { dialect: 'nec' })).toMatch(/^6-3 NM-B, G 10$/);
    expect(cableOf({ ...segments['range-cable']!, roles: ['line', 'line2', 'protective'] }, { dialect: 'nec' })).toMatch(/^6-2 /);
    const { roles: _, ...unlisted } = segments['range-cable']!;
    expect(cableOf(unlisted, { dialect: 'nec' })).toMatch(/^6 AWG NM-B/);
    expect(cableOf(segments['studio-feed']!, { dialect: 'nec' })).toMatch(/^1-3 Al singles/);
    expect(cableOf(demo('bindery-yard').segments['press-cable']!, { dialect: 'iec' })).toMatch(/^4\/4 mm² /);
    expect(cableOf({ ...unlisted, lineSize: undefined }, { dialect: 'nec' })).toBe('?');
  });
});
