import type { Load, Segment } from '../job/schema/circuit';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { Origin } from '../job/schema/supply';
import { askedJobs } from './askedJobs';
import { boardJobs } from './boardJobs';
import { soilHouse, splitHouse, star, threePhaseHouse, transformerOrigin } from './houses';
import { inspectedJobs } from './inspectedHouse';
import { breaker, device, gg, jobWith, stated } from './jobs';
import { leakyJobs } from './leakyHouse';
import { RELAXATION_JOBS } from './relaxations';
import { branch, dwellingOf220 } from './reliefJobs';
import { saidJobs } from './saidJobs';
import { surgeJobs } from './surgeHouse';

/** A network of which nothing is said but what is given. */
const bare = (more: Partial<Origin>): Origin => ({
  id: 'net',
  order: 'a',
  name: 'Network',
  kind: 'network',
  state: 'existing',
  ...more,
});
/** One circuit behind B16, its cable and its load as they are given. */
const one = (more: Partial<Segment>, pack: Job['pack'] = 'iec-60364', load: Partial<Load> = {}): Job => {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 2.5, segment: more }]);
  job.pack = pack;
  if (Object.keys(load).length > 0)
    job.loads.l = { id: 'l', circuitId: 'c', order: 'a', name: 'machine', cosPhi: stated(1), currentA: stated(5), ...load };
  return job;
};

/** Networks, sources, electrodes and cables of which more is said than elsewhere. */
function networkWitnesses(): Job[] {
  const beside = RELAXATION_JOBS['both-sides']!.job();
  beside.origins.inv = { ...beside.origins.inv!, runsAlone: stated(true) };
  beside.sourceStates = { grid: { ...beside.sourceStates.grid!, originIds: ['net', 'inv'] } };
  const apart = threePhaseHouse(star());
  apart.electrodes.rod = { id: 'rod', order: 'a', name: 'Rod', boardId: 'annex', resistanceOhm: stated(20), state: 'new' };
  apart.boards.annex = { ...apart.boards.annex!, earthTied: stated(false), earthsWithinReach: stated(false) };
  apart.segments.feed = { ...apart.segments.feed!, protectivePath: 'none' };
  const graded = one({ protectiveSize: stated('1mm2') });
  graded.devices['c-device'] = { ...graded.devices['c-device']!, grade: 'typical' };
  return [
    jobWith(
      [{ id: 'c', settings: breaker('B', 16), lengthM: 20 }],
      bare({ psccA: stated(2000, 'measured'), pefcA: stated(1500, 'measured'), xOverR: stated(0.5) }),
    ),
    threePhaseHouse(bare({ pscc3A: stated(5000, 'measured'), fullNeutral: stated(true), minFaultA: stated(500) })),
    threePhaseHouse(
      bare({ psccLlA: stated(4000, 'measured'), psccA: stated(2000, 'measured'), pefcA: stated(1500, 'measured') }),
    ),
    splitHouse(transformerOrigin({ impedancePercent: stated(4), standard: 'ieee' })),
    one({ protectiveMaterial: stated('Al'), protectiveSize: stated('16mm2') }),
    one({ construction: 'flat-sheathed', method: stated('100') }, 'bs-7671-2018-a2'),
    one({ method: stated('D1'), place: 'buried', soilKmPerW: stated(1.5), construction: 'armoured' }),
    one({ inSun: true }),
    threePhaseHouse(bare({ zLnOhm: stated(0.2, 'measured'), fullNeutral: stated(true) })),
    beside,
    apart,
    graded,
  ];
}

