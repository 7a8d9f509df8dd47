import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { Origin } from '../job/schema/supply';
import { breaker, device, jobWith, segment, stated } from './jobs';

/** An American segment: sizes as designated, metres, every fact stated. */
export function american(
  id: string,
  circuitId: string,
  lengthM: number,
  line: string,
  neutral: string | undefined,
  ground: string | undefined,
  more: object = {},
) {
  const { neutralSize: _n, protectiveSize: _p, protectivePath: _w, ...base } = segment(id, circuitId, lengthM, 1.5, 1.5);
  return {
    ...base,
    lineSize: stated(line),
    insulation: stated('THHN90' as const),
    ...(neutral === undefined ? {} : { neutralSize: stated(neutral) }),
    ...(ground === undefined ? {} : { protectiveSize: stated(ground) }),
    ...more,
  };
}

export const mouldedCase = (ratingA: number, poles: '1P' | '2P' | '3P', more: object = {}): DeviceSettings => ({
  family: 'moulded-case-nec',
  ratingA: stated(ratingA),
  poles,
  aicA: stated(10_000),
  voltageMarking: stated('120/240' as const),
  ...more,
});

export const transformerOrigin = (more: object = {}, origin: Partial<Origin> = {}): Origin => ({
  id: 'net',
  order: 'a',
  name: 'Pole transformer',
  kind: 'transformer',
  state: 'existing',
  transformer: {
    ratedVA: stated(25_000),
    impedancePercent: stated(2),
    xOverR: stated(1.5),
    standard: 'ieee',
    upstream: 'infinite',
    upstreamLeastVA: stated(2_000_000),
    ...more,
  },
  ...origin,
});

const splitSupply: Job['supply'] = {
  voltageSystem: 'split-phase',
  earthing: 'TN-C-S',
  u0V: 120,
  frequencyHz: 60,
  cMax: 1,
  cMin: 1,
};

/** A split-phase house: service of 80 ft, feeder of 100 ft to a second panel, circuits of one line and of two. */
export function splitHouse(origin: Origin = transformerOrigin()): Job {
  const job = jobWith(
    [
      { id: 'outlets', settings: mouldedCase(20, '1P'), device: { lines: ['L1'] } },
      { id: 'range', settings: mouldedCase(50, '2P'), device: { lines: ['L1', 'L2'] } },
    ],
    origin,
  );
  job.dialect = 'nec';
  job.pack = 'nec-2023';
  job.supply = splitSupply;
  job.segments = {
    drop: american('drop', 'service', 24.384, '2/0AWG', '1AWG', undefined, { material: stated('Al'), protectivePath: 'pen' }),
    outlets: american('outlets', 'outlets', 27.432, '12AWG', '12AWG', '12AWG'),
    range: american('range', 'range', 15.24, '6AWG', '6AWG', '10AWG', { roles: ['line', 'line2', 'neutral', 'protective'] }),
    feeder: american('feeder', 'feeder', 30.48, '2AWG', '2AWG', '6AWG', { material: stated('Al') }),
    kiln: american('kiln', 'kiln', 18.9, '4AWG', undefined, '8AWG', { roles: ['line', 'line2', 'protective'] }),
  };
  job.boards.board = { ...job.boards.board!, neutralBonded: stated(true) };
  job.boards.studio = { id: 'studio', order: 'b', name: 'Studio panel', state: 'new', otherBuilding: true };
  job.circuits.feeder = {
    id: 'feeder',
    order: 'c',
    number: '2',
    name: 'Studio feeder',
    kind: 'distribution',
    state: 'new',
    fromBoardId: 'board',
    toBoardId: 'studio',
    topology: 'radial',
    designCurrentA: stated(60),
    continuous: stated(true),
  };
  job.circuits.kiln = {
    id: 'kiln',
    order: 'd',
    number: 'S1',
    name: 'Kiln',
    kind: 'final',
    state: 'new',
    fromBoardId: 'studio',
    topology: 'radial',
    designCurrentA: stated(40),
    continuous: stated(true),
  };
  const two = { lines: ['L1', 'L2'] as ('L1' | 'L2')[] };
  job.devices.main = device('main', 'service', mouldedCase(200, '2P'), { ...two, seat: 'end' });
  job.devices['feeder-device'] = device('feeder-device', 'feeder', mouldedCase(100, '2P'), two);
  job.devices['kiln-device'] = device('kiln-device', 'kiln', mouldedCase(60, '2P'), two);
  return job;
}

