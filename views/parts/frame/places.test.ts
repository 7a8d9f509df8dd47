import { describe, expect, it } from 'vitest';
import { hrefOf, placeOfFinding } from './places';
import { SCREENS } from './screens';

describe('places and their addresses', () => {
  it('an address holds what its screen keeps of a place, and the findings where they lie open', () => {
    const place = { circuitId: 'c 1', question: 'carries-load', at: 'segments.s.lengthM', print: 'report' } as const;
    expect(hrefOf('j', { step: 'circuits', ...place }, false)).toBe(
      '/jobs/j/circuits?c=c+1&q=carries-load&at=segments.s.lengthM',
    );
    expect(hrefOf('j', { step: 'supply', ...place }, true)).toBe('/jobs/j/supply?at=segments.s.lengthM&findings=open');
    expect(hrefOf('j', { step: 'handover', ...place }, false)).toBe('/jobs/j/handover?c=c+1&print=report');
    expect(hrefOf('j', { step: '', ...place }, false)).toBe('/jobs/j/');
  });

  it('every screen has a key of its own, in the order of the work', () => {
    expect(SCREENS.map(({ key }) => key).join('')).toBe('1234567890');
  });

  it('a finding leads to its field, on the supply what belongs to the supply', () => {
    const finding = { circuitId: 'c', question: 'breaks-fault' as const };
    expect(placeOfFinding({ ...finding, path: 'origins.net.zeOhm' })).toEqual({ step: 'supply', at: 'origins.net.zeOhm' });
    expect(placeOfFinding({ ...finding, path: 'devices.d.settings.icnA' })).toEqual({
      step: 'circuits',
      circuitId: 'c',
      question: 'breaks-fault',
      at: 'devices.d.settings.icnA',
    });
    expect(placeOfFinding({ ...finding, path: 'card.date' })).toEqual({ step: '', at: 'card.date' });
    expect(hrefOf('j', { step: '', at: 'card.date' }, false)).toBe('/jobs/j/?at=card.date');
    expect(placeOfFinding({ ...finding, path: 'circuits.c' })).toEqual({
      step: 'circuits',
      circuitId: 'c',
      question: 'breaks-fault',
    });
  });
});
