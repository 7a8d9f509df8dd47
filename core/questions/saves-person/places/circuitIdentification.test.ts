import { describe, expect, it } from 'vitest';
import { studyJob } from '../../../study/study';
import { demo, demoJobs } from '../../../testing/demos';

const sharedOn = (job: ReturnType<typeof demo>) => studyJob(job).findings.filter(({ check }) => check === 'number-shared');

describe('a number on a board', () => {
  it('is each circuit’s own in the demo jobs', () => {
    for (const job of demoJobs()) expect(sharedOn(job)).toEqual([]);
  });

  it('that stands twice is a caution on both, whatever its spaces and letters, and never a pass', () => {
    const job = demo('kiln-house');
    job.circuits.wheel!.number = ' s1';
    const found = sharedOn(job);
    expect(found.map(({ circuitId, verdict }) => [circuitId, verdict])).toEqual(
      expect.arrayContaining([
        ['kiln', 'caution'],
        ['wheel', 'caution'],
      ]),
    );
    expect(found).toHaveLength(2);
    expect(found.find(({ circuitId }) => circuitId === 'kiln')).toMatchObject({
      question: 'saves-person',
      text: 'Circuit number: S1 on Studio panel is also Wheel and bench',
      rule: 'NEC 2023 408.4(A)',
    });
    const { circuits } = studyJob(job);
    for (const id of ['kiln', 'wheel'])
      expect(circuits.find(({ circuitId }) => circuitId === id)?.verdictOf('saves-person')).not.toBe('pass');
  });

  it('on another board, of a circuit taken out, or not given is nobody’s else', () => {
    const job = demo('kiln-house');
    job.circuits.range!.number = 'S1';
    expect(sharedOn(job)).toEqual([]);
    job.circuits.wheel!.number = 'S1';
    job.circuits.wheel!.state = 'removed';
    expect(sharedOn(job)).toEqual([]);
    job.circuits.glaze!.number = '';
    job.circuits.booth!.number = ' ';
    expect(sharedOn(job)).toEqual([]);
  });
});
