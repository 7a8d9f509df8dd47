import type { Job } from '../job/schema/job';
import type { Origin } from '../job/schema/supply';
import { mouldedCase, splitHouse } from './houses';
import { breaker, device, jobWith, measuredOrigin, stated } from './jobs';
import { leakyHouse, switchOf } from './leakyHouse';
import { cookingHouse } from './reliefJobs';
import { residual } from './residuals';
import { surgeHouse } from './surgeHouse';

/** A house with a generator on its panel by a breaker, which feeds in place of the network. */
export function secondSource(partedBy?: NonNullable<Origin['partedBy']>['value'], more: Partial<Origin> = {}): Job {
  const job = splitHouse();
  const [grid] = Object.values(job.sourceStates);
  job.origins.gen = {
    id: 'gen',
    order: 'z',
    name: 'Generator',
    kind: 'generator',
    state: 'new',
    zeOhm: stated(0.5, 'measured'),
    ...(partedBy === undefined ? {} : { partedBy: stated(partedBy) }),
    neutralBond: stated(false),
    ...more,
  };
  job.circuits.lead = { ...job.circuits.service!, id: 'lead', order: 'z', name: 'Lead', fromOriginId: 'gen' };
  job.devices.lead = device('lead', 'lead', mouldedCase(30, '2P'), { lines: ['L1', 'L2'] });
  job.sourceStates.gen = { ...grid!, id: 'gen', order: 'z', name: 'Generator', originIds: ['gen'] };
  return job;
}

/** A heat pump on three lines whose maker lets type F do, and a heater with its plate. */
function threeLines(): Job {
  const job = leakyHouse(
    { a: { lines: 'all', equipment: 'heat-pump', waveform: 'smooth-dc', dcLeakageMa: 5, makersType: 'F' } },
    { ...(switchOf('F') as object), poles: '4P' } as never,
    { settings: { ...(breaker('B', 16) as object), poles: '3P+N' } as never },
  );
  job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
  job.devices.rccb = { ...job.devices.rccb!, lines: ['L1', 'L2', 'L3'] };
  return job;
}

/** A bathroom with a light of extra-low voltage in zone 0, and a cable that only passes through. */
function bathroom(): Job {
  const job = jobWith([
    { id: 'c', settings: breaker('B', 6), lengthM: 10, segment: { place: 'exposed', throughBath: stated(true) } },
  ]);
  job.pack = 'bs-7671-2018-a2';
  job.rooms.r = { id: 'r', order: 'a', name: 'Bath', use: stated('bath') };
  job.points.p = {
    id: 'p',
    circuitId: 'c',
    order: 'a',
    name: 'light',
    kind: 'light',
    state: 'new',
    roomId: 'r',
    zone: stated('0'),
    fedBy: stated('selv'),
    selvV: stated(12),
    neutralTouchesEarth: stated(false),
  };
  return job;
}

/** A surge device behind a residual device that stands the surge. */
function behindImmune(): Job {
  const job = surgeHouse();
  job.devices.head = device(
    ...([
      'head',
      'service',
      { ...(switchOf('A', 0.1) as object), residual: { ...residual(0.1, 'general'), surgeImmune: stated(true) } } as never,
    ] as const),
    { seat: 'end' },
  );
  return job;
}

/** Behind external lightning protection, with the figures of the part between neutral and earth. */
function struck(): Job {
  const job = surgeHouse(8, {
    connection: '1+1',
    npeInKa: stated(10),
    npeIimpKa: stated(25),
  });
  job.origins.net = { ...job.origins.net!, lightningProtection: stated(true) };
  return job;
}

/** A charger that detects smooth DC, and a heater with its plate. */
function charged(): Job {
  const job = leakyHouse({
    a: { equipment: 'vehicle-charger', dcDetection: true },
    b: { powerW: 2400, plateV: 240, waveform: 'sine' },
  });
  delete job.loads.b!.currentA;
  delete job.circuits.b!.designCurrentA;
  job.origins.net = measuredOrigin();
  return job;
}

/** A fan that hangs by a tub, under a panel on the landing of the stairs. */
function upstairs(): Job {
  const job = splitHouse();
  job.rooms.bath = { id: 'bath', order: 'a', name: 'Bath', use: stated('bath'), water: stated('tub') };
  job.rooms.stair = { id: 'stair', order: 'b', name: 'Stair', use: stated('stairs') };
  job.boards.board = { ...job.boards.board!, roomId: 'stair', overSteps: stated(false) };
  job.points.fan = {
    id: 'fan',
    circuitId: 'outlets',
    order: 'a',
    name: 'fan',
    kind: 'light',
    state: 'new',
    roomId: 'bath',
    tubDistanceM: stated(0.8),
    hanging: stated(true),
    heightM: stated(3.4),
  };
  return job;
}

/** Jobs in which what was silent before counts, fact by fact. */
export const saidJobs = (): Job[] => [
  secondSource('interlock'),
  threeLines(),
  bathroom(),
  behindImmune(),
  struck(),
  charged(),
  upstairs(),
  cookingHouse(),
];
