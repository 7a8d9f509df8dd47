import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCurve, showCurve } from './curveText';

const TWO = [
  { currentA: 20, fastS: 1000, slowS: 3600 },
  { currentA: 80.5, fastS: 0.05, slowS: 0.1 },
];

describe('points of a curve', () => {
  it.each([
    'current_A,fast_s,slow_s\n20,1000,3600\n80.5,0.05,0.1\n',
    '\uFEFF20;1000;3600\r\n\r\n80,5;0,05;0,1',
    'A\tfast\tslow\n20\t1000\t3600\n80.5\t5e-2\t0.1',
    '20 1000 3600\n80,5 0,05 0,1',
  ])('are read from %j', (text) => {
    expect(readCurve(text)).toMatchObject({ ok: true, value: TWO });
  });
  it.each([
    ['20,1000', /line 1.*current_A, fast_s, slow_s/],
    ['20,1000,3600\n80,x,1', /line 2/],
    ['20,1000,3600,4\n', /line 1/],
    ['20,1000,3600', /at least two points/],
    ['20,3600,1000\n80,1,2', /fast_s ≤ slow_s/],
    ['20,1000,3600\n20,1,2', /currents rise/],
    ['20,1000,3600\n80,1,3601', /no time rises/],
    ['0,1000,3600\n80,1,2', /point 1, currentA: must be within 0.1/],
    ['', /at least two points/],
    ['1,1,1\n'.repeat(2000), /characters are no curve/],
  ])('%j are refused with what would be right', (text, message) => {
    const read = readCurve(text);
    expect(read.ok ? '' : read.message).toMatch(message);
  });
  it('come back from their file as they were', () => {
    const rising = fc.array(
      fc.tuple(fc.double({ min: 1.01, max: 3, noNaN: true }), fc.double({ min: 0.3, max: 1, noNaN: true })),
      {
        minLength: 2,
        maxLength: 8,
      },
    );
    fc.assert(
      fc.property(rising, (steps) => {
        let [currentA, fastS] = [1, 1000];
        const points = steps.map(([up, down]) => {
          currentA *= up;
          fastS *= down;
          return { currentA, fastS, slowS: 2 * fastS };
        });
        expect(readCurve(showCurve(points))).toMatchObject({ ok: true, value: points });
      }),
    );
  });
});
