import { FAULT_C } from '../conductors/heating';
import type { Band } from '../curves/band';
import type { Gate } from '../curves/edge';
import { isBreaker, overcurrentBand, ratedCurrent } from '../devices/bands';
import { otherWays } from '../house/chains';
import type { CircuitFacts } from '../house/facts';
import { isOvercurrent } from '../house/facts';
import { all, need } from '../job/known';
import { QUANTITIES } from '../job/quantities';
import type { Device, Grade } from '../job/sealed';
import { faultWord } from '../job/terms';
import type { SegmentFacts } from '../network/segmentFacts';
import { kindsAmong } from '../network/states';
import { K_FACTORS } from '../tables/adiabatic';

/** A band ready to draw: polylines in A and s. An open minimum edge ends where nothing more is known. */
export interface DrawnBand {
  deviceId: string;
  circuitId: string;
  name: string;
  label: string;
  grade: Grade;
  minimum: Gate[];
  maximum: Gate[];
  /** Past the last vertex: drawn on, or left open. */
  minimumBeyond: 'constant-energy' | 'constant-time' | 'open';
  maximumBeyond: 'constant-energy' | 'constant-time' | 'open';
}

interface DrawnFault {
  /** What it is, and by its symbol. */
  label: string;
  symbol: string;
  currentA: number;
  kind: 'MAX' | 'MIN';
}

/** Everything the time-current chart of one circuit shows. */
export interface CircuitChart {
  circuitId: string;
  /** Nearest device first. */
  bands: DrawnBand[];
  faults: DrawnFault[];
  /** k²S² of the thinnest live conductor, A²s. */
  cable: { label: string; a2s: number } | null;
  /** Devices whose band is not known, with the reason. */
  absent: { deviceId: string; name: string; because: string }[];
}

/** Gathers the bands of a circuit's devices and those upstream, the usual source's first, its fault currents and its cable's limit. */
export function circuitChart(facts: CircuitFacts): CircuitChart {
  const chart: CircuitChart = { circuitId: facts.circuit.id, bands: [], faults: [], cable: null, absent: [] };
  const usual = new Set(facts.chain.map(({ device }) => device.id));
  const others = otherWays(facts).flatMap(({ way }) => (way.known ? way.value : []));
  const upstream = [...others.filter(({ device }) => !usual.has(device.id)), ...facts.chain];
  for (const { device, wiring } of upstream.filter(isOvercurrent).reverse()) {
    const band = overcurrentBand(device);
    if (!band.known) {
      chart.absent.push({ deviceId: device.id, name: device.name, because: band.missing.map((each) => each.what).join('; ') });
      continue;
    }
    chart.bands.push(drawnBand(device, wiring.circuit.id, band.value));
  }
  chart.faults = faultLines(facts);
  chart.cable = thinnestLimit(facts.wiring.stretches.map((stretch) => stretch.facts));
  return chart;
}

/** A band as it is drawn. */
export function drawnBand(device: Device, circuitId: string, { minimum, maximum, grade }: Band): DrawnBand {
  return {
    deviceId: device.id,
    circuitId,
    name: device.name,
    label: deviceLabel(device),
    grade,
    minimum: [...minimum.vertices],
    maximum: [...maximum.vertices],
    minimumBeyond: minimum.beyond,
    maximumBeyond: maximum.beyond,
  };
}

/** A device in as few letters as it is told by: `C16`, `63 A gG`, `20 A`. */
export function deviceLabel(device: Device): string {
  const { settings } = device;
  const rated = ratedCurrent(device);
  const ratedA = rated.known ? rated.value : undefined;
  if (ratedA === undefined) return device.name;
  if (settings.family === 'fuse') return `${ratedA} A ${settings.system}`;
  if (!isBreaker(settings)) return `${ratedA} A`;
  const curve = need(settings.curve, '', '');
  return `${curve.known ? curve.value : ''}${ratedA}`;
}

/** The most there can be at the circuit's start, of any kind, and the least to earth at its far end. */
function faultLines({ job, poles, wiring, house: { network } }: CircuitFacts): DrawnFault[] {
  const lines: DrawnFault[] = [];
  const kinds = poles.known ? kindsAmong(poles.value) : [];
  let most: { currentA: number; kind: string } | undefined;
  for (const kind of kinds) {
    const fault = network.most(wiring, undefined, kind);
    if (fault.known && (most === undefined || fault.value.currentA > most.currentA))
      most = { currentA: fault.value.currentA, kind };
  }
  if (most !== undefined)
    lines.push({
      label: `maximum at its start, ${faultWord(job.dialect, most.kind)}`,
      symbol: QUANTITIES.Ipf[job.dialect].symbol,
      currentA: most.currentA,
      kind: 'MAX',
    });
  const least = network.leastAtEnd(wiring, 'L-PE');
  if (least.known)
    lines.push({
      label: `minimum at the far end, ${faultWord(job.dialect, 'L-PE')}`,
      symbol: `min ${faultWord(job.dialect, 'L-PE')}`,
      currentA: least.value.currentA,
      kind: 'MIN',
    });
  return lines;
}

function thinnestLimit(cables: readonly SegmentFacts[]): CircuitChart['cable'] {
  const cable = thinnest(cables);
  return cable === undefined ? null : { label: `k²S² of ${cable.mm2} mm²`, a2s: cable.a2s };
}

/** The live conductor of a way that takes the least energy. */
interface ThinnestCable {
  mm2: number;
  material: 'Cu' | 'Al';
  insulation: keyof typeof FAULT_C;
  /** k²S². */
  a2s: number;
  /** The most its insulation takes in a fault, °C. */
  mostC: number;
}
export function thinnest(cables: readonly SegmentFacts[]): ThinnestCable | undefined {
  const limits = cables.flatMap((cable): ThinnestCable[] => {
    const facts = all({ mm2: cable.mm2('lineSize'), material: cable.material, insulation: cable.insulation });
    if (!facts.known) return [];
    const { mm2, material, insulation } = facts.value;
    const { mostC } = FAULT_C[insulation];
    return [{ mm2, material, insulation, mostC, a2s: (K_FACTORS[material][insulation] * mm2) ** 2 }];
  });
  return limits.sort((a, b) => a.a2s - b.a2s)[0];
}
