import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { newJob } from '../job/newJob';
import type { Job } from '../job/schema/job';
import { completeQuick } from './circuit';
import { isSourceName } from './infer';
import { roomUseOf } from './roomNames';
import { readWalkLine, walkSteps } from './walk';

const nec = newJob({ id: 'n', name: 'N', dialect: 'nec', pack: 'nec-2023' });
const iec = newJob({ id: 'b', name: 'B', dialect: 'iec', pack: 'bs-7671-2018-a2' });

/** A circuit put on by its line, with what follows from its names. */
function walked(line: string, job: Job = nec, infers = true): { job: Job; words: readonly string[]; circuitId: string } {
  let count = 0;
  const { circuit, outlets } = readWalkLine(line, job);
  const made = completeQuick(job, circuit, undefined)!;
  const { circuitId, steps, words } = walkSteps(job, made, outlets, () => `w${++count}`, infers);
  return { job: applyCommand(job, { label: 'walk', steps }), words, circuitId };
}
const roomOf = (line: string) => Object.values(walked(line).job.rooms)[0];

describe('a room by its name', () => {
  it.each([
    ['Kitchen', 'kitchen', 'stated'],
    ['Guest bathroom 2', 'bath', 'stated'],
    ['Garage', 'garage', 'stated'],
    ['Back yard', 'outdoors', 'stated'],
    ['Master bedroom', 'bedroom', 'assumed'],
    ['Living room', 'living', 'assumed'],
    ['Cellar', 'basement-unfinished', 'assumed'],
  ])('%s is %s, %s', (name, use, from) => {
    expect(roomUseOf(name)).toEqual({ use, from });
  });

  it.each(['Store beside the bath', 'No kitchen here', 'Kitchen store', 'Bathhouse', 'Garage loft bedroom', 'Not a garage', ''])(
    '%s says nothing',
    (name) => {
      expect(roomUseOf(name)).toBeUndefined();
    },
  );

  it('is what it is called, as inferred, and stays what somebody said it is', () => {
    expect(roomOf('12-2 NM 20A GF kitchen: 2 receptacles in Kitchen')?.use).toEqual({
      value: 'kitchen',
      from: 'stated',
      origin: 'inferred',
    });
    const said: Job = { ...nec, rooms: { k: { id: 'k', order: 'a', name: 'Kitchen', use: { value: 'store', from: 'stated' } } } };
    const { job } = walked('12-2 NM 20A GF kitchen: 2 receptacles in Kitchen', said);
    expect(job.rooms.k!.use).toEqual({ value: 'store', from: 'stated' });
  });
});

describe('a circuit by its name', () => {
  it.each([
    ['12-2 NM 20A GF kitchen counter: 2 receptacles in Kitchen', 'small-appliance'],
    ['12-2 NM 20A GF laundry: 1 receptacle in Laundry', 'laundry'],
    ['12-2 NM 20A GF bathroom: 1 receptacle in Bathroom', 'bathroom'],
    ['12-2 NM 20A GF garage: 1 receptacle in Garage', 'garage'],
  ])('%s', (line, purpose) => {
    const { job, circuitId } = walked(line);
    expect(job.circuits[circuitId]).toMatchObject({ use: 'sockets', purpose: { value: purpose, origin: 'inferred' } });
  });

  it.each([
    ['of 15 A is none of the required ones', '14-2 NM 15A AF kitchen: 2 receptacles in Kitchen'],
    ['that names something beside it', '12-2 NM 20A GF kitchen fan: 1 receptacle in Kitchen'],
    ['of lights', '12-2 NM 20A kitchen: 2 lights in Kitchen'],
  ])('%s', (_, line) => {
    const { job, circuitId } = walked(line);
    expect(job.circuits[circuitId]!.purpose).toBeUndefined();
  });

  it('has the use its outlets have, where they are of one kind', () => {
    const use = (line: string) => {
      const { job, circuitId } = walked(line);
      return job.circuits[circuitId]!.use;
    };
    expect(use('14-2 NM 15A AF upstairs: 3 lights in Hall')).toBe('lighting');
    expect(use('14-2 NM 15A AF upstairs')).toBeUndefined();
  });
});

describe('what gives current', () => {
  it.each(['PV', 'solar array', 'Generator', 'Inverter 2', 'battery'])('%s is a source', (name) => {
    expect(isSourceName(name)).toBe(true);
  });
  it.each(['PV meter', 'generator inlet light', 'battery charger', 'solar lights', 'inverter room'])('%s is none', (name) => {
    expect(isSourceName(name)).toBe(false);
  });
});

