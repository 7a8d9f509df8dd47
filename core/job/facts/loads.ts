import type { Load } from '../schema/circuit';
import type { Job } from '../schema/job';
import { linesOf } from '../terms';
import { type Applies, choice, nec, quantity, type Spec, type Specs, yesNo } from './spec';

/** Each line of the supply by itself, two of three, or all its circuit has. */
function linesChoice({ supply }: Job): Spec {
  const lines = linesOf(supply);
  const pairs = lines.length === 3 ? ['L1-L2', 'L2-L3', 'L1-L3'] : [];
  const options = [...lines, ...pairs].map((value) => ({ value, label: value }));
  return {
    label: 'lines',
    how: { kind: 'choice', options: [...options, { value: 'all', label: 'every line of the circuit' }] },
  };
}

/** Whether a load may hang on fewer lines than its circuit has: a fixed one that is all there is takes them all. */
function choosesLines({ circuits, loads, segments, devices }: Job, load: Load): boolean {
  if (load.lines !== undefined) return true;
  const ofCircuit = ({ circuitId }: { circuitId?: string | undefined }) => circuitId === load.circuitId;
  if (circuits[load.circuitId]?.use === 'fixed' && Object.values(loads).filter(ofCircuit).length === 1) return false;
  return (
    Object.values(segments).some((segment) => ofCircuit(segment) && segment.roles?.includes('line2') === true) ||
    Object.values(devices).some((device) => ofCircuit(device) && device.lines.length > 1)
  );
}

/** Facts of loads, in the order they are asked. */
export const SPECS: Specs = {
  powerW: quantity('power', 'power', 'W'),
  currentA: quantity('current', 'current'),
  lines: linesChoice,
  cosPhi: quantity('power factor', 'factor'),
  thirdHarmonicPercent: quantity('third harmonic', 'percent'),
  appliance: choice('appliance', [
    { value: 'range', label: 'range' },
    { value: 'dryer', label: 'clothes dryer' },
    { value: 'water-heater', label: 'storage water heater' },
    { value: 'space-heating', label: 'fixed space heating' },
    { value: 'other', label: 'none of these' },
  ]),
  motorHp: quantity('motor', 'horsepower'),
  overloadProtected: yesNo('overload protection of its own'),
  minimumAmpacityA: quantity('minimum circuit ampacity, marked', 'current'),
  maximumDeviceA: quantity('greatest overcurrent device, marked', 'current'),
  continuous: yesNo('runs three hours or more'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  lines: (job, row) => choosesLines(job, row as Load),
  thirdHarmonicPercent: ({ supply }) => linesOf(supply).length === 3,
  appliance: nec,
  motorHp: nec,
  minimumAmpacityA: nec,
  maximumDeviceA: nec,
};
