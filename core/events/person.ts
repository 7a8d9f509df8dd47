import type { EventSkin } from '../job/events';
import { bodyOhm } from '../leakage/body';
import { magnitude } from '../network/complex';
import { type Branch, solveNodes } from '../network/nodes';
import { type BodyPath, FLOOR_OHM } from '../tables/body';

/** Somebody in a network. */
export interface Person {
  /** The network with him in it. */
  branches: readonly Branch[];
  bodyA: number;
  /** On body, shoes and floor together. */
  touchV: number;
}
/** Rounds in which a body's impedance, which falls with the voltage on it, comes to rest. */
const ROUNDS = 12;
const AT_REST = 1e-6;

/** Somebody between two nodes: his impedance is that of the voltage on him. From hand to feet a dry floor stands in the way. */
export function withPerson(
  branches: readonly Branch[],
  { from, to }: Pick<Branch, 'from' | 'to'>,
  reference: string,
  skin: EventSkin,
  path: BodyPath,
): Person {
  const floorOhm = path === 'hand-to-feet' ? FLOOR_OHM[skin === 'dry' ? 'dry' : 'wet'] : 0;
  let ohm = bodyOhm(230, skin, path);
  for (let round = 0; ; round++) {
    const all = [...branches, { id: 'person', from, to, z: { re: ohm + floorOhm, im: 0 } }];
    const bodyA = magnitude(solveNodes(all, reference).current('person'));
    const next = bodyOhm(bodyA * ohm, skin, path);
    if (round >= ROUNDS || Math.abs(next - ohm) < AT_REST * ohm)
      return { branches: all, bodyA, touchV: bodyA * (ohm + floorOhm) };
    ohm = next;
  }
}
