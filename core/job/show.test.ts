import { describe, expect, it } from 'vitest';
import {
  lengthUnit,
  prefixFor,
  showAmount,
  showCurrent,
  showLength,
  showNumber,
  showPaced,
  showSmall,
  showTime,
  showTorque,
} from './show';

const THIN = '\u202f';

describe('numbers as they are read', () => {
  it.each([
    [0.123456, '0.123'],
    [12.345, '12.3'],
    [999.6, '1000'],
    [1234.5, '1235'],
    [9999, '9999'],
    [10000, `10${THIN}000`],
    [1234567, `1${THIN}234${THIN}567`],
    [-1234.5, '-1234'],
    [-0.05, '-0.05'],
    [Number.POSITIVE_INFINITY, 'never'],
  ])('%d is %s', (value, text) => expect(showNumber(value)).toBe(text));
  it('lengths are entered in feet by the NEC alone', () => expect([lengthUnit('nec'), lengthUnit('iec')]).toEqual(['ft', 'm']));
  it('what is paced is whole metres or whole feet', () => {
    expect([showPaced(9, 'iec'), showPaced(9.6, 'iec'), showPaced(9, 'nec'), showPaced(9.2, 'nec')]).toEqual([
      '9 m',
      '10 m',
      '30 ft',
      '30 ft',
    ]);
  });
  it.each([
    [0.3, '11.75 in.'],
    [0.3048, '1 ft'],
    [0.4064, '16 in.'],
    [0.6096, '2 ft'],
    [1.6764, '5 ft 6 in.'],
    [2.4384, '8 ft'],
    [2.4, '7 ft 10.5 in.'],
    [0.005, '0.197 in.'],
    [6, '19 ft 8.25 in.'],
    [6.1, '20 ft'],
    [13.87, '45.5 ft'],
    [0, '0 ft'],
  ])('%d m reads as a tape does: %s', (metres, text) => {
    expect(showLength(metres, 'nec')).toBe(text);
    expect(showLength(metres, 'iec')).toBe(`${showNumber(metres)} m`);
  });
  it('with as many digits as asked', () => {
    expect(showNumber(1234.56, 5)).toBe('1234.6');
    expect(showNumber(99999.9, 5)).toBe(`100${THIN}000`);
  });

  it.each([
    [999, 'A', 'A', 1],
    [1000, 'A', 'kA', 1000],
    [-1000, 'A', 'kA', 1000],
    [999, 'A²s', 'A²s', 1],
    [1000, 'A²s', 'kA²s', 1000],
    [0.0999, 's', 'ms', 0.001],
    [0.1, 's', 's', 1],
    [5000, 'Ω', 'Ω', 1],
  ])('a limit of %d %s reads in %s', (limit, unit, shown, by) => expect(prefixFor(limit, unit)).toEqual({ unit: shown, by }));

  it('demand and limit share a unit, and never look alike where they differ', () => {
    expect(showAmount(4541, 6000, 'A')).toEqual({ demand: '4.54', limit: '6', unit: 'kA' });
    expect(showAmount(4540, 6000, 'A')).toEqual({ demand: '4.54', limit: '6', unit: 'kA' });
    expect(showAmount(6001, 6000, 'A')).toEqual({ demand: '6.001', limit: '6', unit: 'kA' });
    expect(showAmount(6000, 6000, 'A')).toEqual({ demand: '6', limit: '6', unit: 'kA' });
    expect(showAmount(2.5, 2.6, 'mm²').unit).toBe('mm²');
  });

  it.each([
    [999, '999 A'],
    [1000, '1 kA'],
    [4632, '4.63 kA'],
  ])('%d A on a drawing is %s', (currentA, text) => expect(showCurrent(currentA)).toBe(text));

  it.each([
    [0, '0'],
    [-1, '0'],
    [0.0999, '99.9 ms'],
    [0.1, '0.1 s'],
    [119, '119 s'],
    [120, '2 min'],
    [3599, '60 min'],
    [3600, '1 h'],
    [7200, '2 h'],
    [Number.POSITIVE_INFINITY, 'never'],
  ])('%d s on a chart is %s', (timeS, text) => expect(showTime(timeS)).toBe(text));

  it.each([
    // 36 lb·in = 4.07 N·m, as terminals are marked.
    [36 * 0.1129848, '4.07 N·m (36 lb·in)'],
    [2, '2 N·m (17.7 lb·in)'],
  ])('a torque of %d N·m is %s', (torqueNm, text) => expect(showTorque(torqueNm)).toBe(text));

  it('what is at arm’s length is read in inches or millimetres', () => {
    expect(showSmall(0.1524, 'nec')).toBe('6 in.');
    expect(showSmall(0.08, 'iec')).toBe('80 mm');
  });
});
