import { applyCommand } from '../job/commands';
import type { Circuit, Load, Segment } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { american, mouldedCase, splitHouse, star, threePhaseHouse } from './houses';
import { breaker, device, gg, jobWith, measuredOrigin, segment, stated } from './jobs';
import { rcbo, rccb, residual } from './residuals';

export type Change = (job: Job) => Job;

export const set =
  (path: string, value: unknown): Change =>
  (job) => {
    const [on, id, ...field] = path.split('.') as ['loads', string, ...string[]];
    return applyCommand(job, {
      label: 'test',
      steps: [{ do: 'set', on, id, field, ...(value === undefined ? {} : { to: value }) }],
    });
  };

export const all =
  (...changes: Change[]): Change =>
  (job) =>
    changes.reduce((done, change) => change(done), job);

export const put =
  (on: 'points' | 'loads' | 'electrodes' | 'devices' | 'circuits' | 'segments', row: { id: string }): Change =>
  (job) =>
    applyCommand(job, { label: 'test', steps: [{ do: 'put', on, row: row as never }] });

export const drop =
  (on: 'loads' | 'devices' | 'electrodes' | 'points', id: string): Change =>
  (job) =>
    applyCommand(job, { label: 'test', steps: [{ do: 'drop', on, id }] });

export const socket = (circuitId: string, id = 'outlet', more: object = {}) =>
  put('points', { id, circuitId, order: id, name: id, kind: 'socket', state: 'new', ...more } as { id: string });

export const load = (circuitId: string, more: Partial<Load>): Load => ({
  id: 'l',
  circuitId,
  order: 'a',
  name: 'machine',
  cosPhi: stated(1),
  ...more,
});

/** A metric circuit of one load that holds its cable against overload by itself: D32 over 2.5 mm². */
export function pumpHouse(): Job {
  const job = jobWith([
    { id: 'c', settings: breaker('D', 32), lengthM: 10, line: 2.5, protective: 2.5, circuit: { use: 'fixed' } },
  ]);
  delete job.circuits.c!.designCurrentA;
  job.loads.l = load('c', { currentA: stated(14), overloadProtected: stated(true) });
  return job;
}

/** A unit in the counter and an oven in the wall on one circuit of 50 A: 13.2 kW by their plates. */
export function cookingHouse(): Job {
  const job = splitHouse();
  delete job.circuits.range!.designCurrentA;
  for (const id of ['kitchen', 'den']) job.rooms[id] = { id, order: id, name: id };
  for (const [id, equipment, powerW] of [
    ['hob', 'counter-cooking', 7200],
    ['oven', 'wall-oven', 6000],
  ] as const) {
    job.points[id] = { id, circuitId: 'range', order: id, name: id, kind: 'appliance', state: 'new', roomId: 'kitchen' };
    job.loads[id] = {
      ...load('range', { appliance: stated('cooking-unit'), equipment: stated(equipment), powerW: stated(powerW) }),
      id,
      name: id,
      pointId: id,
      order: id,
      lines: stated('L1-L2'),
      continuous: stated(false),
    };
  }
  return job;
}

export function ringHouse(): Job {
  const round: Partial<Circuit> = { topology: 'ring', ringContinuity: stated(true), bs1363: stated(true), use: 'sockets' };
  const job = jobWith([{ id: 'c', settings: breaker('B', 32), lengthM: 60, line: 2.5, protective: 1.5, circuit: round }]);
  job.pack = 'bs-7671-2018-a2';
  job.segments.spur = segment('spur', 'c', 5, 2.5, 1.5, { order: 'b', branchOf: 'c-cable' });
  return socket('c', 'p', { segmentId: 'spur' })(job);
}

/** A three-phase feeder of 35 mm² with 16 mm² of neutral. */
export function thinNeutral(): Job {
  const job = threePhaseHouse(star());
  job.circuits.feeder = { ...job.circuits.feeder!, thirdHarmonicPercent: stated(5) };
  job.segments.feed = segment('feed', 'feeder', 25, 35, 16, { neutralSize: stated('16mm2') });
  return job;
}

