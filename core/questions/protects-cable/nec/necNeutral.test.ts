import { describe, expect, it } from 'vitest';
import { check } from '../../../study/testing/ask';
import { stated } from '../../../testing/jobs';
import { askCable, fed } from '../../../testing/necCircuit';

describe('a neutral that carries harmonics', () => {
  const rectifiers = (percent: number) => {
    const job = fed(
      {
        ratingA: 20,
        size: '12AWG',
        segment: { construction: 'singles', roles: ['line', 'line2', 'line3', 'neutral', 'protective'] },
      },
      { currentA: stated(10), continuous: stated(false), thirdHarmonicPercent: stated(percent) },
    );
    job.supply = { ...job.supply, voltageSystem: 'three-phase-208-120' };
    return askCable(job);
  };
  const together = (percent: number) =>
    check(rectifiers(percent), 'overload').working.find((line) => line.formula === 'factor for conductors together')!.values;
  it('counts among the conductors above 15 %, and above 33 % leaves the answer open', () => {
    expect([0, 15, 16].map(together)).toEqual(['3 current-carrying', '3 current-carrying', '4 current-carrying']);
    expect(check(rectifiers(33), 'harmonics')).toBeUndefined();
    expect(check(rectifiers(34), 'harmonics').verdict).toBe('unknown');
  });
});
