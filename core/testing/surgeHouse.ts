import { deviceLine } from '../devices/identity';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { breaker, device, gg, jobWith, stated } from './jobs';

/** A surge device in a board with everything on its plate stated. */
export const surgeIn = (boardId: string, more: object = {}, row: Partial<Device> = {}): Device =>
  ({
    id: `surge-${boardId}`,
    order: 's',
    name: 'SPD',
    state: 'new',
    seat: 'board',
    boardId,
    lines: ['L1'],
    grade: 'standard',
    settings: {
      family: 'spd',
      type: stated('2'),
      ucV: stated(275),
      upKv: stated(1.2),
      inKa: stated(20),
      sccrA: stated(10_000),
      leadM: stated(0.4),
      connection: '1+1',
      ownDisconnector: stated(true),
      ...more,
    },
    ...row,
  }) as Device;

/** A house that needs protection by its line, with a circuit `c` of so many metres. */
export function surgeHouse(lengthM = 8, spd: object = {}): Job {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM }]);
  job.boards.board = { ...job.boards.board!, premises: stated('household') };
  job.origins.net = {
    ...job.origins.net!,
    surroundings: stated('rural'),
    flashesPerKm2: stated(1),
    overheadLvM: stated(400),
    overheadHvM: stated(600),
  };
  job.circuits.service = { ...job.circuits.service!, state: 'new' };
  job.loads.l = { id: 'l', circuitId: 'c', order: 'a', name: 'machine', currentA: stated(1) };
  job.devices.cutout = device('cutout', 'service', gg(63));
  job.devices.spd = surgeIn('board', spd, { id: 'spd' });
  return job;
}

/** The same, opened by the cut-out when it fails. */
export function backedHouse(): Job {
  const job = surgeHouse();
  const backed = { ownDisconnector: undefined, backupDeviceId: 'cutout', backupAs: deviceLine(job.devices.cutout!) };
  job.devices.spd = surgeIn('board', backed, { id: 'spd' });
  return job;
}

/** Jobs in which what surge devices and lines say counts, fact by fact. */
export function surgeJobs(): Job[] {
  const cables = surgeHouse();
  // A kilometre in all, just not wanted: with any of it unknown it is.
  cables.origins.net = {
    ...cables.origins.net!,
    overheadLvM: stated(200),
    cableLvM: stated(300),
    overheadHvM: stated(300),
    cableHvM: stated(200),
    flashesPerKm2: stated(0.09786),
  };
  delete cables.devices.spd;
  const only = surgeHouse();
  delete only.origins.net!.overheadHvM;
  delete only.devices.spd;
  const british = surgeHouse();
  british.pack = 'bs-7671-2018-a2';
  delete british.devices.spd;
  british.origins.net = { ...british.origins.net!, surgeCosts: stated('no-more'), surgeDeclined: stated(true) };
  const first = surgeHouse(8, {
    type: stated('1+2'),
    iimpKa: stated(12.5),
    mount: stated('line-side'),
    indicator: stated('failed'),
  });
  first.devices.spd = { ...first.devices.spd!, state: 'existing' };
  const fine = surgeHouse(5);
  fine.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
  fine.devices.fine = device('fine', 'c', surgeIn('board', { type: stated('3'), nearAllowed: stated(true) }).settings, {
    seat: 'point',
    pointId: 'p',
    lines: [],
  });
  delete fine.devices.fine.circuitId;
  const low = surgeHouse();
  low.loads.l = { ...low.loads.l!, withstandKv: stated(1.5) };
  const soil = surgeHouse();
  soil.supply = { ...soil.supply, earthing: 'TT' };
  return [cables, only, british, first, fine, low, soil, backedHouse()];
}
