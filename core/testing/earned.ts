import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { mouldedCase, soilHouse, splitHouse, threePhaseHouse } from './houses';
import { breaker, device, gg, jobWith, measuredOrigin, stated } from './jobs';

import {
  all,
  backFed,
  branch,
  type Change,
  combined,
  conditional,
  consumerUnit,
  drop,
  dwelling,
  feederTap,
  fuses,
  island,
  leaky,
  load,
  machine,
  oldBuilding,
  oldRange,
  pumpHouse,
  rcbo,
  ringHouse,
  series,
  set,
  socket,
  thinNeutral,
  ungrounded,
} from './reliefJobs';

/** What takes a condition away, what leaves it unsaid, and the fact that says it. `structure`: drawn means stated. */
export interface Knocked {
  no?: Change;
  missing?: Change | 'structure';
  fact?: string;
  /** Why the condition is never asked where it is not so: the plain rule decides before it. */
  before?: string;
}

export interface Earning {
  job: () => Job;
  circuit: string;
  question: QuestionId;
  check: string;
  /** A credit that lifts a stop to no more than a caution. */
  caution?: true;
  conditions: Readonly<Record<string, Knocked>>;
}

/** A fact: taken away by another value, unsaid by none. */
const fact = (path: string, no: unknown): Knocked => ({ no: set(path, stated(no)), missing: set(path, undefined), fact: path });

const structure = (no: Change): Knocked => ({ no, missing: 'structure' });

const ringOf = (cableId: string): Earning['conditions'] => ({
  pack: { missing: (job) => ({ ...job, pack: 'iec-60364' }) },
  final: { ...oneLoad('c').final!, before: 'only a final circuit is a ring' },
  device: fact('devices.c-device.settings.ratingA', 40),
  copper: {
    ...fact(`segments.${cableId}.material`, 'Al'),
    before: 'no ampacity is listed for aluminium so thin, and what is listed needs no relief',
  },
  'live-section': {
    ...fact(`segments.${cableId}.lineSize`, '1.5mm2'),
    no: set(`segments.${cableId}.neutralSize`, stated('1.5mm2')),
    missing: set(`segments.${cableId}.neutralSize`, undefined),
  },
  'protective-section': fact(`segments.${cableId}.protectiveSize`, '1mm2'),
  accessories: fact('circuits.c.bs1363', false),
  continuity: fact('circuits.c.ringContinuity', false),
});

/** What says that nothing else can hang on a circuit of one load. */
const oneLoad = (circuitId: string): Earning['conditions'] => ({
  final: structure((job) => ({
    ...job,
    boards: { ...job.boards, annex: { ...job.boards.board!, id: 'annex' } },
    circuits: { ...job.circuits, [circuitId]: { ...job.circuits[circuitId]!, kind: 'distribution', toBoardId: 'annex' } },
  })),
  fixed: { no: set(`circuits.${circuitId}.use`, 'mixed'), missing: set(`circuits.${circuitId}.use`, undefined) },
  'no-outlet': structure(socket(circuitId)),
  'one-load': structure(set(`circuits.${circuitId}.designCurrentA`, stated(1))),
});

const feederTapConditions = (longerM: number): Earning['conditions'] => ({
  kind: structure((job) => ({ ...job, circuits: { ...job.circuits, c: { ...branch(150, '6AWG').circuits.c! } } })),
  length: {
    no: set('segments.c.lengthM', stated(longerM)),
    missing: set('segments.c.lengthM', undefined),
    fact: 'segments.c.lengthM',
  },
  end: { missing: drop('devices', 'end') },
  held: fact('devices.end.settings.ratingA', 60),
  shelter: { no: set('segments.c.place', 'exposed'), missing: set('segments.c.place', undefined) },
});

