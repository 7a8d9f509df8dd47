import { describe, expect, it } from 'vitest';
import { circuitFacts } from '../../../house/facts';
import { mouldedCase } from '../../../testing/houses';
import { breaker, device, stated } from '../../../testing/jobs';
import { spotJob } from '../testing/askedPlaces';
import { ratedAt } from './outletFacts';

describe('what an outlet is rated', () => {
  const ratedBehind = (pack: 'nec-2023' | 'iec-60364', ratingA: number, more: object = {}) => {
    const job = spotJob(pack, { use: 'garage', point: {} });
    for (const [id, each] of Object.entries(job.devices)) if (each.circuitId === 'c') delete job.devices[id];
    const settings = pack === 'nec-2023' ? mouldedCase(ratingA, '1P') : breaker('B', ratingA);
    job.devices.c = device('c', 'c', settings, { lines: ['L1'] });
    const { ratedA: _, configuration: __, ...point } = job.points.p!;
    job.points.p = { ...point, ...more };
    const rated = ratedAt(job.points.p, circuitFacts(job).find(({ circuit }) => circuit.id === 'c')!);
    return rated.known ? rated.value : 'asked for';
  };
  // Nothing usual is above these: behind more it may be one of them all the same.
  it.each([
    ['nec-2023', 15, 15],
    ['nec-2023', 20, 20],
    ['nec-2023', 21, 'asked for'],
    ['nec-2023', 30, 'asked for'],
    ['iec-60364', 16, 16],
    ['iec-60364', 32, 32],
    ['iec-60364', 33, 'asked for'],
    ['iec-60364', 40, 'asked for'],
  ] as const)('%s behind %d A is %s', (pack, ratingA, wanted) => expect(ratedBehind(pack, ratingA)).toBe(wanted));
  it('is what is said of it, else what its contacts are made for', () => {
    expect(ratedBehind('nec-2023', 30, { ratedA: stated(15) })).toBe(15);
    expect(ratedBehind('nec-2023', 40, { configuration: stated('14-50') })).toBe(50);
  });
});