/** A three-phase house in TN-S: service of 20 m, feeder of 25 m, circuits of one phase, two and three. */
export function threePhaseHouse(origin: Origin): Job {
  const three = { lines: ['L1', 'L2', 'L3'] as ('L1' | 'L2' | 'L3')[] };
  const job = jobWith(
    [
      { id: 'sockets', settings: breaker('B', 16), lengthM: 22, line: 2.5, protective: 2.5 },
      { id: 'motor', settings: breaker('C', 16, { poles: '3P' }), lengthM: 18, line: 4, protective: 4, device: three },
    ],
    origin,
  );
  job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230', cMax: 1.1, cMin: 0.9 };
  const { neutralSize: _, ...motor } = job.segments['motor-cable']!;
  job.segments['motor-cable'] = { ...motor, roles: ['line', 'line2', 'line3', 'protective'] };
  job.segments.tails = segment('tails', 'service', 20, 35, 16);
  job.boards.annex = { id: 'annex', order: 'b', name: 'Annex', state: 'new', deviceFactor: stated(1) };
  job.circuits.feeder = {
    id: 'feeder',
    order: 'c',
    number: '2',
    name: 'Feeder',
    kind: 'distribution',
    state: 'new',
    fromBoardId: 'board',
    toBoardId: 'annex',
    topology: 'radial',
    designCurrentA: stated(20),
  };
  job.segments.feed = segment('feed', 'feeder', 25, 16, 16, { insulation: stated('XLPE90' as const) });
  job.devices['feeder-device'] = device('feeder-device', 'feeder', breaker('C', 63, { poles: '3P+N' }), three);
  job.circuits.far = {
    id: 'far',
    order: 'd',
    number: '3',
    name: 'Far sockets',
    kind: 'final',
    state: 'new',
    fromBoardId: 'annex',
    topology: 'radial',
    designCurrentA: stated(10),
  };
  job.segments['far-cable'] = segment('far-cable', 'far', 15, 2.5, 1.5);
  job.devices['far-device'] = device('far-device', 'far', breaker('B', 16));
  return job;
}

/** A plain three-phase transformer of 100 kVA, 4 %. */
export const star = (more: object = {}): Origin =>
  transformerOrigin({
    ratedVA: stated(100_000),
    impedancePercent: stated(4),
    xOverR: stated(2),
    standard: 'iec',
    upstream: 'fault-level',
    upstreamFaultVA: stated(100_000_000),
    upstreamLeastVA: stated(40_000_000),
    ...more,
  });

/** A single-phase house in TT: its own rod at the board, the source's rod at the transformer. */
export function soilHouse(raOhm = 19, rbOhm = 1.2): Job {
  const job = jobWith(
    [{ id: 'sauna', settings: breaker('B', 16), lengthM: 38, line: 6, protective: 6 }],
    transformerOrigin({ ratedVA: stated(50_000), impedancePercent: stated(4), xOverR: stated(1.2), standard: 'iec' }),
  );
  job.supply = { ...job.supply, earthing: 'TT' };
  job.segments.tails = { ...segment('tails', 'service', 180, 25, 25), protectivePath: 'none' };
  job.electrodes = {
    rod: { id: 'rod', order: 'a', name: 'Rod', boardId: 'board', resistanceOhm: stated(raOhm, 'measured'), state: 'existing' },
    plate: { id: 'plate', order: 'b', name: 'Source plate', originId: 'net', resistanceOhm: stated(rbOhm), state: 'existing' },
  };
  return job;
}
