import type { Load } from '../job/schema/circuit';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { breaker, type CircuitSketch, device, jobWith, stated } from './jobs';
import { rcbo, residual } from './residuals';

type Plain<R> = { [K in keyof R]?: NonNullable<R[K]> extends Fact<infer T> ? T : R[K] };
const BARE: ReadonlySet<string> = new Set(['id', 'order', 'name', 'circuitId', 'pointId', 'mustStayOn', 'safetyService']);
/** A load with its facts stated. */
export const leaking = (id: string, circuitId: string, more: Plain<Load> = {}): Load =>
  ({
    id,
    circuitId,
    order: 'a',
    name: id,
    cosPhi: stated(1),
    currentA: stated(1),
    ...Object.fromEntries(Object.entries(more).map(([field, value]) => [field, BARE.has(field) ? value : stated(value)])),
  }) as Load;

export const switchOf = (
  type: 'AC' | 'A' | 'F' | 'B',
  sensitivityA = 0.03,
  delay: 'general' | 'S' = 'general',
): DeviceSettings => ({
  family: 'rccb',
  ratingA: stated(63),
  poles: '2P',
  conditionalA: stated(6000),
  residual: residual(sensitivityA, delay, type),
});

/** Circuits `a`, `b`, `c` of one board, all behind one residual switch `rccb`, each with a load that leaks. */
export function leakyHouse(
  loads: Readonly<Record<string, Plain<Load>>>,
  settings: DeviceSettings = switchOf('A'),
  sketch: Partial<CircuitSketch> = {},
): Job {
  const ids = Object.keys(loads);
  const job = jobWith(ids.map((id) => ({ id, settings: breaker('B', 16), lengthM: 10, ...sketch })));
  const row = { id: 'rccb', order: 'a', name: 'RCCB', state: 'new', seat: 'board', boardId: 'board' } as const;
  job.devices.rccb = { ...row, lines: ['L1'], grade: 'standard', settings } as Device;
  for (const id of ids) {
    job.circuits[id] = { ...job.circuits[id]!, behindDeviceId: 'rccb', use: 'fixed' };
    job.loads[id] = leaking(id, id, { waveform: 'sine', leakageMa: 0.5, ...loads[id] });
  }
  return job;
}

/** A monitor beside the device of a circuit. */
export const monitorOf = (circuitId: string, more: object = {}): Device =>
  device(`${circuitId}-monitor`, circuitId, {
    family: 'monitor',
    watches: 'dc-6mA',
    opens: true,
    thresholdA: stated(0.006),
    ...more,
  } as DeviceSettings);

/** Jobs in which what residual devices are asked for counts, fact by fact. */
export function leakyJobs(): Job[] {
  const plain = leakyHouse(
    { a: { electronics: true, waveform: 'pulsating-dc', leakageMa: 4 }, b: { electronics: false, leakageMa: 5, dcLeakageMa: 2 } },
    switchOf('A', 0.1, 'S'),
  );
  plain.devices['a-device'] = device('a-device', 'a', {
    ...(rcbo({
      residual: { ...residual(0.03, 'general'), voltageDependent: stated(true), functionalEarth: stated('none') },
    }) as object),
  } as DeviceSettings);
  plain.points.p = { id: 'p', circuitId: 'b', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
  plain.points.p = { ...plain.points.p, touched: stated(true), wetness: stated('wet') };
  plain.loads.b = { ...plain.loads.b!, pointId: 'p', touched: stated(true), wet: stated(true) };
  plain.loads.a = { ...plain.loads.a!, mustStayOn: true };
  const busy = leakyHouse({ a: { leakageMa: 30, appliance: 'cooking-unit' }, b: { mustStayOn: true } });
  busy.boards.board = { ...busy.boards.board!, people: stated(2) };
  const read = leakyHouse({ a: { leakageMa: 20 } });
  read.devices.rccb = { ...read.devices.rccb!, standingMa: stated(4, 'measured'), standingAllOn: stated(true) };
  const charger = leakyHouse({ a: { waveform: 'smooth-dc', dcLeakageMa: 20 } });
  charger.devices['a-monitor'] = monitorOf('a');
  return [plain, busy, read, charger];
}
