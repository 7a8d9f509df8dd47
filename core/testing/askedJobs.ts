import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { type Spot, spotJob } from '../questions/saves-person/testing/askedPlaces';
import { device, stated } from './jobs';

/** Jobs in which what outlets, rooms and equipment are asked by counts that the demos do not have. */
export function askedJobs(): Job[] {
  const us = (spot: Spot): Job => spotJob('nec-2023', { board: { readilyAccessible: true }, ...spot });
  const old = (spot: Spot): Job => spotJob('nec-2017', spot);
  const british = (spot: Spot): Job => spotJob('bs-7671-2018-a2', spot);
  const sink = { use: 'utility', room: { water: 'sink', foodPreparation: false } } as const;
  const bath = british({ kind: 'light', use: 'bath', point: { zone: '1', ipX: 4 }, room: { bonding: 'bonded' } });
  const afdd = british({ board: { premises: 'care' } });
  afdd.devices.afdd = device('afdd', 'c', { family: 'afdd', poles: '1P+N', ratingA: stated(16) }, { order: 'z' });
  return [
    us({ use: 'living', room: { water: 'sink', foodPreparation: true }, point: { sinkDistanceM: 2.4 } }),
    us({ use: 'living', circuit: { temporary: true } }),
    old({ ...sink, point: { sinkDistanceM: 1, sinkThroughDoor: true, serves: 'general' } }),
    us({ use: 'pool', point: { poolDistanceM: 4, wetness: 'dry', serves: 'general' }, room: { bonding: 'bonded' } }),
    us({ use: 'bedroom', equipment: 'room-air-conditioner', load: { fastened: false, inCord: 'lcdi' } }),
    us({ kind: 'appliance', use: 'outdoors', equipment: 'heat-pump', ratingA: 30, poles: '2P', load: { listed: true } }),
    us({ use: 'living', point: { earthTo: 'conductor' } }),
    us({ kind: 'appliance', use: 'bath', equipment: 'hydromassage', room: { bonding: 'bonded' } }),
    atOutlet(us({ use: 'outdoors', point: { wetness: 'damp', cover: 'weatherproof', readilyAccessible: true } })),
    british({ kind: 'appliance', segment: { place: 'in-wall', concealed: 'shallow' } }),
    british({ point: { fedBy: 'selv' } }),
    bath,
    afdd,
    residualOutlet(),
  ];
}

/** A receptacle with protection that bears its marks itself, the next one fed through it. */
function atOutlet(job: Job): Job {
  job.points.p = { ...job.points.p!, onward: stated('feed-through') };
  job.points.q = { ...job.points.p, id: 'q', order: 'b', name: 'next', parentPointId: 'p' };
  const settings: DeviceSettings = {
    family: 'outlet-protection',
    groundFault: 'class-A',
    arcFault: 'none',
    ratingA: stated(20),
    weatherResistant: stated(true),
    tamperResistant: stated(true),
    reversed: stated(false),
  };
  return seated(job, settings);
}

/** A socket-outlet with a residual device, rated to stand a fault behind the breaker of its circuit. */
function residualOutlet(): Job {
  const job = spotJob('bs-7671-2018-a2', { board: { premises: 'work' } });
  return seated(job, {
    family: 'outlet-protection',
    groundFault: 'residual',
    arcFault: 'none',
    ratingA: stated(16),
    residual: { sensitivityA: stated(0.03), type: stated('A'), delay: stated('general') },
    conditionalA: stated(3000),
    conditionalWithDeviceId: 'c-device',
    conditionalWithAs: 'MCB B16',
  });
}

const seated = (job: Job, settings: DeviceSettings): Job => {
  const { circuitId: _, ...outlet } = device('d', 'c', settings, { seat: 'point', pointId: 'p', lines: [] });
  job.devices.d = outlet;
  return job;
};
