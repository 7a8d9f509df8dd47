import { describe, expect, it } from 'vitest';
import type { Job } from '@/core/job/schema/job';
import { demo, demoJobs } from '@/core/testing/demos';
import { type Placed, placeStations, runModel, type Station } from './runModel';

const jobs = demoJobs();

const nameOf = (station: Station): string => {
  if (station.kind === 'device') return station.device.id;
  if (station.kind === 'board') return station.board.id;
  return station.kind === 'source' ? (station.origin?.id ?? 'nothing') : station.kind;
};
const stationsOf = (job: Job, id: string) => runModel(job, id).stations.map(nameOf);
/** The conductors drawn between two stations that follow each other. */
const between = (job: Job, id: string, at: number) => {
  const { spans } = runModel(job, id);
  return spans.filter(({ from, to }) => from <= at && to > at).map(({ conductors }) => conductors.join(' '));
};

describe('the run', () => {
  it('goes from the source through every board and device to the far end', () => {
    const [first, ...rest] = stationsOf(demo('kiln-house'), 'kiln');
    expect(first).toBe(Object.keys(demo('kiln-house').origins)[0]);
    expect(rest.filter((name) => /panel|studio|main|board/.test(name)).length).toBeGreaterThanOrEqual(2);
    expect(rest.at(-1)).toBe('end');
    expect(rest.at(-2)).toBe('cable');
  });

  it('of split phase has two lines, a neutral to the panels, and none to the kiln', () => {
    const job = demo('kiln-house');
    const { rows, stations } = runModel(job, 'kiln');
    expect(rows).toEqual(['L1', 'L2', 'N', 'PE']);
    expect(between(job, 'kiln', 0).join()).toContain('N');
    expect(between(job, 'kiln', stations.length - 2)).toEqual(['L1 L2 PE']);
  });

  it('of three phases shows the lines a circuit hangs on, and all of them on its way', () => {
    const job = demo('bindery-yard');
    const { stations } = runModel(job, 'guillotine');
    expect(between(job, 'guillotine', 0)[0]).toContain('L1 L2 L3 N');
    expect(between(job, 'guillotine', stations.length - 2)).toEqual(['L2 N PE']);
    const press = runModel(job, 'press');
    expect(between(job, 'press', press.stations.length - 2)).toEqual(['L1 L2 L3 PE']);
  });

  it('in TT goes home through the soil, and no protective conductor comes in', () => {
    const job = demo('skerry-light');
    const model = runModel(job, 'sauna');
    expect(model.tt).toBe(true);
    expect(between(job, 'sauna', 0)).toEqual(['L1 N']);
    expect(between(job, 'sauna', model.stations.length - 2)).toEqual(['L1 N PE']);
    const earthed = model.stations.filter(
      (each) => (each.kind === 'board' || each.kind === 'source') && each.electrodes.length > 0,
    );
    expect(earthed.map((each) => each.kind)).toEqual(['source', 'board']);
  });

  it('shows group devices ahead of the circuit’s own, and nothing that was removed', () => {
    const job = demo('skerry-light');
    const names = stationsOf(job, 'sauna');
    const group = job.circuits.sauna!.behindDeviceId!;
    const own = Object.values(job.devices).find((device) => device.circuitId === 'sauna')!;
    expect(names.indexOf(group)).toBeGreaterThan(0);
    expect(names.indexOf(group)).toBeLessThan(names.indexOf(own.id));
    const without = { ...job, devices: { ...job.devices, [group]: { ...job.devices[group]!, state: 'removed' as const } } };
    expect(stationsOf(without, 'sauna')).not.toContain(group);
  });

  it('ends where nothing is entered, without going round in circles', () => {
    const job = demo('kiln-house');
    const feeder = job.circuits['studio-feeder']!;
    const looped = { ...job, circuits: { ...job.circuits, 'studio-feeder': { ...feeder, fromBoardId: feeder.toBoardId! } } };
    expect(stationsOf(looped, 'kiln').at(-1)).toBe('end');
    expect(runModel({ ...job, boards: {} }, 'kiln').stations.map((each) => each.kind)).toContain('end');
  });
});

describe('its stations on the drawing', () => {
  const overlaps = (placed: readonly Placed[]) =>
    placed.some((one, at) => at > 0 && one.x - one.width / 2 < placed[at - 1]!.x + placed[at - 1]!.width / 2 - 1e-9);

  it('of every circuit of every demo job follow each other and fill the width, or scroll', () => {
    for (const job of jobs)
      for (const id of Object.keys(job.circuits))
        for (const available of [340, 540, 900, 1800]) {
          const { placed, width } = placeStations(runModel(job, id).stations, available);
          expect(overlaps(placed), `${job.id} ${id} at ${available}`).toBe(false);
          expect(width).toBeGreaterThanOrEqual(available - 1e-9);
          const last = placed.at(-1)!;
          expect(last.x + last.width / 2).toBeLessThanOrEqual(width);
          for (const { kind, width: own } of placed) if (kind === 'device') expect(own).toBeGreaterThan(56);
        }
  });
});
