import type { Gate } from '../curves/edge';
import { overcurrentBand } from '../devices/bands';
import type { Segment } from '../job/schema/circuit';
import type { Grade } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { K_FACTORS } from '../tables/adiabatic';
import { circuitFacts } from './facts';

/** A band ready to draw: polylines in A and s. An open fast edge ends where nothing more is known. */
export interface DrawnBand {
  deviceId: string;
  circuitId: string;
  name: string;
  label: string;
  grade: Grade;
  fast: Gate[];
  slow: Gate[];
  /** Past the last vertex: drawn on, or left open. */
  fastBeyond: 'constant-energy' | 'constant-time' | 'open';
  slowBeyond: 'constant-energy' | 'constant-time' | 'open';
}

export interface DrawnFault {
  label: string;
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
  absent: { name: string; because: string }[];
}

/** Gathers the bands of a circuit's devices and those upstream, its fault currents and its cable's limit. */
export function circuitChart(job: Job, circuitId: string): CircuitChart {
  const facts = circuitFacts(job).find((each) => each.circuit.id === circuitId);
  const chart: CircuitChart = { circuitId, bands: [], faults: [], cable: null, absent: [] };
  if (facts === undefined) return chart;
  for (const { device, wiring } of [...facts.chain].reverse()) {
    const band = overcurrentBand(device);
    if (!band.known) {
      chart.absent.push({ name: device.name, because: band.missing.map((each) => each.what).join('; ') });
      continue;
    }
    const { settings } = device;
    const curve =
      settings.family === 'fuse'
        ? settings.system
        : settings.family === 'mcb' || settings.family === 'rcbo'
          ? (settings.curve?.value ?? '')
          : '';
    const rated = String(band.value.ratedA);
    chart.bands.push({
      deviceId: device.id,
      circuitId: wiring.circuit.id,
      name: device.name,
      label: settings.family === 'fuse' ? `${rated} A ${curve}` : `${curve}${rated}`,
      grade: band.value.grade,
      fast: [...band.value.fast.vertices],
      slow: [...band.value.slow.vertices],
      fastBeyond: band.value.fast.beyond,
      slowBeyond: band.value.slow.beyond,
    });
  }
  if (facts.path.known) {
    const most = (['L-N', 'L-PE'] as const).flatMap((kind) => {
      const fault = facts.network.faultAt(facts.path.known ? facts.path.value : [], undefined, kind, 'MAX');
      return fault.known ? [fault.value] : [];
    });
    const greatest = most.sort((a, b) => b.currentA - a.currentA)[0];
    if (greatest !== undefined) chart.faults.push({ label: 'most, at the device', currentA: greatest.currentA, kind: 'MAX' });
    const least = facts.network.leastFault(facts.path.value, 'L-PE');
    if (least.known) chart.faults.push({ label: 'least, far end to earth', currentA: least.value.currentA, kind: 'MIN' });
  }
  chart.cable = thinnestLimit(facts.wiring.stretches.map(({ segment }) => segment));
  return chart;
}

function thinnestLimit(segments: Segment[]): CircuitChart['cable'] {
  const limits = segments.flatMap((segment) => {
    const size = segment.lineSize?.value;
    const insulation = segment.insulation?.value;
    if (
      size === undefined ||
      !size.endsWith('mm2') ||
      segment.material === undefined ||
      (insulation !== 'PVC70' && insulation !== 'XLPE90')
    )
      return [];
    const mm2 = Number(size.slice(0, -3));
    return [{ label: `${mm2} mm² heat limit`, a2s: (K_FACTORS[segment.material.value][insulation] * mm2) ** 2 }];
  });
  return limits.sort((a, b) => a.a2s - b.a2s)[0] ?? null;
}