describe('a load by its name', () => {
  it.each([
    ['10-3 NM 30A 2P dryer: 1 receptacle in Laundry', 'dryer', 'clothes-dryer'],
    ['6-3 NM 50A 2P range: 1 receptacle in Kitchen', 'range', 'range'],
    ['10-2 NM 30A 2P water heater: 1 disconnect in Cellar', 'water-heater', 'water-heater'],
  ])('%s', (line, appliance, equipment) => {
    const [row] = Object.values(walked(line).job.loads);
    expect(row).toMatchObject({
      appliance: { value: appliance, origin: 'inferred' },
      equipment: { value: equipment, from: 'assumed', origin: 'inferred' },
      powerW: { from: 'assumed', origin: 'inferred' },
    });
    // What a plate, a meter or the owner alone says.
    for (const field of ['leakageMa', 'waveform', 'inrushPeakA', 'mustStayOn', 'safetyService'])
      expect(row).not.toHaveProperty(field);
  });

  it.each([
    '14-2 NM 15A dryer vent fan: 1 disconnect in Laundry',
    '14-2 NM 15A range hood light: 1 light in Kitchen',
    '12-2 NM 20A oven timer',
    // What nobody could size without its plate.
    '10-2 NM 30A 2P shower',
    '10-2 NM 30A 2P cooker',
  ])('%s is none', (line) => {
    expect(Object.values(walked(line).job.loads).filter(({ name }) => !/LED|light/i.test(name))).toEqual([]);
  });

  it.each([
    [
      'B40 RCBO type A 30 mA 10/4 flat 14 m shower: 1 connection in Bathroom',
      { powerW: { value: 9500 }, plateV: { value: 240 } },
    ],
    // 10 A, three tenths of the other 42 A, and 5 A.
    ['B32 RCBO type A 30 mA 6/2.5 flat 12 m cooker: 1 connection in Kitchen', { currentA: { value: 27.7 } }],
    ['B32 RCBO type A 30 mA 6/2.5 flat 12 m cooker 2: 1 connection in Kitchen', { name: 'Cooker 2' }],
  ])('British: %s', (line, wanted) => {
    const [row] = Object.values(walked(line, iec).job.loads);
    expect(row).toMatchObject(wanted);
    for (const value of Object.values(row!)) if (typeof value === 'object') expect(value).toMatchObject({ from: 'assumed' });
  });

  it.each([
    // 9500 W at 240 V are 39.6 A.
    ['B32 RCBO type A 30 mA 6/2.5 flat 14 m shower: 1 connection in Bathroom', 0],
    ['B40 RCBO type A 30 mA 10/4 flat 14 m shower: 1 connection in Bathroom', 1],
    ['B20 RCBO type A 30 mA 4/1.5 flat 14 m cooker: 1 connection in Kitchen', 0],
    ['B16 RCBO type A 30 mA 2.5/1.5 flat 14 m immersion: 1 connection in Landing', 1],
    ['B6 RCBO type A 30 mA 2.5/1.5 flat 14 m immersion: 1 connection in Landing', 0],
  ])('more than its device stands is asked, not taken: %s', (line, count) => {
    expect(Object.keys(walked(line, iec).job.loads)).toHaveLength(count);
  });
  it.each([
    // 5500 W between lines, a quarter more as it lasts, are 28.6 A.
    ['10-2 NM 30A 2P water heater: 1 disconnect in Cellar', 1],
    ['10-2 NM 25A 2P water heater: 1 disconnect in Cellar', 0],
    ['10-2 NM 30A water heater: 1 disconnect in Cellar', 0],
    // Counted by 220.55, not by its plate.
    ['8-3 NM 40A 2P range: 1 receptacle in Kitchen', 1],
  ])('nor under the NEC: %s', (line, count) => {
    expect(Object.keys(walked(line).job.loads)).toHaveLength(count);
  });

  it('hangs at each outlet that is called so', () => {
    const { job } = walked('B6 RCBO type A 30 mA 1.5/1 flat 15 m alarms: 2 connections alarm in Landing', iec);
    const loads = Object.values(job.loads);
    expect(loads.map(({ name }) => name)).toEqual(['Alarm 1', 'Alarm 2']);
    expect(new Set(loads.map(({ pointId }) => pointId)).size).toBe(2);
    expect(loads.every(({ powerW }) => powerW?.value === 10)).toBe(true);
    const mixed = walked('B6 RCBO type A 30 mA 1.5/1 flat 15 m alarms: 2 connections bell in Landing', iec);
    expect(Object.values(mixed.job.loads).every(({ pointId }) => pointId === undefined)).toBe(true);
  });

  it('of which the power is said keeps it, and has the rest by the catalogue', () => {
    const [row] = Object.values(
      walked('B20 RCBO type A 30 mA 4/1.5 flat 14 m immersion 3.6 kW: 1 connection in Bathroom', iec).job.loads,
    );
    expect(row).toMatchObject({
      powerW: { value: 3600, from: 'stated' },
      cosPhi: { value: 1, from: 'assumed', origin: 'inferred' },
    });
    expect(row!.powerW).not.toHaveProperty('origin');
  });

  it('of lights is by their number', () => {
    expect(Object.values(walked('14-2 NM 15A AF hall: 3 lights in Hall').job.loads)[0]!.powerW).toMatchObject({
      value: 300,
      from: 'assumed',
    });
  });
});

it('nothing is taken from names where nobody wants it, and the words say what is', () => {
  const line = '12-2 NM 20A GF kitchen counter: 2 receptacles in Kitchen';
  const plain = walked(line, nec, false);
  expect(Object.values(plain.job.rooms)[0]!.use).toBeUndefined();
  expect(plain.words).toEqual([]);
  expect(walked(line).words).toEqual([
    'Kitchen: kitchen, from its name',
    'sockets, from its outlets',
    'small-appliance circuit of 20 A, from its name',
  ]);
});
