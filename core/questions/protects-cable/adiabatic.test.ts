import { describe, expect, it } from 'vitest';
import { cableAnswer, check } from '../../testing/ask';
import { EARNED } from '../../testing/earned';
import { stated } from '../../testing/jobs';

describe('a device that does not hold the cable against overload', () => {
  const job = EARNED['overload-elsewhere']!.job();
  const { circuit } = EARNED['overload-elsewhere']!;
  const cable = Object.values(job.segments).find(({ circuitId }) => circuitId === circuit)!;
  const withLength = (metres: number) => ({
    ...job,
    segments: { ...job.segments, [cable.id]: { ...cable, lengthM: stated(metres) } },
  });
  it('has to clear every fault within 5 s: what takes longer heats the cable for as long as it lasts', () => {
    expect(check(cableAnswer(withLength(20), circuit), `energy:${cable.id}:live`)).toMatchObject({
      unit: 'A²s',
      limit: 287.5 ** 2,
    });
    const far = check(cableAnswer(withLength(60), circuit), `energy:${cable.id}:live`);
    expect(far).toMatchObject({ verdict: 'stop', demand: 60, limit: 5, unit: 's' });
    expect(far.because).toContain('does not hold the cable against overload');
    // On a cable it holds the same fault is left to its overload protection.
    const thick = withLength(60);
    thick.segments[cable.id] = { ...thick.segments[cable.id]!, lineSize: stated('16mm2'), neutralSize: stated('16mm2') };
    expect(check(cableAnswer(thick, circuit), `energy:${cable.id}:live`).unit).not.toBe('s');
  });
});
