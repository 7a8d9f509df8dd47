import { all, andThen, known, list, type Maybe, map, need, unknown } from '../job/known';
import type { Circuit, Load } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { byOrder } from '../network/paths';
import { lineVoltageV, type Poles } from '../network/states';
import { type Sized, sizedBy } from './sized';

/** Design current of a circuit and the power factor it flows at. */
export interface DesignCurrent {
  ibA: number;
  /** Unknown power factor: drop then takes the whole impedance, the worst case. */
  cosPhi: number | undefined;
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

/** What a watt of load divides by: U0 on one line, the line voltage on two, √3 times it on three. */
function voltsFor({ lines }: Poles, job: Job): number {
  if (lines === 1) return job.supply.u0V;
  return lineVoltageV(job.supply) * (lines === 3 ? Math.sqrt(3) : 1);
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
  const currents = list(loads.map((load) => loadCurrent(job, load, poles)));
  return map(all({ currents, diversity }), (parts) => {
    const each = parts.currents;
    const sumA = each.reduce((sum, { currentA }) => sum + currentA, 0);
    const cosPhi = each.every((load) => load.cosPhi !== undefined)
      ? each.reduce((sum, load) => sum + load.currentA * (load.cosPhi ?? 0), 0) / sumA
      : undefined;
    return {
      ibA: sumA * parts.diversity,
      cosPhi,
      formula: parts.diversity === 1 ? 'Ib = Σ I' : 'Ib = Σ I · diversity',
      values: () =>
        `${each.map(({ currentA }) => round(currentA)).join(' + ')}${parts.diversity === 1 ? '' : ` · ${parts.diversity}`} A`,
    };
  });
}

/** Current of one load on its circuit. */
export function loadCurrent(job: Job, load: Load, poles: Maybe<Poles>): Maybe<{ currentA: number; cosPhi: number | undefined }> {
  const cosPhi = need(load.cosPhi, `loads.${load.id}.cosPhi`, `power factor of ${load.name}`);
  const at = (currentA: Maybe<number>) =>
    cosPhi.known ? all({ currentA, cosPhi }) : map(currentA, (value) => ({ currentA: value, cosPhi: undefined }));
  if (load.currentA !== undefined) return at(need(load.currentA, `loads.${load.id}.currentA`, `current of ${load.name}`));
  const sized = load.powerW === undefined ? sizedBy(job, load, poles) : undefined;
  if (sized !== undefined) return at(map(sized, ({ currentA }) => currentA));
  const facts = all({ powerW: need(load.powerW, `loads.${load.id}.powerW`, `power of ${load.name}`), cosPhi, poles });
  return map(facts, ({ powerW, cosPhi: factor, poles: on }) => ({
    currentA: powerW / (voltsFor(on, job) * factor),
    cosPhi: factor,
  }));
}

/** What the NEC has device and conductors carry. */
export interface ContinuousCurrent {
  factoredA: number;
  continuousA: number;
  /** The rest, and what motors and marked equipment ask for, whose own factor is in it. */
  otherA: number;
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
    return map(facts, ({ ibA, continuous }) => split(continuous ? ibA : 0, continuous ? 0 : ibA, 1, []));
  }
  const parts = list(
    loads.map((load): Maybe<{ currentA: number; continuous: boolean; sized?: Sized }> => {
      const sized = sizedBy(job, load, poles);
      if (sized !== undefined) return map(sized, (by) => ({ currentA: by.neededA, continuous: false, sized: by }));
      return map(
        all({
          current: loadCurrent(job, load, poles),
          continuous: need(load.continuous, `loads.${load.id}.continuous`, `whether ${load.name} is continuous`),
        }),
        ({ current, continuous }) => ({ currentA: current.currentA, continuous }),
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
      const sum = (continuous: boolean) =>
        each
          .filter((one) => one.continuous === continuous && one.sized === undefined)
          .reduce((total, { currentA }) => total + currentA, 0);
      return split(
        sum(true),
        sum(false),
        share,
        each.flatMap(({ sized }) => sized ?? []),
      );
    }),
  );
}

/** What is sized by a table or a marking is so for itself: no share of it. */
function split(continuousA: number, restA: number, share: number, sized: readonly Sized[]): ContinuousCurrent {
  const sizedA = sized.reduce((total, { neededA }) => total + neededA, 0);
  const otherA = restA * share + sizedA;
  return { sized, factoredA: 1.25 * continuousA * share + otherA, continuousA: continuousA * share, otherA };
}
