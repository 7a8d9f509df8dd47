import { add, type Complex, magnitude, multiply, reciprocal, scale, ZERO } from './complex';

/** Something between two nodes: an impedance, with a voltage in it where it drives. */
export interface Branch {
  id: string;
  from: string;
  to: string;
  /** Ω. One of nothing at all, a bolted joint, is reckoned as a microohm. */
  z: Complex;
  /** Driven from `from` to `to`, V. */
  emf?: Complex;
}

/** What flows and what stands where. */
export interface Solved {
  /** Of a branch, from `from` to `to`, A. @throws RangeError for one that is not there */
  current(branchId: string): Complex;
  /** Of a node against the reference, V; nothing where the node is not there or nothing ties it to the reference. */
  volts(node: string): Complex | undefined;
}

const JOINT_OHM = 1e-6;
const NEGLIGIBLE = 1e-30;
const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });

/**
 * Currents and voltages of a network of impedances in the steady state, by its nodes. Parts nothing ties to the reference are solved by
 * themselves: what flows in them is right, what stands there against the reference nobody knows.
 * @param reference the node voltages are told against
 * @throws RangeError for an impedance or a voltage that is no number
 * @example solveNodes([{ id: 'g', from: 'E', to: 'a', z: { re: 1, im: 0 }, emf: { re: 230, im: 0 } }, { id: 'f', from: 'a', to: 'E', z: ZERO }], 'E')
 */
export function solveNodes(branches: readonly Branch[], reference: string): Solved {
  const all = branches.map((branch) => {
    const size = magnitude(branch.z);
    const drives = branch.emf ?? ZERO;
    if (!Number.isFinite(size) || !Number.isFinite(magnitude(drives))) throw new RangeError(`${branch.id} is no number`);
    const z = size < JOINT_OHM ? { re: JOINT_OHM, im: 0 } : branch.z;
    return { ...branch, y: reciprocal(z), emf: drives };
  });
  const tied = tiedTo(branches, reference);
  const nodes = [...new Set(branches.flatMap(({ from, to }) => [from, to]))];
  // Each part by itself hangs on one of its nodes; that of the reference on the reference.
  const anchors = new Set([reference]);
  const found = new Set(tied);
  for (const node of nodes) {
    if (found.has(node)) continue;
    anchors.add(node);
    for (const each of tiedTo(branches, node)) found.add(each);
  }
  const free = nodes.filter((node) => !anchors.has(node));
  const index = new Map(free.map((node, at) => [node, at]));
  const rows: Complex[][] = free.map(() => new Array<Complex>(free.length + 1).fill(ZERO));
  const into = (row: number | undefined, column: number | undefined, value: Complex) => {
    if (row !== undefined && column !== undefined) rows[row]![column] = add(rows[row]![column]!, value);
  };
  for (const { from, to, y, emf } of all) {
    const [a, b] = [index.get(from), index.get(to)];
    into(a, a, y);
    into(b, b, y);
    into(a, b, scale(y, -1));
    into(b, a, scale(y, -1));
    const driven = multiply(emf, y);
    into(a, free.length, scale(driven, -1));
    into(b, free.length, driven);
  }
  const solution = eliminate(rows);
  const voltsOf = (node: string): Complex => solution[index.get(node) ?? -1] ?? ZERO;
  return {
    current(branchId) {
      const branch = all.find(({ id }) => id === branchId);
      if (branch === undefined) throw new RangeError(`there is no branch ${branchId}`);
      return multiply(add(minus(voltsOf(branch.from), voltsOf(branch.to)), branch.emf), branch.y);
    },
    volts: (node) => (tied.has(node) ? voltsOf(node) : undefined),
  };
}

/** Nodes that hang together with one. */
function tiedTo(branches: readonly Branch[], node: string): Set<string> {
  const found = new Set([node]);
  for (let before = -1; before !== found.size; ) {
    before = found.size;
    for (const { from, to } of branches) if (found.has(from) !== found.has(to)) found.add(from).add(to);
  }
  return found;
}

/** Rows of a square matrix with its right-hand side, each part tied to a node of known voltage: elimination by the largest of a column. */
function eliminate(rows: Complex[][]): Complex[] {
  const size = rows.length;
  for (let column = 0; column < size; column++) {
    let best = column;
    for (let row = column + 1; row < size; row++)
      if (magnitude(rows[row]![column]!) > magnitude(rows[best]![column]!)) best = row;
    [rows[column], rows[best]] = [rows[best]!, rows[column]!];
    const pivot = rows[column]!;
    if (magnitude(pivot[column]!) < NEGLIGIBLE) throw new RangeError('a node hangs on nothing');
    const one = reciprocal(pivot[column]!);
    for (let row = column + 1; row < size; row++) {
      const times = multiply(rows[row]![column]!, one);
      if (times.re === 0 && times.im === 0) continue;
      for (let at = column; at <= size; at++) rows[row]![at] = minus(rows[row]![at]!, multiply(times, pivot[at]!));
    }
  }
  const values = new Array<Complex>(size).fill(ZERO);
  for (let row = size - 1; row >= 0; row--) {
    let left = rows[row]![size]!;
    for (let at = row + 1; at < size; at++) left = minus(left, multiply(rows[row]![at]!, values[at]!));
    values[row] = multiply(left, reciprocal(rows[row]![row]!));
  }
  return values;
}
