/** A point of a time-current edge: at this current, this time. */
export interface Gate {
  currentA: number;
  timeS: number;
}

/** Between gates: only what monotonicity allows, or straight lines on log-log paper. */
export type Reading = 'staircase' | 'lines';

/** Past the last gate: I²t kept, the time kept, or nothing known. */
export type Beyond = 'constant-energy' | 'constant-time' | 'open';

/**
 * One side of a band as a polyline on log-log paper. Currents do not fall and times do not rise along it;
 * two vertices of one current are a vertical step. `maximum`: has opened by. `minimum`: never opens sooner.
 */
export interface Edge {
  side: 'maximum' | 'minimum';
  vertices: readonly Gate[];
  beyond: Beyond;
}

/**
 * Makes an edge from gates.
 * A staircase keeps a maximum edge at the time of the gate already reached, and a minimum edge at the time of the gate
 * still ahead: nothing but monotonicity is used.
 * @param gates currents in A not falling, times in s not rising
 * @throws RangeError when gates are empty, not positive or not monotone
 */
export function makeEdge(side: Edge['side'], gates: readonly Gate[], reading: Reading, beyond: Beyond): Edge {
  checkGates(gates);
  if (reading === 'lines') return { side, vertices: gates, beyond };
  const vertices: Gate[] = [gates[0]!];
  for (let index = 1; index < gates.length; index++) {
    const before = gates[index - 1]!;
    const gate = gates[index]!;
    vertices.push(
      side === 'maximum' ? { currentA: gate.currentA, timeS: before.timeS } : { currentA: before.currentA, timeS: gate.timeS },
      gate,
    );
  }
  return { side, vertices, beyond };
}

function checkGates(gates: readonly Gate[]): void {
  if (gates.length === 0) throw new RangeError('an edge needs at least one gate');
  gates.forEach(({ currentA, timeS }, index) => {
    if (!(currentA > 0 && timeS > 0 && Number.isFinite(currentA) && Number.isFinite(timeS)))
      throw new RangeError(`gate ${index} (${currentA} A, ${timeS} s) must be positive and finite`);
    const before = gates[index - 1];
    if (before !== undefined && (currentA < before.currentA || timeS > before.timeS))
      throw new RangeError(`gate ${index} (${currentA} A, ${timeS} s) runs backwards`);
  });
}

/** Time on the straight log-log line through two gates. */
function onLine(a: Gate, b: Gate, currentA: number): number {
  if (a.timeS === b.timeS) return a.timeS;
  const share = Math.log(currentA / a.currentA) / Math.log(b.currentA / a.currentA);
  return a.timeS * (b.timeS / a.timeS) ** share;
}

function past(edge: Edge, currentA: number): number {
  const last = edge.vertices[edge.vertices.length - 1]!;
  if (edge.beyond === 'constant-time') return last.timeS;
  if (edge.beyond === 'constant-energy') return last.timeS * (last.currentA / currentA) ** 2;
  return edge.side === 'maximum' ? last.timeS : 0;
}

/** Which way a step is looked at: the side's own sure reading, or the limit just below or just above the current. */
type Approach = 'sure' | 'below' | 'above';

/** Two currents nearer than this, as a share, are one current. */
export const SAME = 1e-12;

/** A current that is a gate's, save for how a computer writes it: 1.13 · 16 A is 18.08 A, equality included. */
function onGate({ vertices }: Edge, currentA: number): number {
  for (const gate of vertices) if (Math.abs(gate.currentA - currentA) <= SAME * gate.currentA) return gate.currentA;
  return currentA;
}

/**
 * Reads an edge at a current.
 * At a vertical step the sure reading is the lower time of a maximum edge (it has been reached) and the upper time of a
 * minimum edge (it has not been passed). Below its first gate a maximum edge reads Infinity: it need never open.
 * Below its first gate a minimum edge reads its first time: surely not sooner. Past an open minimum edge: 0.
 * @returns s
 * @example of a B16 by its standard at 80 A (5 In): timeAt(maximum, 80) → 0.1
 */
export function timeAt(edge: Edge, readA: number, approach: Approach = 'sure'): number {
  const { vertices, side } = edge;
  const currentA = onGate(edge, readA);
  const first = vertices[0]!;
  const last = vertices[vertices.length - 1]!;
  const takeLower = approach === 'above' || (approach === 'sure' && side === 'maximum');
  if (currentA < first.currentA || (currentA === first.currentA && !takeLower))
    return side === 'maximum' ? Number.POSITIVE_INFINITY : first.timeS;
  if (currentA > last.currentA || (currentA === last.currentA && takeLower)) return past(edge, currentA);
  for (let index = 1; index < vertices.length; index++) {
    const a = vertices[index - 1]!;
    const b = vertices[index]!;
    if (a.currentA === b.currentA) continue;
    if (takeLower ? currentA >= a.currentA && currentA < b.currentA : currentA > a.currentA && currentA <= b.currentA)
      return onLine(a, b, currentA);
  }
  return last.timeS;
}

/**
 * Least current at which a maximum edge has opened within a time: the current that "causes operation" in that time.
 * @returns A, or undefined where no current does
 */
export function currentWithin(maximum: Edge, timeS: number): number | undefined {
  const { vertices, beyond } = maximum;
  for (let index = 0; index < vertices.length; index++) {
    const gate = vertices[index]!;
    if (gate.timeS > timeS) continue;
    const before = vertices[index - 1];
    if (before === undefined || before.currentA === gate.currentA || before.timeS === gate.timeS) return gate.currentA;
    const share = Math.log(timeS / before.timeS) / Math.log(gate.timeS / before.timeS);
    return before.currentA * (gate.currentA / before.currentA) ** share;
  }
  if (beyond !== 'constant-energy') return undefined;
  const last = vertices[vertices.length - 1]!;
  return last.currentA * Math.sqrt(last.timeS / timeS);
}
