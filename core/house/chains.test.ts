import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { polesOf } from '../network/poles';
import { splitHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, device, gg, jobWith, segment, stated } from '../testing/jobs';
import { chainFrom, circuitsBehind, fedFromBehind } from './chains';
import { circuitFacts } from './facts';
import { placesOn } from './places';

const factsOf = (job: Job, id: string) => circuitFacts(job).find((each) => each.circuit.id === id)!;
const names = (job: Job, id: string, originId: string): string[] | null => {
  const chain = chainFrom(factsOf(job, id), job.origins[originId]!);
  return chain.known ? chain.value.map(({ device: { id: one }, reversed }) => (reversed ? `${one} reversed` : one)) : null;
};

/** Two boards in a row with a battery on the second; its lead has a breaker at the inverter. */
function twoBoards(): Job {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
  job.devices.cutout = device('cutout', 'service', gg(63));
  job.boards.store = { id: 'store', order: 'b', name: 'Store', state: 'new', deviceFactor: stated(1) };
  job.circuits.feeder = { ...job.circuits.c!, id: 'feeder', name: 'Feeder', kind: 'distribution', toBoardId: 'store' };
  job.segments.feed = segment('feed', 'feeder', 10, 6, 6);
  job.devices.feed = device('feed', 'feeder', breaker('C', 32));
  job.devices.main = device(
    'main',
    'feeder',
    { family: 'switch', duty: 'main', ratingA: stated(63), poles: '2P' },
    { seat: 'end' },
  );
  job.circuits.far = { ...job.circuits.c!, id: 'far', name: 'Far', fromBoardId: 'store' };
  job.segments.far = segment('far', 'far', 10, 2.5, 2.5);
  job.devices.far = device('far', 'far', breaker('B', 10));
  job.origins.battery = { ...job.origins.net!, id: 'battery', name: 'Battery', kind: 'inverter', neutralBond: stated(true) };
  job.circuits.lead = { ...job.circuits.service!, id: 'lead', order: 'z', fromOriginId: 'battery', toBoardId: 'store' };
  job.devices.lead = device('lead', 'lead', breaker('C', 25));
  job.sourceStates.island = { id: 'island', order: 'b', name: 'Island', kind: 'island', originIds: ['battery'] };
  return job;
}

describe('devices on the way from a source', () => {
  it('are the circuit’s own chain for the usual one', () => {
    expect(names(twoBoards(), 'far', 'net')).toEqual(['cutout', 'feed', 'main', 'far']);
  });
  it('are passed in reverse where another comes in further down', () => {
    expect(names(twoBoards(), 'far', 'battery')).toEqual(['lead', 'far']);
    expect(names(twoBoards(), 'c', 'battery')).toEqual(['lead', 'main reversed', 'feed reversed', 'c-device']);
  });
  it('are unknown where it is not said how a source is connected', () => {
    const job = twoBoards();
    delete job.circuits.lead;
    delete job.devices.lead;
    expect(names(job, 'far', 'battery')).toBeNull();
  });
});

describe('a device that may be fed from behind', () => {
  const fed = (job: Job, id: string) => {
    const facts = factsOf(job, id);
    return facts.own.map((seated) => fedFromBehind(facts, seated));
  };
  it('is one with a source behind, alone or beside others; the lead of a source only where the two run together', () => {
    const job = twoBoards();
    expect(fed(job, 'feeder')).toEqual([true, true]);
    expect([fed(job, 'lead'), fed(job, 'service')]).toEqual([[false], [false]]);
    expect(fed({ ...job, sourceStates: { grid: job.sourceStates.grid! } }, 'feeder')).toEqual([false, false]);
    job.sourceStates.both = { id: 'both', order: 'c', name: 'Both', kind: 'grid', originIds: ['net', 'battery'] };
    expect([fed(job, 'lead'), fed(job, 'service')]).toEqual([[true], [true]]);
    expect(fed(job, 'far')).toEqual([false]);
    // No current comes back through a transfer switch.
    job.devices.main = {
      ...job.devices.main!,
      settings: { family: 'switch', duty: 'transfer', ratingA: stated(63), poles: '2P' },
    };
    expect(fed(job, 'service')).toEqual([false]);
  });
});

