import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { breaker, type CircuitSketch, jobWith, measuredOrigin } from '../testing/jobs';
import { behindSwitch } from '../testing/residuals';
import { studyJob } from './study';
import { ask } from './testing/ask';

const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);

describe('what is not assessed yet is unknown, never a pass', () => {
  it('no question is left to a later version', () => {
    for (const circuit of studyJob(one()).circuits)
      for (const { checks } of circuit.answers) expect(checks.map(({ id }) => id)).not.toContain('later');
  });

  it.each([
    ['no source state', (job: Job) => ({ ...job, sourceStates: {} })],
    ['a ring', (job: Job) => ({ ...job, circuits: { ...job.circuits, c: { ...job.circuits.c!, topology: 'ring' as const } } })],
  ])('%s: no answer that rests on the loop', (_, change) => {
    expect(ask(change(one()), 'clears-in-time').verdict).toBe('unknown');
    expect(ask(change(one()), 'protects-cable').verdict).not.toBe('pass');
  });

  it('a residual switch ahead of the circuit leaves its ratings unknown', () => {
    const job = behindSwitch(one(), { family: 'rccb', poles: '2P', residual: {} }, 'c');
    expect(ask(job, 'carries-load').verdict).toBe('unknown');
    expect(ask(job, 'breaks-fault').verdict).toBe('unknown');
  });

  it('removed things count for nothing', () => {
    const job = one();
    job.circuits.c!.state = 'removed';
    expect(studyJob(job).circuits.map((each) => each.circuitId)).toEqual(['service']);
  });
});