/** An American circuit in a split-phase house; 50 ft of NM-B. */
export function branch(
  ratingA: number,
  size: string,
  more: { circuit?: Partial<Circuit>; segment?: Partial<Segment>; poles?: '1P' | '2P' } = {},
): Job {
  const job = splitHouse();
  const two = more.poles === '2P';
  job.circuits.c = {
    id: 'c',
    order: 'z',
    number: '9',
    name: 'c',
    kind: 'final',
    state: 'new',
    fromBoardId: 'board',
    topology: 'radial',
    use: 'fixed',
    designCurrentA: stated(1),
    continuous: stated(false),
    ...more.circuit,
  } as Circuit;
  job.segments.c = {
    ...american('c', 'c', 15.24, size, two ? undefined : size, size, {
      construction: 'NM-B',
      place: 'in-wall',
      roles: two ? ['line', 'line2', 'protective'] : ['line', 'neutral', 'protective'],
      ...more.segment,
    }),
  } as Segment;
  job.devices.c = device('c', 'c', mouldedCase(ratingA, two ? '2P' : '1P'), { lines: two ? ['L1', 'L2'] : ['L1'] });
  return job;
}

export function machine(ratingA: number, size: string, more: Partial<Load>, segmentMore: Partial<Segment> = {}): Job {
  const job = branch(ratingA, size, { segment: segmentMore });
  delete job.circuits.c!.designCurrentA;
  delete job.circuits.c!.continuous;
  job.loads.l = load('c', more);
  return job;
}

