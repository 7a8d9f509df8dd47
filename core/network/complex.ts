/** A complex impedance in Ω: resistance and reactance. */
export interface Complex {
  re: number;
  im: number;
}

export const ZERO: Complex = { re: 0, im: 0 };
export const add = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
export const magnitude = (z: Complex): number => Math.hypot(z.re, z.im);
