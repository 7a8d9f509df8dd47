import { describe, expect, it } from 'vitest';
import { type EdgeKind, readQuantity } from '../job/edges';
import type { Job } from '../job/schema/job';
import type { Dialect } from '../job/terms';
import { demo } from '../testing/demos';
import { factPaths, showFact } from './read';

/** Every unit that is shown or typed, with one of it in the unit that is kept. By definition, but for horsepower (746 W). */
const UNITS: readonly [EdgeKind, string, number][] = [
  ['length', '1 m', 1],
  ['length', '1 cm', 0.01],
  ['length', '1 mm', 0.001],
  ['length', '1 km', 1000],
  ['length', '1 ft', 0.3048],
  ['length', '1 in', 0.0254],
  ['length', '1 yd', 0.9144],
  ['area', '1 m²', 1],
  ['area', '1 ft²', 0.3048 ** 2],
  ['current', '1 mA', 0.001],
  ['current', '1 kA', 1000],
  ['impedance', '1 mΩ', 0.001],
  ['impedance', '1 kΩ', 1000],
  ['power', '1 kW', 1000],
  ['temperature', '212 °F', 100],
  ['temperature', '32 °F', 0],
  ['temperature', '77 °F', 25],
  ['apparent-power', '1 kVA', 1000],
  ['apparent-power', '1 MVA', 1e6],
  ['factor', '80 %', 0.8],
  ['let-through', '1 kA²s', 1000],
  ['time', '1 ms', 0.001],
  ['torque', '1 lb·in', 4.4482216 * 0.0254],
  ['torque', '1 lb·ft', 4.4482216 * 0.3048],
  ['volume', '1 in³', 2.54 ** 3],
  ['horsepower', '0.746 kW', 1],
];
describe('a unit', () => {
  it.each(UNITS)('of %s: %s', (kind, text, wanted) => {
    const read = readQuantity(text, kind);
    expect(read.ok).toBe(true);
    expect(read.ok && read.value).toBeCloseTo(wanted, 6);
  });
});

describe('what is shown', () => {
  const KINDS: readonly [EdgeKind, string | undefined, readonly number[]][] = [
    ['length', undefined, [0.5, 18, 120]],
    ['length', 'mm', [0.0254, 0.3]],
    ['area', undefined, [12, 180]],
    ['current', undefined, [0.03, 6, 16, 999, 1000, 25_000]],
    ['current', 'mA', [0.006, 0.03, 0.3]],
    ['power', undefined, [60, 999, 1000, 11_000]],
    ['temperature', undefined, [-5, 0, 25, 30, 70]],
    ['apparent-power', undefined, [100, 1000, 100_000, 1e6]],
    ['torque', undefined, [1.2, 2.5, 28]],
    ['volume', undefined, [180, 295]],
  ];
  const rows = KINDS.flatMap(([edge, usual, values]) =>
    (['iec', 'nec'] as Dialect[]).flatMap((dialect) => values.map((value) => [edge, dialect, value, usual] as const)),
  );
  it.each(rows)('of %s in %s reads back: %d', (edge, dialect, value, usual) => {
    const shown = showFact(dialect, { kind: 'quantity', edge, ...(usual === undefined ? {} : { usual }) }, value);
    // A torque is shown in both units; three figures are.
    for (const part of shown
      .replace('in.', 'in')
      .split(/[()]/)
      .filter((each) => each !== '')) {
      const read = readQuantity(part, edge);
      const given = read.ok ? read.value : Number.NaN;
      expect(Math.abs(given - value), shown).toBeLessThanOrEqual(edge === 'temperature' ? 0.3 : value * 0.005);
    }
  });
});

describe('figures that are shown', () => {
  it.each([
    ['apparent-power', 12_345, '12.35 kVA'],
    ['apparent-power', 1_234_567, '1.235 MVA'],
    ['apparent-power', 999, '999 VA'],
    ['power', 12_345, '12.3 kW'],
    ['current', 12_345, '12.3 kA'],
    ['ratio', 1.234567, '1.235'],
    ['impedance', 0.123456, '0.1235 Ω'],
  ] as const)('of %s: %d is %s', (edge, value, shown) => expect(showFact('iec', { kind: 'quantity', edge }, value)).toBe(shown));
});

/** The facts of a load and of a circuit that nobody is asked for everywhere: in which systems they are. */
const SYSTEMS: readonly [Job['dialect'], Job['supply']['voltageSystem'], readonly string[]][] = [
  ['iec', 'single-phase', []],
  ['iec', 'three-phase-400-230', ['thirdHarmonicPercent', 'makersType']],
  ['nec', 'split-phase', ['voltages', 'motorHp', 'inCord', 'listed', 'minimumAmpacityA', 'maximumDeviceA']],
  [
    'nec',
    'three-phase-208-120',
    ['thirdHarmonicPercent', 'voltages', 'motorHp', 'inCord', 'listed', 'minimumAmpacityA', 'maximumDeviceA'],
  ],
];
const SOMEWHERE = new Set(SYSTEMS.flatMap(([, , fields]) => fields));

describe('what is asked of a load', () => {
  it.each(SYSTEMS)('in %s, %s', (dialect, voltageSystem, wanted) => {
    const job = demo(dialect === 'iec' ? 'bindery-yard' : 'kiln-house');
    job.supply = { ...job.supply, voltageSystem };
    const id = 'plain';
    job.loads[id] = { id, order: 'zz', circuitId: Object.keys(job.circuits)[0]!, name: 'Plain' };
    const asked = factPaths(job, 'loads', id).map((each) => each.split('.')[2]!);
    expect(asked.filter((field) => SOMEWHERE.has(field)).sort()).toEqual([...wanted].sort());
  });
});
