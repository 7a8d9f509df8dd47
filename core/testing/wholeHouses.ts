import type { Circuit, Load, Point } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { mouldedCase, splitHouse } from './houses';
import { breaker, device, gg, jobWith, measuredOrigin, stated } from './jobs';
import { rccb, residual } from './residuals';
import { surgeIn } from './surgeHouse';

const dry = (id: string, circuitId: string, kind: Point['kind'], roomId: string, more: Partial<Point> = {}): Point => ({
  id,
  circuitId,
  order: id,
  name: id,
  kind,
  state: 'new',
  roomId,
  wetness: stated('dry'),
  heightM: stated(0.4),
  touched: stated(true),
  earthTo: stated('conductor'),
  readilyAccessible: stated(true),
  ...more,
});
const fed = (id: string, circuitId: string, more: Partial<Load>): Load => ({
  id,
  circuitId,
  order: id,
  name: id,
  cosPhi: stated(1),
  electronics: stated(false),
  waveform: stated('sine'),
  leakageMa: stated(0.2),
  touched: stated(true),
  wet: stated(false),
  inrushPeakA: stated(0),
  inrushS: stated(0),
  ...more,
});

/** What is seen of a board. */
const seen = { openingsClosed: stated(true), premises: stated('household' as const) };

/** A cottage on its own electrode: sockets, lights, a water heater, each behind a device of its own that sees residual current. */
export function ttCottage(): Job {
  const guarded = (curve: 'B' | 'C', ratingA: number) =>
    ({
      ...(breaker(curve, ratingA) as object),
      family: 'rcbo',
      poles: '1P+N',
      residual: { ...residual(0.03, 'general'), voltageDependent: stated(false) },
    }) as never;
  const sketch = (id: string, ratingA: number, lengthM: number, mm2: number, circuit: Partial<Circuit>) => ({
    id,
    lengthM,
    line: mm2,
    protective: mm2,
    settings: guarded('B', ratingA),
    circuit,
  });
  const job = jobWith(
    [
      sketch('sockets', 16, 18, 2.5, { use: 'sockets' }),
      sketch('lights', 10, 15, 1.5, { use: 'lighting' }),
      sketch('heater', 16, 8, 2.5, { use: 'fixed' }),
    ],
    measuredOrigin({
      zeOhm: stated(60, 'measured'),
      zLnOhm: stated(0.25, 'measured'),
      surroundings: stated('rural'),
      flashesPerKm2: stated(1),
      overheadLvM: stated(400),
      overheadHvM: stated(600),
    }),
  );
  job.supply = { ...job.supply, earthing: 'TT' };
  for (const id of ['sockets', 'lights', 'heater']) delete job.circuits[id]!.designCurrentA;
  job.circuits.service = { ...job.circuits.service!, designCurrentA: stated(30) };
  job.boards.board = {
    ...job.boards.board!,
    ...seen,
    spaces: stated(12),
    neutralBonded: stated(false),
    disconnect: stated('in-sight'),
  };
  job.origins.net = { ...job.origins.net!, pipes: stated('bonded') };
  for (const each of Object.values(job.devices)) each.settings = { ...each.settings, listedHere: stated(true) } as never;
  job.rooms.room = { id: 'room', order: 'a', name: 'Room', use: stated('hall'), part: stated('dwelling'), water: stated('none') };
  job.electrodes.rod = {
    id: 'rod',
    order: 'a',
    name: 'Rod',
    kind: 'rod',
    state: 'new',
    resistanceOhm: stated(40, 'measured'),
    originId: 'net',
  } as never;
  job.points.socket = dry('socket', 'sockets', 'socket', 'room', { serves: stated('general'), ratedA: stated(16) });
  job.points.light = dry('light', 'lights', 'light', 'room');
  job.points.heat = dry('heat', 'heater', 'appliance', 'room');
  job.loads.lamp = fed('lamp', 'sockets', { pointId: 'socket', powerW: stated(100), fastened: stated(false) });
  job.loads.light = fed('light', 'lights', { pointId: 'light', powerW: stated(60) });
  job.loads.heat = fed('heat', 'heater', {
    pointId: 'heat',
    powerW: stated(2400),
    equipment: stated('water-heater'),
    fastened: stated(true),
  });
  job.devices.cutout = device('cutout', 'service', gg(100));
  job.devices.main = device(
    'main',
    'service',
    {
      ...(rccb() as object),
      conditionalWithDeviceId: 'cutout',
      conditionalWithAs: 'fuse gG 100 A 1P',
      ratingA: stated(100),
      listedHere: stated(true),
    } as never,
    { order: 'b' },
  );
  job.devices.spd = surgeIn('board', { connection: '1+1', npeInKa: stated(20) }, { id: 'spd' });
  return job;
}

/** A flat of the other book: bedroom outlets, lights and a water heater, each with what is asked of it. */
export function necFlat(): Job {
  const job = splitHouse();
  for (const id of ['range', 'kiln', 'feeder']) {
    delete job.circuits[id];
    delete job.segments[id];
    delete job.devices[`${id}-device`];
  }
  delete job.boards.studio;
  job.boards.board = {
    ...job.boards.board!,
    ...seen,
    disconnect: stated('own-main'),
    spaces: stated(20),
    ratedA: stated(200),
    emergencyDisconnect: stated(true),
    intersystemBonding: stated(true),
    readilyAccessible: stated(true),
  };
  job.circuits.service = { ...job.circuits.service!, designCurrentA: stated(60), continuous: stated(false) };
  job.origins.net = { ...job.origins.net!, pipes: stated('bonded') };
  job.devices.main = device('main', 'service', mouldedCase(100, '2P', { ...BOUNDS, listedHere: stated(true) }), {
    seat: 'end',
    lines: ['L1', 'L2'],
    order: 'a',
  });
  job.devices['outlets-device'] = device(
    'outlets-device',
    'outlets',
    mouldedCase(20, '1P', { ...BOUNDS, listedHere: stated(true), arcFault: 'combination' }),
    {
      lines: ['L1'],
    },
  );
  job.electrodes.rods = {
    id: 'rods',
    order: 'a',
    name: 'Rods',
    kind: 'rod',
    state: 'new',
    boardId: 'board',
    resistanceOhm: stated(8, 'measured'),
    lengthM: stated(2.5),
  } as never;
  job.circuits.outlets = { ...job.circuits.outlets!, use: 'lighting', continuous: stated(false) };
  delete job.circuits.outlets.designCurrentA;
  job.rooms.room = {
    id: 'room',
    order: 'a',
    name: 'Store',
    use: stated('store'),
    part: stated('dwelling'),
    water: stated('none'),
  };
  job.points.light = dry('light', 'outlets', 'light', 'room');
  job.loads.light = fed('light', 'outlets', {
    pointId: 'light',
    powerW: stated(60),
    continuous: stated(false),
    equipment: stated('other'),
    fastened: stated(true),
  });
  job.devices.spd = surgeIn(
    'board',
    { connection: 'L-N-G', ucV: stated(150), sccrA: stated(25_000) },
    { id: 'spd', lines: ['L1', 'L2'] },
  );
  return job;
}
const BOUNDS = { instantaneousLowTimes: stated(8), instantaneousHighTimes: stated(10) };
