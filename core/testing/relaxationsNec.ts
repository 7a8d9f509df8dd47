import { mouldedCase, splitHouse } from './houses';
import { device, stated } from './jobs';
import { house } from './necCircuit';
import { fact, oneLoad, type Relaxed, structure } from './relaxed';
import {
  all,
  branch,
  cookingHouse,
  drop,
  dwelling,
  dwellingOf220,
  feederTap,
  generalOutlets,
  load,
  machine,
  oldBuilding,
  oldRange,
  set,
  socket,
  ungrounded,
} from './reliefJobs';

const feederTapConditions = (longerM: number): Relaxed['conditions'] => ({
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

/** What each way to calculate other than part III wants: that it is chosen, and for one whole dwelling. */
const otherMethod = {
  said: { ...fact('boards.board.demandMethod', 'standard'), missing: 'structure', before: 'part III itself is asked' },
  whole: fact('circuits.service.wholeDwelling', false),
} as const;
const existingBoard = structure(set('boards.board.state', 'new'));

/** The relaxations of the NEC: each one's job in which it applies, and what takes each of its conditions away. */
export const RELAXED_NEC: Readonly<Record<string, Relaxed>> = {
  'article-220': {
    job: () => dwellingOf220(150),
    circuit: 'service',
    question: 'carries-load',
    check: 'carries:main',
    conditions: {
      code: {
        ...structure((job) => ({ ...job, dialect: 'iec', pack: 'iec-60364' })),
        before: 'a dwelling under other rules is not counted by it',
      },
      area: { missing: set('boards.board.areaM2', undefined), fact: 'boards.board.areaM2' },
      counted: { missing: set('loads.outlets.fastened', undefined), fact: 'loads.outlets.fastened' },
    },
  },
  'general-use': {
    job: generalOutlets,
    circuit: 'c',
    question: 'carries-load',
    check: 'carries:c',
    conditions: {
      final: structure(set('circuits.c.use', 'fixed')),
      unlisted: {
        ...structure((job) => ({ ...job, loads: { l: load('c', { powerW: stated(1000) }) } })),
        before: 'what is listed is counted',
      },
      outlets: { ...structure(set('points.outlet.kind', 'spur')), missing: drop('points', 'outlet') },
      rating: fact('devices.c.settings.ratingA', 30),
      line: structure((job) => ({
        ...job,
        devices: { ...job.devices, c: device('c', 'c', mouldedCase(20, '2P'), { lines: ['L1', 'L2'] }) },
        segments: { ...job.segments, c: { ...job.segments.c!, roles: ['line', 'line2', 'protective'] } },
      })),
      dwelling: fact('boards.board.premises', 'work'),
      anything: fact('points.outlet.serves', 'appliance'),
    },
  },
  'one-range': {
    job: cookingHouse,
    circuit: 'range',
    question: 'carries-load',
    check: 'carries:range',
    conditions: {
      units: fact('loads.oven.equipment', 'counter-cooking'),
      room: structure((job) => ({ ...job, points: { ...job.points, oven: { ...job.points.oven!, roomId: 'den' } } })),
    },
  },
  nipple: {
    job: () =>
      house({
        ratingA: 20,
        size: '12AWG',
        segment: { construction: 'singles', place: 'raceway', lengthM: stated(0.6), loadedConductors: stated(10) },
      }),
    circuit: 'c',
    question: 'protects-cable',
    check: 'overload',
    conditions: {
      short: fact('segments.c.lengthM', 0.62),
      alone: {
        no: (job) => ({ ...job, segments: { ...job.segments, on: { ...job.segments.c!, id: 'on', order: 'b' } } }),
        missing: (job) => {
          const { construction: _c, place: _p, ...bare } = job.segments.c!;
          return { ...job, segments: { ...job.segments, on: { ...bare, id: 'on', order: 'b' } } };
        },
      },
    },
  },
  'load-management': {
    job: () => {
      const job = dwellingOf220(125);
      job.boards.board = { ...job.boards.board!, managedA: stated(100) };
      return job;
    },
    circuit: 'service',
    question: 'carries-load',
    check: 'demand:board',
    conditions: {
      edition: structure((job) => ({ ...job, pack: 'nec-2020' })),
      set: { ...fact('boards.board.managedA', 126), before: 'more than the rating relieves from nothing', missing: 'structure' },
    },
  },
  'demand-optional': {
    job: () => dwellingOf220(125, 'optional'),
    circuit: 'service',
    question: 'carries-load',
    check: 'demand:board',
    conditions: {
      ...otherMethod,
      wires: structure((job) => ({ ...job, supply: { ...job.supply, voltageSystem: 'single-phase' } })),
      ampacity: fact('devices.main.settings.ratingA', 99),
    },
  },
  'demand-existing': {
    job: () => dwellingOf220(125, 'existing'),
    circuit: 'service',
    question: 'carries-load',
    check: 'demand:board',
    conditions: { ...otherMethod, existing: existingBoard },
  },
  'demand-metered': {
    job: () => dwellingOf220(125, 'metered'),
    circuit: 'service',
    question: 'carries-load',
    check: 'demand:board',
    conditions: {
      ...otherMethod,
      existing: existingBoard,
      'no-outlets': structure(set('circuits.more.state', 'new')),
      metered: { missing: set('boards.board.meteredVa', undefined), fact: 'boards.board.meteredVa' },
    },
  },
  'hundred-percent': {
    job: () => {
      const job = branch(20, '10AWG', { circuit: { designCurrentA: stated(18), continuous: stated(true) } });
      job.devices.c = device('c', 'c', mouldedCase(20, '1P', { hundredPercentListed: stated(true) }), { lines: ['L1'] });
      return job;
    },
    circuit: 'c',
    question: 'carries-load',
    check: 'carries:c',
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
  'next-size': {
    job: () => branch(60, '6AWG'),
    circuit: 'c',
    question: 'protects-cable',
    check: 'overload:c',
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
    job: dwelling,
    circuit: 'service',
    question: 'protects-cable',
    check: 'overload:drop',
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
    circuit: 'c',
    question: 'protects-cable',
    check: 'small:c',
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
    circuit: 'c',
    question: 'protects-cable',
    check: 'small:c',
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
    job: () => feederTap('feeder-25-ft', 7.6),
    circuit: 'c',
    question: 'protects-cable',
    check: 'tap:c',
    conditions: {
      ...feederTapConditions(7.7),
      shelter: { missing: set('segments.c.place', undefined) },
    },
  },
  cooking: {
    job: () => machine(50, '12AWG', { powerW: stated(1700), appliance: stated('range') }, { tap: 'cooking', lengthM: stated(2) }),
    circuit: 'c',
    question: 'protects-cable',
    check: 'tap:c',
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
    circuit: 'c',
    question: 'protects-cable',
    check: 'tap:c',
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
    circuit: 'feeder',
    question: 'protects-cable',
    check: 'neutral:feeder',
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
  ungrounded: {
    job: ungrounded,
    circuit: 'c',
    question: 'clears-in-time',
    check: 'return',
    caution: true,
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
    job: oldRange,
    circuit: 'c',
    question: 'clears-in-time',
    check: 'neutral-ground',
    caution: true,
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
    job: oldBuilding,
    circuit: 'feeder',
    question: 'clears-in-time',
    check: 'neutral-ground',
    caution: true,
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
};
