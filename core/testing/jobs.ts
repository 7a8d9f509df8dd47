import { applyCommand } from '../job/commands';
import type { Circuit, Segment } from '../job/schema/circuit';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact, Provenance } from '../job/schema/facts';
import { JOB_FORMAT, type Job } from '../job/schema/job';
import type { Origin } from '../job/schema/supply';

/** Small jobs for tests. A service of no length feeds one board; circuits hang from it. */
export const stated = <T>(value: T, from: Provenance = 'stated'): Fact<T> => ({ value, from });

export interface CircuitSketch {
  id: string;
  settings: DeviceSettings;
  lengthM?: number;
  line?: number;
  protective?: number;
  segment?: Partial<Segment>;
  circuit?: Partial<Circuit>;
  device?: Partial<Device>;
}

/** A metric copper PVC segment with every fact stated. */
export function segment(
  id: string,
  circuitId: string,
  lengthM: number,
  lineMm2: number,
  protectiveMm2: number,
  more: Partial<Segment> = {},
): Segment {
  return {
    id,
    circuitId,
    order: 'a',
    state: 'new',
    lengthM: stated(lengthM),
    lineSize: stated(`${lineMm2}mm2`),
    neutralSize: stated(`${lineMm2}mm2`),
    protectiveSize: stated(`${protectiveMm2}mm2`),
    material: stated('Cu' as const),
    insulation: stated('PVC70' as const),
    method: stated('C' as const),
    ambientC: stated(30),
    groupedCircuits: stated(1),
    protectivePath: 'conductor',
    ...more,
  };
}

export const breaker = (curve: 'B' | 'C' | 'D', ratingA: number, more: object = {}): DeviceSettings => ({
  family: 'mcb',
  curve: stated(curve),
  ratingA: stated(ratingA),
  poles: '1P+N',
  icnA: stated(6000),
  energyClass: stated('3' as const),
  ...more,
});

export const gg = (ratingA: number): DeviceSettings => ({
  family: 'fuse',
  system: 'gG',
  ratingA: stated(ratingA),
  poles: '1P',
  breakingA: stated(50_000),
});

export function device(id: string, circuitId: string, settings: DeviceSettings, more: Partial<Device> = {}): Device {
  return {
    id,
    order: 'a',
    name: id,
    state: 'new',
    seat: 'start',
    circuitId,
    lines: ['L1'],
    grade: 'standard',
    settings,
    ...more,
  };
}

/** A measured source of both loops, so that MAX and MIN are both known. */
export const measuredOrigin = (more: Partial<Origin> = {}): Origin => ({
  id: 'net',
  order: 'a',
  name: 'Network',
  kind: 'network',
  state: 'existing',
  zeOhm: stated(0.3, 'measured'),
  zLnOhm: stated(0.25, 'measured'),
  ...more,
});

/** One board fed by a service without cable, and the circuits sketched. */
export function jobWith(circuits: CircuitSketch[], origin: Origin = measuredOrigin()): Job {
  const job: Job = {
    format: JOB_FORMAT,
    id: 'job',
    name: 'Job',
    dialect: 'iec',
    pack: 'iec-60364',
    card: {},
    defaults: {},
    supply: { voltageSystem: 'single-phase', earthing: 'TN-S', u0V: 230, frequencyHz: 50, cMax: 1.1, cMin: 0.95 },
    origins: { [origin.id]: origin },
    sourceStates: { grid: { id: 'grid', order: 'a', name: 'Grid', kind: 'grid', originIds: [origin.id] } },
    electrodes: {},
    rooms: {},
    boards: { board: { id: 'board', order: 'a', name: 'Board', state: 'new', deviceFactor: stated(1), ratedA: stated(400) } },
    circuits: {
      service: {
        id: 'service',
        order: 'a',
        number: '',
        name: 'Service',
        kind: 'service',
        state: 'existing',
        fromOriginId: origin.id,
        toBoardId: 'board',
        topology: 'radial',
      },
    },
    segments: {},
    points: {},
    loads: {},
    devices: {},
    readings: {},
    acceptances: {},
    amendments: {},
    prices: {},
    combinations: {},
    inspections: {},
    logEntries: {},
    keptEvents: {},
  };
  for (const [index, sketch] of circuits.entries()) addCircuit(job, sketch, index);
  return job;
}

function addCircuit(job: Job, sketch: CircuitSketch, index: number): void {
  const { id } = sketch;
  job.circuits[id] = {
    id,
    order: `b${String(index).padStart(4, '0')}`,
    number: String(index + 1),
    name: id,
    kind: 'final',
    state: 'new',
    fromBoardId: 'board',
    topology: 'radial',
    designCurrentA: stated(5),
    ...sketch.circuit,
  };
  if (sketch.lengthM !== undefined)
    job.segments[`${id}-cable`] = segment(
      `${id}-cable`,
      id,
      sketch.lengthM,
      sketch.line ?? 2.5,
      sketch.protective ?? 1.5,
      sketch.segment,
    );
  job.devices[`${id}-device`] = device(`${id}-device`, id, sketch.settings, sketch.device);
}

/** The job with one field changed; without a value the fact becomes absent. */
export const withField = (
  job: Job,
  on: 'segments' | 'loads' | 'devices' | 'circuits' | 'origins' | 'boards',
  id: string,
  field: string[],
  to?: unknown,
): Job => applyCommand(job, { label: 'test', steps: [{ do: 'set', on, id, field, to }] });
