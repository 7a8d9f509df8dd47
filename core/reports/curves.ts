import { heatedC } from '../conductors/heating';
import type { Band } from '../curves/band';
import { timeAt } from '../curves/edge';
import { type Nearest, nearest } from '../curves/meet';
import { brokenOf, overcurrentBand, ownPoints } from '../devices/bands';
import { letThroughOf } from '../devices/letThrough';
import { arcBand, type OtherBand, residualBand } from '../devices/otherAxes';
import { isOvercurrent } from '../house/facts';
import type { Known } from '../job/known';
import type { Device, Grade } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { readDeviceLine } from '../quick/deviceLine';
import { overcurrentPair, pairSentence } from '../selectivity/overcurrentPair';
import type { Study } from '../study/study';
import { cite } from '../tables/source';
import { type CircuitChart, circuitChart, type DrawnBand, drawnBand, thinnest } from './chart';
import { type WhoOpens, whoOpens } from './whoOpens';

/** Grade the bands are shown at: each at its own, or all at one. */
export type ShownGrade = 'own' | 'standard' | 'typical';

/** A band on the curves screen. */
export interface ComparedBand extends DrawnBand {
  ratedA: number;
  /** Lower and upper bound of instantaneous opening, A. */
  instantaneous: { lowerA: number; upperA: number } | null;
  sources: string[];
  /** Most it lets through over prospective current, A²s, and what is customary. */
  energy: { currentA: number; sureA2s: number; typicalA2s: number | null }[];
  /** Its own points, drawn over the limits of its family, and where they leave those. */
  own: { minimum: DrawnBand['minimum']; maximum: DrawnBand['maximum']; broken: string | null } | null;
}
interface ComparedPair {
  downstreamId: string;
  upstreamId: string;
  sentence: string;
  limitA: number;
  total: boolean;
  /** Both may open from the downstream rating on. */
  none: boolean;
  grade: Grade;
  nearest: Nearest | null;
}
/** Something that flows for a time: an inrush as the rms value of its peak, the start of a motor. */
interface Passing {
  label: string;
  currentA: number;
  timeS: number;
}
export interface CurvesStudy {
  bands: ComparedBand[];
  absent: { id: string; name: string; because: string }[];
  pairs: ComparedPair[];
  passing: Passing[];
  faults: CircuitChart['faults'];
  cable: CircuitChart['cable'];
  /** Residual and arc-fault parts of the circuit's devices, each on an axis of its own. */
  residual: DrawnBand[];
  arc: DrawnBand[];
  /** Null where a band on the way is not known, or no circuit is looked at. */
  who: WhoOpens[] | null;
}

/** Greatest fault loose devices are compared up to, A: the least breaking capacity of a house's breakers. */
export const LOOSE_TO_A = 6000;
export const MOST_BANDS = 12;

/** A device of the job by its id, or one that was typed, behind `t:`. */
function deviceOf(job: Job, item: string): Device | undefined {
  if (!item.startsWith('t:')) return job.devices[item];
  const typed = readDeviceLine(item.slice(2), job.dialect);
  return typed.ok ? typed.value : undefined;
}
const atGrade = (device: Device, grade: ShownGrade): Device => (grade === 'own' ? device : { ...device, grade });

