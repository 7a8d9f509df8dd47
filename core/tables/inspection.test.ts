import { describe, expect, it } from 'vitest';
import { BEND_DIAMETERS, BENDING_SPACE, boxAllowanceCm3, CM3_PER_IN3, JACKETS, SUPPORTS_M } from './inspection';

const inches = (m: number): number => Math.round((m / 0.0254) * 100) / 100;

describe('published figures of an inspection, from memory', () => {
  it('NEC tables 312.6(A) and (B), one wire to a terminal, inches', () => {
    expect(
      Object.fromEntries(BENDING_SPACE.map(({ size, besideM, oppositeM }) => [size, [inches(besideM), inches(oppositeM)]])),
    ).toEqual({
      '8AWG': [1.5, 1.5],
      '6AWG': [1.5, 2],
      '4AWG': [2, 3],
      '3AWG': [2, 3],
      '2AWG': [2.5, 3.5],
      '1AWG': [3, 4.5],
      '1/0AWG': [3.5, 5.5],
      '2/0AWG': [3.5, 6],
      '3/0AWG': [4, 6.5],
      '4/0AWG': [4, 7],
      '250kcmil': [4.5, 8.5],
      '300kcmil': [5, 10],
      '350kcmil': [5, 12],
      '400kcmil': [6, 13],
      '500kcmil': [6, 14],
      '600kcmil': [8, 15],
    });
  });
  it('a wire that leaves by the wall opposite never wants less room, nor does a larger one', () => {
    for (const [at, { besideM, oppositeM }] of BENDING_SPACE.entries()) {
      expect(oppositeM).toBeGreaterThanOrEqual(besideM);
      if (at > 0) expect(oppositeM).toBeGreaterThanOrEqual(BENDING_SPACE[at - 1]!.oppositeM);
    }
  });
  it('NEC 334.30, 340.10(4), 338.10(B), 320.30: 4½ ft and 12 in.; 330.30: 6 ft', () => {
    const feet = Object.fromEntries(
      Object.entries(SUPPORTS_M).map(([kind, { apart, fromBox }]) => [kind, [inches(apart), inches(fromBox)]]),
    );
    expect(feet).toEqual({ 'NM-B': [54, 12], 'UF-B': [54, 12], SE: [54, 12], AC: [54, 12], MC: [72, 12] });
  });
  it('NEC 334.24, 340.24, 338.24, 320.24: five diameters; 330.24(B): seven', () => {
    expect(BEND_DIAMETERS).toEqual({ 'NM-B': 5, 'UF-B': 5, SE: 5, AC: 5, MC: 7 });
  });
  it('NEC table 314.16(B)(1), cubic inches', () => {
    const sizes = ['18', '16', '14', '12', '10', '8', '6'].map((size) => boxAllowanceCm3(`${size}AWG`)! / CM3_PER_IN3);
    expect(sizes.map((in3) => Math.round(in3 * 1000) / 1000)).toEqual([1.5, 1.75, 2, 2.25, 2.5, 3, 5]);
    expect(boxAllowanceCm3('4AWG')).toBeUndefined();
    // The code prints 32.8 and 36.9 cm³.
    expect(boxAllowanceCm3('14AWG')).toBeCloseTo(32.8, 1);
    expect(boxAllowanceCm3('12AWG')).toBeCloseTo(36.9, 1);
  });
  it('sheaths of NM cable by custom', () => {
    expect(JACKETS).toEqual({ white: ['14AWG'], yellow: ['12AWG'], orange: ['10AWG'], black: ['8AWG', '6AWG'] });
  });
});
