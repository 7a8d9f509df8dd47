import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { demoJobs } from '../testing/demos';
import { splitHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, device, jobWith } from '../testing/jobs';
import { pathTo, wiringsOf } from './paths';
import { polesOf } from './poles';
import { runOf } from './run';

const lastOf = (job: Job, id: string) => runOf(job, id)!.spans.at(-1)!.conductors.join(' ');

describe('the run as the core has it', () => {
  it('draws the lines the study counts with, whatever lines a device is said to be on', () => {
    const job = threePhaseHouse(star());
    job.devices['motor-device'] = device('motor-device', 'motor', breaker('C', 16, { poles: '1P' }), {
      lines: ['L1', 'L2', 'L3'],
    });
    delete job.segments['motor-cable']!.roles;
    const wiring = wiringsOf(job).byCircuit.get('motor')!;
    expect(polesOf(job, wiring)).toMatchObject({ value: { lines: 1 } });
    expect(lastOf(job, 'motor')).toBe('L1 N PE');
  });

  it('of every circuit of every demo job takes the path and the poles of the study', () => {
    for (const job of demoJobs()) {
      const wirings = wiringsOf(job);
      for (const { circuit } of wirings.byCircuit.values()) {
        const run = runOf(job, circuit.id)!;
        const path = pathTo(wirings, circuit);
        if (!path.known) continue;
        expect(run.spans).toHaveLength(path.value.length);
        for (const [index, step] of path.value.entries()) {
          const poles = polesOf(job, step);
          const lines = run.spans[index]!.conductors.filter((each) => each.startsWith('L'));
          if (poles.known) expect([circuit.id, lines.length]).toEqual([circuit.id, poles.value.lines]);
        }
      }
    }
  });

  it('names the lines its device hangs on, the first of the system where that is not said', () => {
    const job = splitHouse();
    const one = (lines: ('L1' | 'L2')[]) => {
      const own = Object.values(job.devices).find(({ circuitId }) => circuitId === 'outlets')!;
      return lastOf({ ...job, devices: { ...job.devices, [own.id]: { ...own, lines } } }, 'outlets');
    };
    expect(one(['L2'])).toMatch(/^L2 N/);
    expect(one([])).toMatch(/^L1 N/);
  });

  it('without a way back draws none, and with one that nobody has said draws it', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20 }]);
    expect(lastOf(job, 'c')).toBe('L1 N PE');
    job.segments['c-cable'] = { ...job.segments['c-cable']!, roles: ['line', 'neutral'] };
    expect(lastOf(job, 'c')).toBe('L1 N');
  });

  it('ends where nothing says what feeds a board, and is none for a circuit that is not there', () => {
    const job = splitHouse();
    expect(runOf(job, 'nobody')).toBeUndefined();
    const { service: _, ...circuits } = job.circuits;
    const cut = runOf({ ...job, circuits }, 'outlets')!;
    expect(cut.stations[0]).toMatchObject({ kind: 'board' });
    const looped = { ...job.circuits.service!, kind: 'distribution' as const, fromBoardId: 'board' };
    delete looped.fromOriginId;
    const round: Job = { ...job, circuits: { ...job.circuits, service: looped } };
    expect(pathTo(wiringsOf(round), round.circuits.outlets!).known).toBe(false);
    expect(runOf(round, 'outlets')!.stations.at(-1)).toMatchObject({ kind: 'end' });
  });
});