/** Loads and outlets of which more is said. */
function loadWitnesses(): Job[] {
  const harmonics = threePhaseHouse(star());
  for (const circuit of Object.values(harmonics.circuits)) delete circuit.designCurrentA;
  for (const id of Object.keys(harmonics.circuits).filter((each) => each !== 'motor'))
    harmonics.loads[id] = {
      id,
      circuitId: id,
      order: 'a',
      name: id,
      cosPhi: stated(1),
      currentA: stated(5),
      lines: stated('L1'),
      thirdHarmonicPercent: stated(20),
    };
  const motor = RELAXATION_JOBS.motor!.job();
  motor.devices.c = { ...motor.devices.c!, settings: fuseJ(30) };
  motor.loads.l = { ...motor.loads.l!, motorHp: stated(1) };
  const neutral = splitHouse();
  neutral.loads.l = { id: 'l', circuitId: 'kiln', order: 'a', name: 'kiln', needsNeutral: true };
  // Each laundry circuit beyond the first counts.
  const laundries = dwellingOf220(150);
  for (const id of ['outlets', 'more']) laundries.circuits[id] = { ...laundries.circuits[id]!, purpose: stated('laundry') };
  const single = branch(20, '12AWG', { circuit: { use: 'sockets' } });
  single.points.p = {
    id: 'p',
    circuitId: 'c',
    order: 'a',
    name: 'outlet',
    kind: 'socket',
    state: 'new',
    ratedA: stated(15),
    receptacles: stated(1),
  };
  single.loads.l = {
    id: 'l',
    circuitId: 'c',
    order: 'a',
    name: 'machine',
    pointId: 'p',
    currentA: stated(5),
    continuous: stated(false),
    voltages: stated('line-line'),
  };
  const fixed = structuredClone(single);
  fixed.points.q = { ...fixed.points.p!, id: 'q', order: 'b', name: 'next' };
  fixed.loads.l = { ...fixed.loads.l!, fastened: stated(true) };
  const starting = one({}, 'iec-60364', {
    inrushPeakA: stated(100),
    inrushS: stated(0.02),
    startCurrentA: stated(30),
    startTimeS: stated(0.8),
  });
  return [laundries, single, fixed, starting, harmonics, motor, neutral];
}

/** Devices of which more is said: settings, own points, a switch, a group. */
function deviceWitnesses(): Job[] {
  const switched = splitHouse();
  switched.devices.switch = device(
    'switch',
    'service',
    { family: 'switch', duty: 'transfer', ratingA: stated(200), poles: '2P' },
    { seat: 'end', order: '0' },
  );
  const service = jobWith([{ id: 'c', settings: breaker('B', 16, { icsA: stated(500), ownFactor: stated(0.9) }), lengthM: 20 }]);
  const set = jobWith([{ id: 'c', settings: adjustable(), lengthM: 20, line: 35, protective: 16 }]);
  const own = one({});
  own.devices['c-device'] = {
    ...own.devices['c-device']!,
    grade: 'maker',
    settings: breaker('B', 16, {
      curvePoints: stated([
        { currentA: 20, fastS: 1000, slowS: 3600 },
        { currentA: 40, fastS: 5, slowS: 50 },
        { currentA: 80, fastS: 0.05, slowS: 0.1 },
      ]),
    }),
  };
  // Delays and own points tell only under something.
  set.devices['c-device'] = { ...set.devices['c-device']!, grade: 'typical' };
  for (const [job, ratingA] of [
    [set, 100],
    [own, 63],
  ] as const)
    job.devices.cutout = device('cutout', 'service', gg(ratingA), { grade: 'typical' });
  return [set, own, splitBehind(), switched, service];
}

function splitBehind(): Job {
  const job = RELAXATION_JOBS.diversity!.job();
  job.devices.group = device(
    'group',
    'unused',
    { ...breaker('C', 16) },
    { seat: 'board', boardId: 'sub', diversity: stated(0.5) },
  );
  delete job.devices.group.circuitId;
  for (const id of ['a', 'b']) job.circuits[id] = { ...job.circuits[id]!, behindDeviceId: 'group' };
  return job;
}
const adjustable = (): DeviceSettings => ({
  family: 'mccb',
  poles: '1P',
  frameA: stated(100),
  irA: stated(63),
  iiA: stated(500),
  trS: stated(8),
  isdA: stated(300),
  tsdS: stated(0.1),
  icuA: stated(25_000),
  icsA: stated(12_000),
});
const fuseJ = (ratingA: number): DeviceSettings => ({
  family: 'fuse',
  system: 'J',
  ratingA: stated(ratingA),
  poles: '1P',
  breakingA: stated(200_000),
  timeDelay: stated(false),
});

/** Houses, the jobs in which each relief applies, and those in which the rest of the facts count. */
export const JOBS: readonly Job[] = [
  splitHouse(),
  threePhaseHouse(star()),
  soilHouse(),
  ...Object.values(RELAXATION_JOBS).map(({ job }) => job()),
  // Facts count in these that neither the demos nor the reliefs have.
  ...networkWitnesses(),
  ...loadWitnesses(),
  ...deviceWitnesses(),
  ...boardJobs(),
  ...askedJobs(),
  ...leakyJobs(),
  ...surgeJobs(),
  ...inspectedJobs(),
  ...saidJobs(),
];
