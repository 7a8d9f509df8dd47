import { all, known, type Maybe, map, need, unknown } from '../job/known';
import type { Circuit, Load } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { byOrder } from '../network/paths';

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
  const map = new Map<string, Load[]>();
  for (const load of Object.values(job.loads).sort(byOrder)) map.set(load.circuitId, [...(map.get(load.circuitId) ?? []), load]);
  return map;
}

/**
 * Design current Ib: the entered one, else the sum of the loads times the diversity.
 * A load's current is its own, else P/(U0·cosφ). Without diversity everything is taken to run together.
 * @returns A; unknown when neither a design current nor the loads say it
 */
export function designCurrent(job: Job, circuit: Circuit, loads: readonly Load[]): Maybe<DesignCurrent> {
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
  const currents = all(Object.fromEntries(loads.map((load) => [load.id, loadCurrent(job, load)])));
  const diversity =
    circuit.diversity === undefined
      ? known(1)
      : need(circuit.diversity, `circuits.${circuit.id}.diversity`, `diversity of ${circuit.name}`);
  return map(all({ currents, diversity }), (parts) => {
    const each = Object.values(parts.currents);
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

function loadCurrent(job: Job, load: Load): Maybe<{ currentA: number; cosPhi: number | undefined }> {
  const cosPhi = need(load.cosPhi, `loads.${load.id}.cosPhi`, `power factor of ${load.name}`);
  if (load.currentA !== undefined) {
    const currentA = need(load.currentA, `loads.${load.id}.currentA`, `current of ${load.name}`);
    return cosPhi.known ? all({ currentA, cosPhi }) : map(currentA, (value) => ({ currentA: value, cosPhi: undefined }));
  }
  const facts = all({ powerW: need(load.powerW, `loads.${load.id}.powerW`, `power of ${load.name}`), cosPhi });
  return map(facts, ({ powerW, cosPhi: factor }) => ({ currentA: powerW / (job.supply.u0V * factor), cosPhi: factor }));
}