export function feederTap(tap: 'feeder-10-ft' | 'feeder-25-ft', lengthM: number): Job {
  const job = branch(150, '6AWG', { poles: '2P', segment: { tap, lengthM: stated(lengthM), place: 'raceway' } });
  job.boards.tapped = { ...job.boards.studio!, id: 'tapped', name: 'Tapped', otherBuilding: false, neutralBonded: stated(false) };
  job.circuits.c = { ...job.circuits.c!, kind: 'distribution', toBoardId: 'tapped' };
  job.devices.end = device('end', 'c', mouldedCase(55, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
  return job;
}

/** The service of a dwelling: 2/0 AWG copper, 175 A, a standard rating, behind 200 A. */
export function dwelling(): Job {
  const job = splitHouse();
  job.segments.drop = {
    ...job.segments.drop!,
    lineSize: stated('2/0AWG'),
    neutralSize: stated('2/0AWG'),
    insulation: stated('THW75'),
    material: stated('Cu'),
  };
  job.circuits.service = {
    ...job.circuits.service!,
    designCurrentA: stated(100),
    continuous: stated(false),
    wholeDwelling: stated(true),
  };
  return job;
}

/** An inverter that can feed a board alone. */
export const island =
  (boardId: string): Change =>
  (given) => {
    const job = { ...given, origins: { ...given.origins }, sourceStates: { ...given.sourceStates } };
    job.circuits = { ...given.circuits };
    job.segments = { ...given.segments };
    job.devices = { ...given.devices };
    job.origins.inv = {
      id: 'inv',
      order: 'z',
      name: 'Inverter',
      kind: 'inverter',
      state: 'new',
      maxFaultA: stated(120),
      minFaultA: stated(100),
      neutralBond: stated(true),
    };
    job.sourceStates.island = { id: 'island', order: 'z', name: 'Island', kind: 'island', originIds: ['inv'] };
    job.circuits.lead = {
      ...job.circuits.service!,
      id: 'lead',
      order: 'y',
      name: 'Lead',
      fromOriginId: 'inv',
      toBoardId: boardId,
      designCurrentA: stated(5),
    };
    job.segments.lead = segment('lead', 'lead', 5, 6, 6);
    job.devices.lead = device('lead', 'lead', breaker('B', 16));
    return job;
  };

/** A small breaker with a listed fuse ahead of it. */
export function combined(): Job {
  const job = jobWith(
    [{ id: 'c', settings: breaker('B', 16, { icnA: stated(3000) }), lengthM: 10 }],
    measuredOrigin({ zeOhm: stated(0.2), zLnOhm: stated(0.2), maxFaultA: stated(5000) }),
  );
  job.devices.cutout = device('cutout', 'service', gg(63));
  job.combinations.k = {
    id: 'k',
    order: 'a',
    upstreamDeviceId: 'cutout',
    downstreamDeviceId: 'c-device',
    capacityA: stated(6000),
    reference: 'table 1',
    upstreamAs: 'fuse gG 63 A 1P',
    downstreamAs: 'mcb B16 1P+N 3000 A',
  };
  return job;
}

export function conditional(): Job {
  const job = jobWith(
    [{ id: 'c', settings: breaker('B', 16), lengthM: 10 }],
    measuredOrigin({ zeOhm: stated(0.2), zLnOhm: stated(0.2), maxFaultA: stated(5000) }),
  );
  job.devices.cutout = device('cutout', 'service', gg(63));
  job.devices.rcd = device('rcd', 'service', rccb({ conditionalA: stated(10_000) }), { seat: 'end' });
  return job;
}

export function consumerUnit(): Job {
  const job = jobWith(
    [{ id: 'c', settings: breaker('B', 16), lengthM: 10 }],
    measuredOrigin({ zeOhm: stated(0.35), zLnOhm: stated(0.35), maxFaultA: stated(16_000) }),
  );
  job.pack = 'bs-7671-2018-a2';
  job.boards.board = { ...job.boards.board!, annexZB: stated(true) };
  job.devices.cutout = device('cutout', 'service', {
    family: 'fuse',
    system: 'BS88-3',
    ratingA: stated(80),
    poles: '1P',
    breakingA: stated(33_000),
  });
  return job;
}

/** An RCBO on a feeder behind which a source comes in, in a house with two boards. */
export function backFed(more: object = {}): Job {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
  job.boards.sub = { ...job.boards.board!, id: 'sub', order: 'b', name: 'Sub', neutralBonded: stated(false) };
  job.circuits.feeder = {
    ...job.circuits.c!,
    id: 'feeder',
    name: 'Feeder',
    kind: 'distribution',
    toBoardId: 'sub',
    designCurrentA: stated(5),
  };
  job.segments.feed = segment('feed', 'feeder', 10, 6, 6);
  job.devices.feed = device('feed', 'feeder', rcbo(more));
  return island('sub')(job);
}

/** Its own RCBO is all that clears for a circuit behind 50 Ω of earth loop. */
export function leaky(): Job {
  const job = jobWith([{ id: 'c', settings: rcbo(), lengthM: 10 }], measuredOrigin({ zeOhm: stated(20, 'measured') }));
  return job;
}

export function oldRange(): Job {
  const job = branch(50, '6AWG', {
    poles: '2P',
    circuit: { state: 'existing' },
    segment: { protectivePath: 'pen', neutralSize: stated('6AWG'), roles: ['line', 'line2', 'neutral'], state: 'existing' },
  });
  delete job.circuits.c!.designCurrentA;
  job.loads.l = load('c', { powerW: stated(8000), appliance: stated('range') });
  return job;
}

export function oldBuilding(): Job {
  const job = splitHouse();
  job.circuits.feeder = { ...job.circuits.feeder!, state: 'existing' };
  const { protectiveSize: _, ...feeder } = job.segments.feeder!;
  job.segments.feeder = { ...feeder, state: 'existing', protectivePath: 'pen' };
  job.boards.studio = { ...job.boards.studio!, earthTied: stated(false), neutralBonded: stated(true) };
  job.electrodes.rod = { id: 'rod', order: 'a', name: 'Rod', boardId: 'studio', state: 'existing', kind: 'rod' };
  return job;
}

export function ungrounded(): Job {
  const job = branch(15, '14AWG', { circuit: { state: 'existing', use: 'sockets' }, segment: { roles: ['line', 'neutral'] } });
  job.devices.c = device('c', 'c', mouldedCase(15, '1P', { groundFault: 'class-A' }), { lines: ['L1'] });
  return socket('c', 'outlet', { noEarthMarked: stated(true), ratedA: stated(15) })(job);
}

export function fuses(up: number, down: number): Job {
  const job = jobWith(
    [{ id: 'c', settings: gg(down), lengthM: 10 }],
    measuredOrigin({ zeOhm: stated(0.1, 'measured'), zLnOhm: stated(0.1, 'measured') }),
  );
  job.devices.up = device('up', 'service', gg(up));
  return job;
}

export function series(): Job {
  const job = jobWith([{ id: 'c', settings: rcbo(), lengthM: 10 }]);
  job.devices.cutout = device('cutout', 'service', gg(100));
  job.devices.head = device(
    'head',
    'service',
    { family: 'rccb', ratingA: stated(100), poles: '2P', residual: residual(0.3, 'S') },
    { seat: 'end' },
  );
  return job;
}

/**
 * A dwelling of 1500 ft² with electric heat: 136.7 A by part III of article 220, 102.2 A by 220.82, 110.3 A by 220.83; as it is
 * listed, without what its floor area stands for, 174 A.
 */
export function dwellingOf220(ratedA: number, method?: 'optional' | 'existing' | 'metered'): Job {
  const job = splitHouse();
  for (const each of ['feeder', 'kiln']) delete job.circuits[each];
  for (const each of ['feeder', 'kiln']) delete job.segments[each];
  for (const each of ['feeder-device', 'kiln-device']) delete job.devices[each];
  delete job.boards.studio;
  const { designCurrentA: _, ...service } = job.circuits.service!;
  job.circuits.service = { ...service, wholeDwelling: stated(true) };
  job.devices.main = device('main', 'service', mouldedCase(ratedA, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
  job.boards.board = {
    ...job.boards.board!,
    state: 'existing',
    areaM2: stated(1500 * 0.09290304),
    ...(method === undefined ? {} : { demandMethod: stated(method), meteredVa: stated(12_000) }),
  };
  const hangs = (id: string, lines: 'one' | 'two', more: Partial<Load>, circuit: Partial<Circuit> = { use: 'fixed' }): void => {
    job.circuits[id] = {
      id,
      order: id,
      number: id,
      name: id,
      kind: 'final',
      fromBoardId: 'board',
      topology: 'radial',
      ...circuit,
      state: 'existing',
    } as Circuit;
    job.devices[`${id}-device`] = device(
      `${id}-device`,
      id,
      mouldedCase(lines === 'one' ? 20 : 50, lines === 'one' ? '1P' : '2P'),
      {
        lines: lines === 'one' ? ['L1'] : ['L1', 'L2'],
      },
    );
    job.loads[id] = { ...load(id, { continuous: stated(false), ...more }), id, name: id };
  };
  hangs('range', 'two', { appliance: stated('range'), powerW: stated(12_000) });
  hangs('heat', 'two', { appliance: stated('space-heating'), powerW: stated(9_000) });
  hangs('water', 'two', { appliance: stated('water-heater'), powerW: stated(4_500) });
  hangs('dryer', 'two', { appliance: stated('dryer'), powerW: stated(5_000) });
  hangs('dishwasher', 'one', { appliance: stated('fixed'), powerW: stated(1_200) });
  for (const id of ['outlets', 'more']) hangs(id, 'one', { currentA: stated(15), fastened: stated(false) }, { use: 'sockets' });
  return job;
}

/** A circuit of outlets for anything in a dwelling, of which nothing is listed. */
export function generalOutlets(): Job {
  const job = branch(20, '12AWG', { circuit: { use: 'sockets', designCurrentA: undefined, continuous: undefined } });
  job.boards.board = { ...job.boards.board!, premises: stated('household') };
  return socket('c', 'outlet', { serves: stated('general') })(job);
}
