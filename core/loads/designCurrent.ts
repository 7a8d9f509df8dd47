import { all, andThen, known, list, type Maybe, map, need, unknown } from '../job/known';
import type { Circuit, Load } from '../job/schema/circuit';
import type { Line } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { byOrder } from '../network/paths';
import type { Poles } from '../network/states';
import { drawnCurrent } from './drawn';
import { LINES, type LoadLines, loadLines } from './lines';
import { type Sized, sizedBy } from './sized';

/** Design current of a circuit and the power factor it flows at. */
export interface DesignCurrent {
  ibA: number;
  /** Unknown power factor: drop then takes the whole impedance, the worst case. */
  cosPhi: number | undefined;
  /** Part of it hangs on fewer lines than its circuit has: its neutral then carries current too. */
  uneven: boolean;
  /** How it came about, for the working. */
  formula: string;
  values: () => string;
}

const round = (value: number): string => String(Number(value.toPrecision(4)));

/** Loads per circuit, built once per study. */
export function loadsByCircuit(job: Job): Map<string, Load[]> {
  const byCircuit = new Map<string, Load[]>();
  for (const load of Object.values(job.loads).sort(byOrder)) {
    const present = byCircuit.get(load.circuitId);
    if (present === undefined) byCircuit.set(load.circuitId, [load]);
    else present.push(load);
  }
  return byCircuit;
}

/**
 * Design current Ib: the entered one, else the sum of the loads times the diversity.
 * A load's current is its own, else P/(U·cosφ) by the circuit's lines. Without diversity everything is taken to run together.
 * @returns A; unknown when neither a design current nor the loads say it
 */
export function designCurrent(job: Job, circuit: Circuit, loads: readonly Load[], poles: Maybe<Poles>): Maybe<DesignCurrent> {
  const entered = circuit.designCurrentA;
  const path = `circuits.${circuit.id}.designCurrentA`;
  if (entered !== undefined)
    return map(need(entered, path, `design current of ${circuit.name}`), (ibA) => ({
      ibA,
      cosPhi: undefined,
      uneven: false,
      formula: 'Ib as entered',
      values: () => `${round(ibA)} A`,
    }));
  if (loads.length === 0) return unknown(path, `design current or loads of ${circuit.name}`);
  return summed(job, circuit, loads, poles);
}

function summed(job: Job, circuit: Circuit, loads: readonly Load[], poles: Maybe<Poles>): Maybe<DesignCurrent> {
  const diversity =
    circuit.diversity === undefined
      ? known(1)
      : need(circuit.diversity, `circuits.${circuit.id}.diversity`, `diversity of ${circuit.name}`);
  const drawn = list(
    loads.map((load) => {
      const lines = loadLines(circuit, loads, load, poles);
      return all({
        current: loadCurrent(
          job,
          load,
          map(lines, (on) => on.poles),
        ),
        lines,
      });
    }),
  );
  return map(all({ drawn, diversity }), (parts) => {
    const { most, sum, line } = fullest(parts.drawn, ({ current }) => current.currentA);
    const cosPhi = most.every(({ current }) => current.cosPhi !== undefined)
      ? most.reduce((total, { current }) => total + current.currentA * (current.cosPhi ?? 0), 0) / sum
      : undefined;
    const of = parts.diversity === 1 ? 'Ib = Σ I' : 'Ib = Σ I · diversity';
    return {
      ibA: sum * parts.diversity,
      cosPhi,
      uneven: most.some(({ lines }) => lines.fewer),
      formula: line === undefined ? of : `${of} on ${line}, the fullest`,
      values: () =>
        `${most.map(({ current }) => round(current.currentA)).join(' + ')}${parts.diversity === 1 ? '' : ` · ${parts.diversity}`} A`,
    };
  });
}

interface OnLines {
  lines: LoadLines;
}

/** The line that asks most, with what hangs on it. What takes every line counts on each; two of three add up as they are. */
function fullest<T extends OnLines>(
  each: readonly T[],
  of: (one: T) => number,
): { most: T[]; sum: number; line: Line | undefined } {
  const uneven = each.some(({ lines }) => lines.fewer);
  const at = (line: Line) => {
    const most = each.filter(({ lines }) => lines.at.includes(line));
    return { most, sum: most.reduce((total, one) => total + of(one), 0), line: uneven ? line : undefined };
  };
  return LINES.map(at).reduce((best, next) => (next.sum > best.sum ? next : best));
}

/**
 * Current of one load in each of its lines.
 * @param poles its own: as many lines as it hangs on
 */
