/** A complex impedance in Ω: resistance and reactance. */
export interface Complex {
  readonly re: number;
  readonly im: number;
}

export const ZERO: Complex = { re: 0, im: 0 };
export const add = (a: Complex, b: Complex): Complex => (b === ZERO ? a : a === ZERO ? b : { re: a.re + b.re, im: a.im + b.im });
export const scale = (z: Complex, by: number): Complex => (by === 1 ? z : { re: z.re * by, im: z.im * by });
export const magnitude = ({ re, im }: Complex): number => Math.sqrt(re * re + im * im);
export const multiply = (a: Complex, b: Complex): Complex => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
/** One over z. @throws RangeError for zero */
export function reciprocal(z: Complex): Complex {
  const square = z.re * z.re + z.im * z.im;
  if (square === 0) throw new RangeError('one over zero');
  return { re: z.re / square, im: -z.im / square };
}
/** An impedance of a size at a ratio of reactance to resistance. */
export function atRatio(ohm: number, xOverR: number): Complex {
  const re = ohm / Math.hypot(1, xOverR);
  return { re, im: re * xOverR };
}