/** Bands of any devices over each other, at most twelve, with what each pair of them does. */
export function curvesStudy(
  job: Job,
  study: Study,
  items: readonly string[],
  grade: ShownGrade,
  circuitId: string | null,
): CurvesStudy {
  const circuit = study.circuits.find((each) => each.circuitId === circuitId);
  const chart = circuit === undefined ? undefined : circuitChart(circuit.facts);
  const faults = chart?.faults ?? [];
  const toA = faults.find(({ kind }) => kind === 'MAX')?.currentA ?? LOOSE_TO_A;
  const found: CurvesStudy = {
    bands: [],
    absent: [],
    pairs: [],
    passing: [],
    residual: [],
    arc: [],
    faults,
    cable: chart?.cable ?? null,
    who: null,
  };
  const drawn: { device: Device; band: Known<Band> }[] = [];
  for (const item of items.slice(0, MOST_BANDS)) {
    const device = deviceOf(job, item);
    if (device === undefined) {
      found.absent.push({ id: item, name: item.replace(/^t:/, ''), because: 'no such device' });
      continue;
    }
    const shown = atGrade(device, grade);
    const own = ownOf(device);
    // Points that leave what the family may do are no band: the family's is drawn, and they over it.
    const band = overcurrentBand(own?.broken === null || own === null ? shown : { ...shown, grade: 'standard' });
    if (!band.known) {
      found.absent.push({ id: item, name: device.name, because: band.missing.map(({ what }) => what).join('; ') });
      continue;
    }
    drawn.push({ device: shown, band });
    found.bands.push({
      ...drawnBand(device, device.circuitId ?? '', band.value),
      ratedA: band.value.ratedA,
      instantaneous: band.value.instantaneous ?? null,
      own,
      sources: band.value.sources.map(cite),
      energy: energyOf(device, band.value, Math.max(toA, LOOSE_TO_A)),
    });
  }
  const chain = circuit?.facts.chain.filter(isOvercurrent).map(({ device }) => device.id) ?? [];
  found.pairs = pairsOf(drawn, chain, toA);
  if (circuit !== undefined) {
    const { chain: seated, wiring } = circuit.facts;
    for (const device of [...wiring.pointDevices, ...seated.map((each) => each.device).reverse()]) {
      const [residual, arc] = [residualBand(device), arcBand(device)];
      if (residual?.known === true) found.residual.push(otherBand(device, residual.value));
      if (arc !== undefined) found.arc.push(otherBand(device, arc));
    }
    found.passing = passingOf(job, circuit.circuitId);
    const who = whoOpens(job, circuit.facts);
    found.who = who.known ? who.value : null;
  }
  return found;
}

/** A band of another axis as it is drawn. */
const otherBand = (
  { id, circuitId, name }: { id: string; circuitId?: string | undefined; name: string },
  band: OtherBand,
): DrawnBand => ({
  deviceId: id,
  circuitId: circuitId ?? '',
  name,
  label: band.label,
  grade: 'standard',
  minimum: [...band.minimum.vertices],
  maximum: [...band.maximum.vertices],
  minimumBeyond: band.minimum.beyond,
  maximumBeyond: band.maximum.beyond,
});

function ownOf(device: Device): ComparedBand['own'] {
  if (!('curvePoints' in device.settings) || device.settings.curvePoints === undefined) return null;
  const own = ownPoints(device);
  if (!own.known) return null;
  const broken = brokenOf(device, own.value);
  const said = broken === undefined ? null : `${broken.does} than its family may at ${Number(broken.currentA.toPrecision(3))} A`;
  return { minimum: [...own.value.minimum.vertices], maximum: [...own.value.maximum.vertices], broken: said };
}

/** Currents the energy is read at: even steps on log paper, twenty a decade. */
function energyOf(device: Device, { ratedA, maximum }: Band, toA: number): ComparedBand['energy'] {
  const letThrough = letThroughOf(device);
  if (!letThrough.known) return [];
  const steps = Math.ceil(20 * Math.log10(toA / (2 * ratedA)));
  if (!(steps > 0)) return [];
  const even = Array.from({ length: steps + 1 }, (_, at) => 2 * ratedA * (toA / (2 * ratedA)) ** (at / steps));
  // Both sides of every step, so that it is drawn as one.
  const stepped = maximum.vertices.flatMap((gate) => [gate.currentA * (1 - 1e-9), gate.currentA]);
  const places = [...even, ...stepped].filter((each) => each >= 2 * ratedA && each <= toA).sort((a, b) => a - b);
  return places.flatMap((currentA) => {
    const { sureA2s, typicalA2s } = letThrough.value(currentA);
    return Number.isFinite(sureA2s) ? [{ currentA, sureA2s, typicalA2s: typicalA2s ?? null }] : [];
  });
}

