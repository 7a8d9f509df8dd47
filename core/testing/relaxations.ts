import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { spotJob } from '../questions/saves-person/testing/askedPlaces';
import { splitHouse, threePhaseHouse } from './houses';
import { breaker, device, gg, jobWith, measuredOrigin, stated } from './jobs';
import { RELAXED_NEC } from './relaxationsNec';
import { RELAXED_PROTECTION } from './relaxationsProtection';
import { fact, oneLoad, type Relaxed, structure } from './relaxed';
import {
  all,
  combined,
  conditional,
  consumerUnit,
  drop,
  fuses,
  island,
  load,
  pumpHouse,
  ringHouse,
  set,
  socket,
  thinNeutral,
} from './reliefJobs';
import { rcbo } from './residuals';

const ringOf = (cableId: string): Relaxed['conditions'] => ({
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

/** Each relaxation's job in which it applies, and what takes each of its conditions away. */
export const RELAXATION_JOBS: Readonly<Record<string, Relaxed>> = {
  ...RELAXED_NEC,
  ...RELAXED_PROTECTION,
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
    circuit: 'f',
    question: 'carries-load',
    check: 'carries:f',
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
  'overload-elsewhere': {
    job: pumpHouse,
    circuit: 'c',
    question: 'protects-cable',
    check: 'in-iz:c-cable',
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
    job: ringHouse,
    circuit: 'c',
    question: 'protects-cable',
    check: 'ring-leg:spur',
    conditions: { ...ringOf('spur'), 'one-point': { no: socket('c', 'q', { segmentId: 'spur' }), missing: drop('points', 'p') } },
  },
  'reduced-neutral': {
    job: thinNeutral,
    circuit: 'feeder',
    question: 'protects-cable',
    check: 'neutral:feed',
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
  combination: {
    job: combined,
    circuit: 'c',
    question: 'breaks-fault',
    check: 'breaks:c-device:L-N',
    conditions: {
      ahead: structure((job) => ({ ...job, combinations: { k: { ...job.combinations.k!, upstreamDeviceId: 'c-device' } } })),
      upstream: { no: set('devices.cutout.settings.ratingA', stated(80)), fact: 'devices.cutout.settings.ratingA' },
      downstream: { no: set('devices.c-device.settings.curve', stated('C')), fact: 'devices.c-device.settings.curve' },
    },
  },
  conditional: {
    job: conditional,
    circuit: 'service',
    question: 'breaks-fault',
    check: 'breaks:rcd:L-N',
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
    job: consumerUnit,
    circuit: 'c',
    question: 'breaks-fault',
    check: 'breaks:c-device:L-N',
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
            family: 'fuse',
            system: 'semi-enclosed',
            ratingA: stated(80),
            poles: '1P',
            breakingA: stated(33_000),
          } as DeviceSettings),
        },
      })),
      fuse: fact('devices.cutout.settings.ratingA', 125),
      'other-source': structure(island('board')),
    },
  },
  'bonding-left-out': {
    job: bathroom,
    circuit: 'c',
    question: 'saves-person',
    check: 'bonding:',
    conditions: {
      covered: structure((job) => ({
        ...job,
        devices: { ...job.devices, 'c-device': device('c-device', 'c', rcbo({ residual: residualOf(100) })) },
      })),
      pipes: fact('origins.net.pipes', 'not-bonded'),
    },
  },
  'arc-outlet': {
    job: arcOutlet,
    circuit: 'c',
    question: 'saves-person',
    check: 'asked:arc-fault',
    conditions: {
      first: structure((job) => ({
        ...job,
        points: { ...job.points, before: { ...job.points.p!, id: 'before', order: '0', name: 'before' } },
      })),
      ahead: structure((job) => ({
        ...job,
        segments: { ...job.segments, c: { ...job.segments.c!, construction: 'NM-B' } },
      })),
    },
  },
  'slow-final': {
    job: () =>
      jobWith(
        [{ id: 'c', settings: gg(40), lengthM: 10, line: 10, protective: 10, circuit: { use: 'fixed' } }],
        measuredOrigin({ zeOhm: stated(0.8, 'measured') }),
      ),
    circuit: 'c',
    question: 'clears-in-time',
    check: 'overcurrent:c-device',
    conditions: {
      rating: {
        no: set('circuits.c.use', 'sockets'),
        missing: set('circuits.c.use', undefined),
        fact: 'devices.c-device.settings.ratingA',
      },
    },
  },
  'gg-steps': {
    job: () => fuses(63, 40),
    circuit: 'c',
    question: 'only-one-trips',
    check: 'overcurrent:',
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
    circuit: 'c',
    question: 'protects-cable',
    check: 'energy:c-cable:live',
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
    circuit: 'c',
    question: 'clears-in-time',
    check: 'overcurrent:c-device',
    conditions: {
      resistance: {
        missing: set('segments.c-cable.returnMohmPerM', undefined),
        fact: 'segments.c-cable.returnMohmPerM',
      },
    },
  },
  measured: {
    job: () => jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]),
    circuit: 'c',
    question: 'breaks-fault',
    check: 'breaks:c-device:L-PE',
    conditions: { read: { missing: set('origins.net.zeOhm', stated(0.3)) } },
  },
  'full-neutral': {
    job: () => {
      const { zeOhm: _, ...origin } = measuredOrigin({ zLnOhm: stated(0.2, 'measured'), fullNeutral: stated(true) });
      return threePhaseHouse(origin);
    },
    circuit: 'motor',
    question: 'breaks-fault',
    check: 'breaks:motor-device:L-L',
    conditions: { full: fact('origins.net.fullNeutral', false) },
  },
};

const residualOf = (mA: number) => ({
  sensitivityA: stated(mA / 1000),
  type: stated('A' as const),
  delay: stated('general' as const),
});

/** A bathroom whose metal is not bonded there, behind 30 mA, its pipes bonded where they come in. */
function bathroom(): Job {
  const job = spotJob('bs-7671-2018-a2', {
    kind: 'light',
    use: 'bath',
    point: { zone: 'outside' },
    room: { bonding: 'not-bonded' },
    board: { premises: 'household' },
  });
  job.devices['c-device'] = device('c-device', 'c', rcbo({ residual: residualOf(30) }));
  for (const origin of Object.values(job.origins)) origin.pipes = stated('bonded');
  return job;
}

/** A bedroom outlet whose first receptacle protects against arcs, wired in metal up to it. */
function arcOutlet(): Job {
  const job = spotJob('nec-2023', {
    use: 'bedroom',
    segment: { construction: 'MC' },
    point: { readilyAccessible: true, heightM: 0.4 },
  });
  job.devices.d = {
    id: 'd',
    order: 'a',
    name: 'First outlet',
    state: 'new',
    seat: 'point',
    pointId: 'p',
    lines: [],
    grade: 'standard',
    settings: { family: 'outlet-protection', groundFault: 'none', arcFault: 'outlet' },
  };
  return job;
}
