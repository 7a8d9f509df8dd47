import { describe, expect, it } from 'vitest';
import { mouldedCase } from '../testing/houses';
import { device, stated } from '../testing/jobs';
import { overcurrentBand } from './bands';

describe('the band of a moulded-case breaker by its standard', () => {
  const band = (more: object) => {
    const found = overcurrentBand(device('d', 'c', mouldedCase(100, '2P', more), { grade: 'standard' }));
    return found.known ? found.value : expect.unreachable('the band is known');
  };
  it('is one of overload alone until both bounds of its instantaneous part are entered', () => {
    const [low, high] = [{ instantaneousLowTimes: stated(5) }, { instantaneousHighTimes: stated(10) }];
    for (const more of [{}, low, high]) expect(band(more).overloadOnly).toBe(true);
    expect(band({ ...low, ...high }).overloadOnly).toBeUndefined();
  });

  it('rests on the bounds that were entered, and on none that were not', () => {
    const given = (more: object) => {
      const found = overcurrentBand(device('d', 'c', mouldedCase(100, '2P', more), { grade: 'standard' }));
      return found.known && found.given.assumed;
    };
    expect(given({ instantaneousLowTimes: stated(5, 'assumed') })).toBe(true);
    expect(given({ instantaneousHighTimes: stated(10, 'assumed') })).toBe(true);
    expect(given({ instantaneousLowTimes: stated(5), instantaneousHighTimes: stated(10) })).toBe(false);
  });
});