export function loadCurrent(job: Job, load: Load, poles: Maybe<Poles>): Maybe<{ currentA: number; cosPhi: number | undefined }> {
  const cosPhi = need(load.cosPhi, `loads.${load.id}.cosPhi`, `power factor of ${load.name}`);
  const at = (currentA: Maybe<number>) =>
    cosPhi.known ? all({ currentA, cosPhi }) : map(currentA, (value) => ({ currentA: value, cosPhi: undefined }));
  const drawn = drawnCurrent(job, load, poles);
  if (drawn !== undefined) return at(drawn);
  const sized = sizedBy(job, load, poles);
  return at(
    sized === undefined
      ? (need(load.powerW, `loads.${load.id}.powerW`, `power of ${load.name}`) as Maybe<never>)
      : map(sized, ({ currentA }) => currentA),
  );
}

/** What the NEC has device and conductors carry. */
export interface ContinuousCurrent {
  factoredA: number;
  continuousA: number;
  /** The rest, and what motors and marked equipment ask for, whose own factor is in it. */
  otherA: number;
  /** All of it as it is, on the line where that is most. */
  wholeA: number;
  /** Loads whose conductors are sized by a table or their marking. */
  sized: readonly Sized[];
}

/**
 * What the NEC has a device carry: 1.25 times what runs for three hours or more, and the rest as it is (210.20(A)); motors and
 * marked equipment by what their own articles ask.
 * @returns A at the design's diversity; unknown where it is not said of a load, or of an entered current, whether it is continuous
 */
export function continuousCurrent(
  job: Job,
  circuit: Circuit,
  loads: readonly Load[],
  poles: Maybe<Poles>,
): Maybe<ContinuousCurrent> {
  if (circuit.designCurrentA !== undefined) {
    const facts = all({
      ibA: need(circuit.designCurrentA, `circuits.${circuit.id}.designCurrentA`, `design current of ${circuit.name}`),
      continuous: need(
        circuit.continuous,
        `circuits.${circuit.id}.continuous`,
        `whether the load of ${circuit.name} is continuous`,
      ),
    });
    return map(facts, ({ ibA, continuous }) => ({ ...split(continuous ? ibA : 0, continuous ? 0 : ibA, 1, []), wholeA: ibA }));
  }
  const parts = list(
    loads.map((load): Maybe<OnLines & { currentA: number; continuous: boolean; sized?: Sized }> => {
      const lines = loadLines(circuit, loads, load, poles);
      const own = map(lines, (on) => on.poles);
      const sized = sizedBy(job, load, own);
      if (sized !== undefined)
        return map(all({ sized, lines }), (by) => ({ currentA: by.sized.neededA, continuous: false, ...by }));
      return map(
        all({
          current: loadCurrent(job, load, own),
          continuous: need(load.continuous, `loads.${load.id}.continuous`, `whether ${load.name} is continuous`),
          lines,
        }),
        ({ current, ...rest }) => ({ currentA: current.currentA, ...rest }),
      );
    }),
  );
  if (loads.length === 0) return unknown(`circuits.${circuit.id}.designCurrentA`, `design current or loads of ${circuit.name}`);
  const diversity =
    circuit.diversity === undefined
      ? known(1)
      : need(circuit.diversity, `circuits.${circuit.id}.diversity`, `diversity of ${circuit.name}`);
  return andThen(diversity, (share) =>
    map(parts, (each) => {
      const factored = ({ currentA, continuous, sized }: (typeof each)[number]) =>
        sized !== undefined ? currentA : (continuous ? 1.25 : 1) * currentA * share;
      const plain = ({ currentA, sized }: (typeof each)[number]) => (sized === undefined ? currentA * share : currentA);
      const { most } = fullest(each, factored);
      const sum = (continuous: boolean) =>
        most
          .filter((one) => one.continuous === continuous && one.sized === undefined)
          .reduce((total, { currentA }) => total + currentA, 0);
      const sized = most.flatMap((one) => one.sized ?? []);
      return { ...split(sum(true), sum(false), share, sized), wholeA: fullest(each, plain).sum };
    }),
  );
}

/** What is sized by a table or a marking is so for itself: no share of it. */
function split(continuousA: number, restA: number, share: number, sized: readonly Sized[]): Omit<ContinuousCurrent, 'wholeA'> {
  const sizedA = sized.reduce((total, { neededA }) => total + neededA, 0);
  const otherA = restA * share + sizedA;
  return { sized, factoredA: 1.25 * continuousA * share + otherA, continuousA: continuousA * share, otherA };
}