/** Each of them under each other: in the order of the circuit where both are on it, else the smaller under the greater. */
function pairsOf(drawn: readonly { device: Device; band: Known<Band> }[], chain: readonly string[], toA: number): ComparedPair[] {
  return drawn.flatMap((one, index) =>
    drawn.slice(index + 1).flatMap((other) => {
      const [a, b] = [chain.indexOf(one.device.id), chain.indexOf(other.device.id)];
      const under = a >= 0 && b >= 0 ? a > b : one.band.value.ratedA <= other.band.value.ratedA;
      const [down, up] = under ? [one, other] : [other, one];
      const pair = overcurrentPair(up.device, down.device, toA);
      if (!pair.known) return [];
      const { total, limitA, grade, downstream, upstream } = pair.value;
      // Where they overlap, the place that counts is where that begins.
      const near = total
        ? nearest(downstream.maximum, upstream.minimum, downstream.ratedA, toA, upstream.holdsA)
        : { currentA: limitA, timeS: timeAt(downstream.maximum, limitA, 'below'), ratio: 1 };
      const sentence = pairSentence(pair.value, down.device.name, up.device.name, `${Number(toA.toPrecision(4))} A`);
      return [
        {
          downstreamId: down.device.id,
          upstreamId: up.device.id,
          sentence,
          limitA,
          total,
          none: !total && limitA <= downstream.ratedA,
          grade,
          nearest: near !== undefined && Number.isFinite(near.timeS) ? near : null,
        },
      ];
    }),
  );
}

function passingOf(job: Job, circuitId: string): Passing[] {
  const loads = Object.values(job.loads).filter((load) => load.circuitId === circuitId);
  return loads.flatMap(({ name, inrushPeakA, inrushS, startCurrentA, startTimeS }) => [
    ...(inrushPeakA === undefined || inrushS === undefined || inrushS.value === 0 || inrushPeakA.value === 0
      ? []
      : [{ label: `${name}, inrush`, currentA: inrushPeakA.value / Math.SQRT2, timeS: inrushS.value }]),
    ...(startCurrentA === undefined || startTimeS === undefined || startTimeS.value === 0 || startCurrentA.value === 0
      ? []
      : [{ label: `${name}, starting`, currentA: startCurrentA.value, timeS: startTimeS.value }]),
  ]);
}

/** What each device does at a current, and what that does to the cable until the first has surely opened. */
export interface CurrentRead {
  lines: { deviceId: string; fastS: number; slowS: number }[];
  /** Undefined `reachesC`: too long for its heat to stay in it, or no device surely opens. */
  cable: { label: string; timeS: number | null; reachesC: number | null; mostC: number } | null;
}
/** Longest for which what heats a conductor stays in it, s. */
const ADIABATIC_TO_S = 5;

export function currentRead(
  job: Job,
  study: Study,
  {
    items,
    grade,
    circuitId,
    currentA,
  }: { items: readonly string[]; grade: ShownGrade; circuitId: string | null; currentA: number },
): CurrentRead {
  const lines = items.slice(0, MOST_BANDS).flatMap((item) => {
    const device = deviceOf(job, item);
    const band = device === undefined ? undefined : overcurrentBand(atGrade(device, grade));
    if (device === undefined || band === undefined || !band.known) return [];
    const { minimum, maximum, holdsA } = band.value;
    return [
      {
        deviceId: device.id,
        fastS: currentA <= holdsA ? Number.POSITIVE_INFINITY : timeAt(minimum, currentA),
        slowS: timeAt(maximum, currentA),
      },
    ];
  });
  const circuit = study.circuits.find((each) => each.circuitId === circuitId);
  const cable = circuit === undefined ? undefined : thinnest(circuit.facts.wiring.stretches.map(({ facts }) => facts));
  if (cable === undefined) return { lines, cable: null };
  // Only what stands ahead of it clears it, whatever else is drawn beside.
  const ahead = new Set(circuit!.facts.ahead.map(({ device }) => device.id));
  const clearing = lines.filter(({ deviceId }) => ahead.has(deviceId)).map(({ slowS }) => slowS);
  const firstS = Math.min(...clearing, Number.POSITIVE_INFINITY);
  const { material, insulation, mm2, mostC } = cable;
  const short = firstS <= ADIABATIC_TO_S;
  return {
    lines,
    cable: {
      label: `${mm2} mm²`,
      mostC,
      timeS: Number.isFinite(firstS) ? firstS : null,
      reachesC: short ? heatedC(material, insulation, mm2, currentA ** 2 * firstS) : null,
    },
  };
}
