import type { Command } from '../job/commands';
import { keyAfter } from '../job/order';
import { PACKS } from '../job/packs';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { type Catalogued, inrushOf } from './catalogue/appliances';
import { edit } from './steps';

const assumed = <T>(value: T) => ({ value, from: 'assumed' as const });
const rounded = (value: number): number => Number(value.toPrecision(3));

/**
 * A load as such things usually are, on a circuit and at a point of it. What kind of thing it is, is stated; every value of it is
 * assumed until somebody reads its plate.
 */
export function addAppliance(
  job: Job,
  circuit: Circuit,
  pointId: string | undefined,
  appliance: Catalogued,
  id: string,
): Command {
  const there = Object.values(job.loads).filter(({ circuitId }) => circuitId === circuit.id);
  const last = there
    .map(({ order }) => order)
    .sort()
    .at(-1);
  const isBritish = PACKS[job.pack].standard === 'BS 7671';
  const plateV = isBritish ? appliance.plateV : undefined;
  const { kind, cosPhi, powerW, currentA, start, dcLeakageMa, plug, mustStayOn, safetyService, voltages } = appliance;
  const inrush = inrushOf(appliance);
  const betweenLines = voltages === 'line-line' && job.supply.voltageSystem === 'split-phase';
  const runningA = powerW / (cosPhi * (plateV ?? job.supply.u0V * (betweenLines ? 2 : 1)));
  // The plugs of the IEC world are each country's own; the British one is known.
  const fits = job.dialect === 'nec' || isBritish ? plug?.[job.dialect] : undefined;
  const row = {
    id,
    circuitId: circuit.id,
    order: keyAfter(last),
    name: appliance.name,
    ...(pointId === undefined ? {} : { pointId }),
    ...(currentA === undefined ? { powerW: assumed(powerW) } : { currentA: assumed(currentA) }),
    ...(plateV === undefined ? {} : { plateV: assumed(plateV) }),
    cosPhi: assumed(cosPhi),
    continuous: assumed(appliance.continuous),
    leakageMa: assumed(appliance.leakageMa),
    waveform: assumed(appliance.waveform),
    electronics: assumed(appliance.electronics),
    touched: assumed(appliance.touched),
    wet: assumed(appliance.wet),
    fastened: assumed(appliance.fastened),
    ...(kind === undefined ? {} : { appliance: { value: kind, from: 'stated' } }),
    ...(voltages === undefined || job.supply.voltageSystem !== 'split-phase' ? {} : { voltages: assumed(voltages) }),
    ...(dcLeakageMa === undefined ? {} : { dcLeakageMa: assumed(dcLeakageMa) }),
    ...(inrush === undefined
      ? {}
      : { inrushPeakA: assumed(rounded(Math.SQRT2 * inrush.times * runningA)), inrushS: assumed(inrush.s) }),
    ...(start === undefined ? {} : { startCurrentA: assumed(rounded(start.times * runningA)), startTimeS: assumed(start.s) }),
    ...(fits === undefined ? {} : { plug: assumed(fits) }),
    ...(mustStayOn === undefined ? {} : { mustStayOn }),
    ...(safetyService === undefined ? {} : { safetyService }),
  };
  return edit(`${circuit.name}: ${appliance.name}`, [{ do: 'put', on: 'loads', row }]);
}