/** Each credit's job in which it is earned, and what takes each of its conditions away. */
export const EARNED: Readonly<Record<string, Earning>> = {
  diversity: {
    job: () => {
      const job = jobWith([
        { id: 'a', settings: breaker('B', 16), lengthM: 10, circuit: { designCurrentA: stated(12), fromBoardId: 'sub' } },
        { id: 'b', settings: breaker('B', 16), lengthM: 10, circuit: { designCurrentA: stated(12), fromBoardId: 'sub' } },
      ]);
      job.boards.sub = { ...job.boards.board!, id: 'sub', order: 'b', name: 'Sub' };
      const { designCurrentA: _, ...feeder } = job.circuits.a!;
      job.circuits.f = {
        ...feeder,
        id: 'f',
        order: 'aa',
        name: 'Feeder',
        kind: 'distribution',
        fromBoardId: 'board',
        toBoardId: 'sub',
        diversity: stated(0.6),
      };
      job.devices.f = device('f', 'f', breaker('C', 16));
      return job;
    },
    ...{ circuit: 'f', question: 'carries-load', check: 'carries:f' },
    conditions: {
      // One part alone of more than the device: no share of it.
      several: structure(
        all(set('circuits.a.designCurrentA', stated(20)), (job) => {
          const { b: _, ...circuits } = job.circuits;
          const { 'b-device': __, ...devices } = job.devices;
          const { 'b-cable': ___, ...segments } = job.segments;
          return { ...job, circuits, devices, segments };
        }),
      ),
      'no-branch': structure(() => {
        const job = splitHouse();
        delete job.circuits.outlets!.designCurrentA;
        job.circuits.outlets!.diversity = stated(0.5);
        for (const id of ['l1', 'l2'])
          job.loads[id] = { ...load('outlets', { currentA: stated(15), continuous: stated(false) }), id };
        return {
          ...job,
          circuits: { ...job.circuits, f: { ...job.circuits.outlets!, id: 'f' } },
          devices: { ...job.devices, f: { ...job.devices['outlets-device']!, id: 'f', circuitId: 'f' } },
          loads: Object.fromEntries(Object.entries(job.loads).map(([id, each]) => [id, { ...each, circuitId: 'f' }])),
        };
      }),
      stated: {
        missing: set('circuits.f.diversity', undefined),
        fact: 'circuits.f.diversity',
      },
    },
  },
  'hundred-percent': {
    job: () => {
      const job = branch(20, '10AWG', { circuit: { designCurrentA: stated(18), continuous: stated(true) } });
      job.devices.c = device('c', 'c', mouldedCase(20, '1P', { hundredPercentListed: stated(true) }), { lines: ['L1'] });
      return job;
    },
    ...{ circuit: 'c', question: 'carries-load', check: 'carries:c' },
    conditions: {
      family: structure((job) => ({
        ...job,
        devices: {
          ...job.devices,
          c: { ...job.devices.c!, settings: { family: 'fuse', system: 'J', ratingA: stated(20), poles: '1P' } },
        },
      })),
      listed: fact('devices.c.settings.hundredPercentListed', false),
    },
  },
  'overload-elsewhere': {
    ...{ job: pumpHouse, circuit: 'c', question: 'protects-cable', check: 'in-iz:c-cable' },
    conditions: {
      ...oneLoad('c'),
      radial: { ...structure(set('circuits.c.topology', 'ring')), before: 'a ring has limits of its own' },
      own: fact('loads.l.overloadProtected', false),
    },
  },
  'ring-final': {
    job: ringHouse,
    circuit: 'c',
    question: 'protects-cable',
    check: 'ring-leg:c-cable',
    conditions: ringOf('c-cable'),
  },
  'ring-spur': {
    ...{ job: ringHouse, circuit: 'c', question: 'protects-cable', check: 'ring-leg:spur' },
    conditions: { ...ringOf('spur'), 'one-point': { no: socket('c', 'q', { segmentId: 'spur' }), missing: drop('points', 'p') } },
  },
  'reduced-neutral': {
    ...{ job: thinNeutral, circuit: 'feeder', question: 'protects-cable', check: 'neutral:feed' },
    conditions: {
      'three-phase': structure((job) => ({
        ...job,
        devices: { ...job.devices, 'feeder-device': device('feeder-device', 'feeder', breaker('C', 63), { lines: ['L1'] }) },
      })),
      lines: {
        no: all(set('segments.feed.lineSize', stated('16mm2')), set('segments.feed.neutralSize', stated('10mm2'))),
        missing: set('segments.feed.lineSize', undefined),
        fact: 'segments.feed.lineSize',
      },
      neutral: fact('segments.feed.neutralSize', '10mm2'),
    },
  },
  'next-size': {
    job: () => branch(60, '6AWG'),
    ...{ circuit: 'c', question: 'protects-cable', check: 'overload:c' },
    conditions: {
      // 40 A of 8 AWG is one, and 45 A stops.
      'no-standard': {
        ...fact('segments.c.lineSize', '8AWG'),
        no: all(set('segments.c.lineSize', stated('8AWG')), set('devices.c.settings.ratingA', stated(45))),
        before: 'the next standard rating is that one itself',
      },
      'to-800': {
        no: set('devices.c.settings.ratingA', stated(900)),
        before: 'no single conductor bears so much',
        missing: set('devices.c.settings.ratingA', undefined),
        fact: 'devices.c.settings.ratingA',
      },
      'no-receptacles': { no: set('circuits.c.use', 'sockets'), missing: set('circuits.c.use', undefined) },
      load: fact('circuits.c.designCurrentA', 56),
    },
  },
  dwelling: {
    ...{ job: dwelling, circuit: 'service', question: 'protects-cable', check: 'overload:drop' },
    conditions: {
      kind: structure((job) => {
        const { fromOriginId: _, toBoardId: __, ...service } = job.circuits.service!;
        const main = { ...job.devices.main!, seat: 'start' as const };
        const final = { ...service, kind: 'final' as const, fromBoardId: 'board' };
        const feed = { ...job.circuits.service!, id: 'feed', order: 'zz' };
        return { ...job, circuits: { ...job.circuits, service: final, feed }, devices: { ...job.devices, main } };
      }),
      system: structure((job) => ({ ...job, supply: { ...job.supply, voltageSystem: 'single-phase' } })),
      // 75 A of 2 AWG aluminum is 83 % of 90.
      rating: {
        ...fact('devices.main.settings.ratingA', 90),
        no: all(
          set('devices.main.settings.ratingA', stated(90)),
          set('segments.drop.lineSize', stated('2AWG')),
          set('segments.drop.material', stated('Al')),
          set('circuits.service.designCurrentA', stated(50)),
        ),
      },
      network: structure((job) => ({ ...job, origins: { net: { ...job.origins.net!, kind: 'generator' } } })),
      alone: structure((job) => ({
        ...job,
        circuits: { ...job.circuits, second: { ...job.circuits.service!, id: 'second', toBoardId: 'studio' } },
      })),
      stated: fact('circuits.service.wholeDwelling', false),
    },
  },
  motor: {
    job: () => machine(40, '12AWG', { motorHp: stated(1), overloadProtected: stated(true) }),
    ...{ circuit: 'c', question: 'protects-cable', check: 'small:c' },
    conditions: {
      ...oneLoad('c'),
      motor: {
        ...structure((job) => ({
          ...job,
          loads: { l: load('c', { currentA: stated(16), continuous: stated(false), overloadProtected: stated(true) }) },
        })),
        before: 'only a motor has a motor device',
      },
      own: fact('loads.l.overloadProtected', false),
    },
  },
  marked: {
    job: () => machine(30, '12AWG', { minimumAmpacityA: stated(18), maximumDeviceA: stated(30) }),
    ...{ circuit: 'c', question: 'protects-cable', check: 'small:c' },
    conditions: {
      ...oneLoad('c'),
      ampacity: {
        missing: all(set('loads.l.minimumAmpacityA', undefined), set('loads.l.currentA', stated(10))),
        fact: 'loads.l.minimumAmpacityA',
      },
      device: { fact: 'loads.l.maximumDeviceA' },
    },
  },
  'feeder-10-ft': {
    job: () => feederTap('feeder-10-ft', 3),
    circuit: 'c',
    question: 'protects-cable',
    check: 'tap:c',
    conditions: feederTapConditions(3.1),
  },
  'feeder-25-ft': {
    ...{ job: () => feederTap('feeder-25-ft', 7.6), circuit: 'c', question: 'protects-cable', check: 'tap:c' },
    conditions: {
      ...feederTapConditions(7.7),
      shelter: { missing: set('segments.c.place', undefined) },
    },
  },
  cooking: {
    job: () => machine(50, '12AWG', { powerW: stated(1700), appliance: stated('range') }, { tap: 'cooking', lengthM: stated(2) }),
    ...{ circuit: 'c', question: 'protects-cable', check: 'tap:c' },
    conditions: {
      kind: oneLoad('c').final!,
      device: { ...fact('devices.c.settings.ratingA', 60) },
      'no-receptacle': { no: socket('c'), missing: set('circuits.c.use', undefined) },
      range: {
        no: set('loads.l.appliance', stated('other')),
        missing: set('loads.l.appliance', undefined),
        fact: 'loads.l.appliance',
      },
    },
  },
  outlet: {
    job: () => branch(20, '14AWG', { circuit: { use: 'lighting' }, segment: { tap: 'outlet', lengthM: stated(0.4) } }),
    ...{ circuit: 'c', question: 'protects-cable', check: 'tap:c' },
    conditions: {
      kind: oneLoad('c').final!,
      device: {
        no: all(set('devices.c.settings.ratingA', stated(60)), set('segments.c.lineSize', stated('12AWG'))),
        missing: set('devices.c.settings.ratingA', undefined),
        fact: 'devices.c.settings.ratingA',
      },
      length: fact('segments.c.lengthM', 0.5),
      'no-receptacle': { no: socket('c'), missing: set('circuits.c.use', undefined) },
    },
  },
  'reduced-neutral nec': {
    job: () => {
      const job = splitHouse();
      job.segments.feeder = {
        ...job.segments.feeder!,
        neutralSize: stated('4AWG'),
        roles: ['line', 'line2', 'neutral', 'protective'],
      };
      job.circuits.feeder = { ...job.circuits.feeder!, designCurrentA: stated(40) };
      return job;
    },
    ...{ circuit: 'feeder', question: 'protects-cable', check: 'neutral:feeder' },
    conditions: {
      lines: structure((job) => ({
        ...job,
        devices: {
          ...job.devices,
          'feeder-device': device('feeder-device', 'feeder', mouldedCase(100, '1P'), { lines: ['L1'] }),
        },
        segments: { ...job.segments, feeder: { ...job.segments.feeder!, roles: ['line', 'neutral', 'protective'] } },
      })),
      use: structure((job) => ({
        ...job,
        circuits: { ...job.circuits, feeder: { ...branch(100, '2AWG').circuits.c!, id: 'feeder' } },
        loads: {
          l: load('feeder', {
            currentA: stated(10),
            lines: stated('all'),
            appliance: stated('other'),
            continuous: stated(false),
          }),
        },
      })),
      least: {
        ...fact('segments.feeder.neutralSize', '10AWG'),
        no: all(
          set('segments.feeder.neutralSize', stated('10AWG')),
          set('circuits.feeder.designCurrentA', stated(10)),
          set('circuits.kiln.designCurrentA', stated(10)),
        ),
      },
    },
  },
  combination: {
    ...{ job: combined, circuit: 'c', question: 'breaks-fault', check: 'breaks:c-device:L-N' },
    conditions: {
      ahead: structure((job) => ({ ...job, combinations: { k: { ...job.combinations.k!, upstreamDeviceId: 'c-device' } } })),
      upstream: { no: set('devices.cutout.settings.ratingA', stated(80)), fact: 'devices.cutout.settings.ratingA' },
      downstream: { no: set('devices.c-device.settings.curve', stated('C')), fact: 'devices.c-device.settings.curve' },
    },
  },
  conditional: {
    ...{ job: conditional, circuit: 'service', question: 'breaks-fault', check: 'breaks:rcd:L-N' },
    conditions: {
      backup: { missing: set('devices.rcd.settings.conditionalWithDeviceId', undefined) },
      same: {
        no: set('devices.cutout.settings.ratingA', stated(100)),
        missing: set('devices.rcd.settings.conditionalWithAs', undefined),
        fact: 'devices.cutout.settings.ratingA',
      },
    },
  },
  'consumer-unit': {
    ...{ job: consumerUnit, circuit: 'c', question: 'breaks-fault', check: 'breaks:c-device:L-N' },
    conditions: {
      pack: { ...structure((job) => ({ ...job, pack: 'iec-60364' })), before: 'other packs know no such rating' },
      'single-phase': structure((job) => ({ ...job, supply: { ...job.supply, voltageSystem: 'three-phase-400-230' } })),
      marked: fact('boards.board.annexZB', false),
      'cut-out': structure(drop('devices', 'cutout')),
      cartridge: structure((job) => ({
        ...job,
        devices: {
          ...job.devices,
          cutout: device('cutout', 'service', {
            ...{ family: 'fuse', system: 'semi-enclosed', ratingA: stated(80), poles: '1P', breakingA: stated(33_000) },
          } as DeviceSettings),
        },
      })),
      fuse: fact('devices.cutout.settings.ratingA', 125),
      'other-source': structure(island('board')),
    },
  },
  residual: {
    ...{ job: leaky, circuit: 'c', question: 'clears-in-time', check: '' },
    conditions: {
      lines: {
        ...structure((job) => ({
          ...job,
          supply: { ...job.supply, voltageSystem: 'three-phase-400-230' },
          segments: { 'c-cable': { ...job.segments['c-cable']!, roles: ['line', 'line2', 'neutral', 'protective'] } },
        })),
        before: 'what opens some of its lines stops by itself',
      },
      neutral: structure(() => {
        const job = soilHouse();
        job.devices['sauna-device'] = device('sauna-device', 'sauna', rcbo({ poles: '1P' }));
        return {
          ...job,
          circuits: { ...job.circuits, c: { ...job.circuits.sauna!, id: 'c' } },
          devices: { ...job.devices, c: { ...job.devices['sauna-device']!, id: 'c', circuitId: 'c' } },
          segments: { ...job.segments, c: { ...job.segments['sauna-cable']!, id: 'c', circuitId: 'c' } },
        };
      }),
      return: {
        no: set('segments.c-cable.protectivePath', 'pen'),
        missing: all(set('segments.c-cable.protectivePath', undefined), set('segments.c-cable.protectiveSize', undefined)),
      },
      direction: {
        no: () => ({ ...backFed({ bidirectional: stated(false) }) }),
        missing: () => backFed(),
      },
    },
  },
  'both-sides': {
    job: () => backFed({ bidirectional: stated(true) }),
    ...{ circuit: 'feeder', question: 'clears-in-time', check: '' },
    conditions: { bidirectional: fact('devices.feed.settings.bidirectional', false) },
  },
  'slow-final': {
    job: () =>
      jobWith(
        [{ id: 'c', settings: gg(40), lengthM: 10, line: 10, protective: 10, circuit: { use: 'fixed' } }],
        measuredOrigin({ zeOhm: stated(0.8, 'measured') }),
      ),
    ...{ circuit: 'c', question: 'clears-in-time', check: 'overcurrent:c-device' },
    conditions: {
      rating: {
        no: set('circuits.c.use', 'sockets'),
        missing: set('circuits.c.use', undefined),
        fact: 'devices.c-device.settings.ratingA',
      },
    },
  },
  ungrounded: {
    ...{ job: ungrounded, circuit: 'c', question: 'clears-in-time', check: 'return', caution: true },
    conditions: {
      existing: structure(set('circuits.c.state', 'new')),
      'class-a': structure((job) => ({
        ...job,
        devices: { ...job.devices, c: device('c', 'c', mouldedCase(15, '1P'), { lines: ['L1'] }) },
      })),
      marked: fact('points.outlet.noEarthMarked', false),
    },
  },
  'old-range': {
    ...{ job: oldRange, circuit: 'c', question: 'clears-in-time', check: 'neutral-ground', caution: true },
    conditions: {
      existing: structure(set('circuits.c.state', 'altered')),
      final: {
        ...structure((job) => ({
          ...job,
          circuits: { ...job.circuits, c: { ...job.circuits.c!, kind: 'distribution', toBoardId: 'studio' } },
        })),
        before: 'a feeder is asked for its own exception',
      },
      system: structure((job) => ({ ...job, supply: { ...job.supply, voltageSystem: 'single-phase' } })),
      appliance: fact('loads.l.appliance', 'water-heater'),
      size: fact('segments.c.neutralSize', '12AWG'),
    },
  },
  'old-building': {
    ...{ job: oldBuilding, circuit: 'feeder', question: 'clears-in-time', check: 'neutral-ground', caution: true },
    conditions: {
      existing: structure(set('segments.feeder.state', 'new')),
      building: structure(set('boards.studio.otherBuilding', false)),
      electrode: structure(drop('electrodes', 'rod')),
      ties: fact('boards.studio.earthTied', true),
      'ground-fault': structure((job) => ({
        ...job,
        devices: {
          ...job.devices,
          'feeder-device': {
            ...job.devices['feeder-device']!,
            settings: mouldedCase(100, '2P', { groundFault: 'equipment-30mA' }),
          },
        },
      })),
    },
  },
  'residual-selective': {
    ...{ job: series, circuit: 'c', question: 'only-one-trips', check: 'residual:' },
    conditions: {
      ratio: fact('devices.head.settings.residual.sensitivityA', 0.08),
      delayed: fact('devices.head.settings.residual.delay', 'general'),
      general: fact('devices.c-device.settings.residual.delay', 'S'),
      type: fact('devices.head.settings.residual.type', 'AC'),
    },
  },
  'gg-steps': {
    job: () => fuses(63, 40),
    ...{ circuit: 'c', question: 'only-one-trips', check: 'overcurrent:' },
    conditions: {
      'both-gg': structure((job) => ({ ...job, devices: { ...job.devices, up: device('up', 'service', breaker('C', 63)) } })),
      steps: fact('devices.up.settings.ratingA', 50),
    },
  },
  'energy-class': {
    job: () =>
      jobWith(
        [{ id: 'c', settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 2.5 }],
        measuredOrigin({ zeOhm: stated(0.05, 'measured'), zLnOhm: stated(0.05, 'measured') }),
      ),
    ...{ circuit: 'c', question: 'protects-cable', check: 'energy:c-cable:live' },
    conditions: {
      class: { ...fact('devices.c-device.settings.energyClass', '1') },
      curve: fact('devices.c-device.settings.curve', 'D'),
      current: fact('devices.c-device.settings.icnA', 3000),
    },
  },
  'steel-return': {
    job: () =>
      jobWith([
        {
          id: 'c',
          settings: breaker('B', 16),
          lengthM: 20,
          segment: { protectivePath: 'armour', returnMohmPerM: stated(4), protectiveSize: stated('16mm2') },
        },
      ]),
    ...{ circuit: 'c', question: 'clears-in-time', check: 'overcurrent:c-device' },
    conditions: {
      resistance: {
        missing: set('segments.c-cable.returnMohmPerM', undefined),
        fact: 'segments.c-cable.returnMohmPerM',
      },
    },
  },
  measured: {
    job: () => jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]),
    ...{ circuit: 'c', question: 'breaks-fault', check: 'breaks:c-device:L-PE' },
    conditions: { read: { missing: set('origins.net.zeOhm', stated(0.3)) } },
  },
  'full-neutral': {
    job: () => {
      const { zeOhm: _, ...origin } = measuredOrigin({ zLnOhm: stated(0.2, 'measured'), fullNeutral: stated(true) });
      return threePhaseHouse(origin);
    },
    ...{ circuit: 'motor', question: 'breaks-fault', check: 'breaks:motor-device:L-L' },
    conditions: { full: fact('origins.net.fullNeutral', false) },
  },
};