describe('circuits behind a device', () => {
  it('are its own, its group’s, or its board’s', () => {
    const job = twoBoards();
    job.devices.group = {
      ...device('group', 'c', breaker('B', 40)),
      seat: 'board',
      boardId: 'board',
    };
    delete (job.devices.group as { circuitId?: string }).circuitId;
    job.circuits.c = { ...job.circuits.c!, behindDeviceId: 'group' };
    const behind = (id: string, deviceId: string) => {
      const facts = factsOf(job, id);
      return circuitsBehind(facts, facts.own.find(({ device: { id: one } }) => one === deviceId)!).map((w) => w.circuit.id);
    };
    expect(behind('c', 'group')).toEqual(['c']);
    expect(behind('c', 'c-device')).toEqual(['c']);
    expect(behind('feeder', 'main')).toEqual(['far']);
    job.circuits.feeder = { ...job.circuits.feeder!, behindDeviceId: 'group' };
    expect(behind('c', 'group').sort()).toEqual(['c', 'feeder']);
  });
});

describe('conductors of a circuit', () => {
  const poles = (job: Job, id: string) => {
    const facts = factsOf(job, id);
    const found = polesOf(job, facts.wiring);
    return found.known ? `${found.value.lines}${found.value.neutral ? '+N' : ''}` : 'unknown';
  };
  it('are said by the roles of its cable, else by its device', () => {
    const split = splitHouse();
    expect(['outlets', 'range', 'kiln', 'feeder', 'service'].map((id) => poles(split, id))).toEqual([
      '1+N',
      '2+N',
      '2',
      '2+N',
      '2+N',
    ]);
    const three = threePhaseHouse(star());
    expect(['sockets', 'motor', 'feeder', 'far'].map((id) => poles(three, id))).toEqual(['1+N', '3', '3+N', '1+N']);
  });
  it('of a final circuit with neither are unknown, of a feeder all there are', () => {
    const job = threePhaseHouse(star());
    delete job.devices['far-device'];
    expect(poles(job, 'far')).toBe('unknown');
    delete job.devices['feeder-device'];
    expect(poles(job, 'feeder')).toBe('3+N');
  });
  it('a metric two-pole device opens line and neutral, an American one two lines', () => {
    const job = threePhaseHouse(star());
    job.devices['far-device'] = device('far-device', 'far', breaker('B', 16, { poles: '2P' }));
    expect(poles(job, 'far')).toBe('1+N');
    job.devices['far-device'] = { ...job.devices['far-device']!, lines: ['L1', 'L2'] };
    expect(poles(job, 'far')).toBe('2+N');
  });
});

describe('fault currents along the way', () => {
  it('fall from board to board, and the least is below the most', () => {
    const places = placesOn(factsOf(threePhaseHouse(star()), 'far'));
    expect(places.map((place) => place.boardId)).toEqual(['board', 'annex', null]);
    const most = places.map((place) => place.most!.currentA);
    const least = places.map((place) => place.least!.currentA);
    for (let at = 1; at < places.length; at++) {
      expect(most[at]!).toBeLessThan(most[at - 1]!);
      expect(least[at]!).toBeLessThan(least[at - 1]!);
    }
    for (const [at, value] of least.entries()) expect(value).toBeLessThan(most[at]!);
  });
  it('are null where they are not known', () => {
    const job = threePhaseHouse(star());
    delete job.segments.feed!.lengthM;
    const places = placesOn(factsOf(job, 'far'));
    expect(places.map((place) => place.most !== null)).toEqual([true, false, false]);
  });

  it('are not known at the far end of a circuit with no length, nor on a spur that hangs on none', () => {
    const job = threePhaseHouse(star());
    const { 'far-cable': cable, ...segments } = job.segments;
    const end = (lengths: Job['segments']) => placesOn(factsOf({ ...job, segments: lengths }, 'far')).at(-1);
    expect(end(segments)).toEqual({ boardId: null, most: null, least: null });
    const spur = { ...cable!, id: 'spur', branchOf: 'far-cable' };
    expect(end({ ...segments, 'far-cable': { ...cable!, state: 'removed' }, spur })).toEqual({
      boardId: null,
      most: null,
      least: null,
    });
  });
});
