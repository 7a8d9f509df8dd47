/** A current as a vector: along the voltage of L1 and a quarter turn ahead of it, A. */
export interface Vector {
  along: number;
  ahead: number;
}
export const ZERO: Vector = { along: 0, ahead: 0 };
export const plus = (a: Vector, b: Vector): Vector => ({ along: a.along + b.along, ahead: a.ahead + b.ahead });
export const lengthOf = ({ along, ahead }: Vector): number => Math.hypot(along, ahead);
/** A current of a size at an angle to the voltage of L1, rad. */
export const polar = (sizeA: number, angle: number): Vector => ({
  along: sizeA * Math.cos(angle),
  ahead: sizeA * Math.sin(angle),
});

/**
 * The greatest length that some of several vectors can sum up to, beside a part that is always there: the farthest corner of what
 * they span. Sorted by angle each corner is reached by taking up one vector and dropping its opposite at a time.
 * @returns A, and which are in it
 */
export function farthest(always: Vector, some: readonly Vector[]): { sizeA: number; of: readonly number[] } {
  let best = { sizeA: -1, of: [] as number[] };
  // The corner farthest in a direction holds every vector that points that way; between two turns of sign nothing changes.
  const turns = some
    .filter((each) => lengthOf(each) > 0)
    .flatMap(({ along, ahead }) => {
      const angle = Math.atan2(ahead, along);
      return [angle + Math.PI / 2, angle - Math.PI / 2];
    });
  // Currents of few directions turn together, however many they are.
  const angles = [...turns].sort((a, b) => a - b).filter((angle, at, all) => at === 0 || angle - all[at - 1]! > 1e-9);
  const directions =
    angles.length === 0 ? [0] : angles.map((angle, at) => (angle + (angles[at + 1] ?? angles[0]! + 2 * Math.PI)) / 2);
  for (const direction of directions) {
    const [x, y] = [Math.cos(direction), Math.sin(direction)];
    const of = some.flatMap(({ along, ahead }, at) => (along * x + ahead * y > 0 ? [at] : []));
    const sizeA = lengthOf(of.reduce((sum, at) => plus(sum, some[at]!), always));
    if (sizeA > best.sizeA) best = { sizeA, of };
  }
  return best;
}
