import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { mouldedCase, soilHouse, splitHouse } from './houses';
import { breaker, device, jobWith, stated } from './jobs';

/** Jobs in which the facts of boards count that the demos do not have. */
export function boardJobs(): Job[] {
  return [panel(), lugs(), metricBoard(), rod()];
}

/** A full panel with a twin, a back-fed main, and two shared neutrals, each tied. */
function panel(): Job {
  const job = splitHouse();
  job.boards.board = {
    ...job.boards.board!,
    spaces: stated(14),
    busLines: ['L2', 'L1'],
    halfFrom: stated(11),
    growthPercent: stated(150),
    layout: 'slots',
    oneLineJumper: stated(false),
    openingsClosed: stated(true),
  };
  job.circuits = { service: job.circuits.service! };
  job.segments = {};
  job.devices = {
    main: device('main', 'service', mouldedCase(200, '2P'), {
      seat: 'end',
      lines: ['L1', 'L2'],
      slot: '1',
      fastened: stated(true),
      backFed: stated(true),
    }),
  };
  const seat = (id: string, slot: string, line: 'L1' | 'L2', more: Partial<Circuit> = {}, settings = mouldedCase(15, '1P')) => {
    job.circuits[id] = {
      id,
      order: `b${id}`,
      number: slot,
      name: id,
      kind: 'final',
      state: 'new',
      fromBoardId: 'board',
      topology: 'radial',
      ...more,
    } as Circuit;
    job.devices[`${id}-d`] = device(`${id}-d`, id, settings, { slot, lines: [line] });
  };
  const neutral = { neutralPigtailed: stated(true), neutralGrouped: stated(true), neutralMark: stated('tape' as const) };
  seat('a', '5', 'L2', neutral);
  seat('b', '7', 'L1', { ...neutral, sharesNeutralWith: 'a' });
  seat('c', '9', 'L2', neutral);
  seat('d', '11', 'L1', { ...neutral, sharesNeutralWith: 'c' });
  seat('e', '13a', 'L2', {}, mouldedCase(15, '1P', { spaceUse: stated('twin') }));
  const tied = { tie: stated('handle' as const) };
  job.devices['b-d'] = { ...job.devices['b-d']!, ...tied, tiedTo: 'a-d' };
  job.devices['d-d'] = { ...job.devices['d-d']!, ...tied, tiedTo: 'c-d' };
  // A main of its own place, to be said of.
  job.devices.spare = device('spare', 'service', mouldedCase(200, '2P'), {
    seat: 'end',
    lines: ['L1', 'L2'],
    order: 'b',
    backFed: stated(true),
    fastened: stated(true),
  });
  return job;
}

/** A panel of lugs alone. */
function lugs(): Job {
  const job = splitHouse();
  for (const { id, seat } of Object.values(job.devices)) if (seat === 'end') delete job.devices[id];
  job.boards.board = { ...job.boards.board!, disconnect: stated('in-sight') };
  job.loads.l = { id: 'l', circuitId: 'kiln', order: 'a', name: 'kiln', disconnect: stated('lockable') };
  return job;
}

/** A British board of one rail, nearly full, with a ring on it. */
function metricBoard(): Job {
  const job = jobWith([
    {
      id: 'c',
      settings: breaker('B', 32, { terminalWires: stated(1), widthModules: stated(2) }),
      lengthM: 30,
      circuit: { topology: 'ring', ringContinuity: stated(true) },
      device: { slot: '1.1' },
    },
    { id: 'd', settings: breaker('B', 16), lengthM: 10, device: { slot: '2.1' } },
  ]);
  job.pack = 'bs-7671-2018-a2';
  job.boards.board = {
    ...job.boards.board!,
    spaces: stated(4),
    rails: stated(2),
    layout: 'rails',
    nonCombustible: stated(true),
  };
  return job;
}

/** In TT a rod nobody measured, its resistance estimated from the soil. */
function rod(): Job {
  const job = soilHouse();
  const { resistanceOhm: _, ...driven } = job.electrodes.rod!;
  job.electrodes.rod = { ...driven, kind: 'rod', lengthM: stated(2.4), soilOhmM: stated(100) };
  return job;
}
