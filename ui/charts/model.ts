/** A point of an edge, in A and s. */
export interface ChartGate {
  currentA: number;
  timeS: number;
}

type ChartBeyond = 'constant-energy' | 'constant-time' | 'open';

export interface ChartBand {
  id: string;
  name: string;
  label: string;
  minimum: readonly ChartGate[];
  maximum: readonly ChartGate[];
  minimumBeyond: ChartBeyond;
  maximumBeyond: ChartBeyond;
  /** Drawn in place of the band: one line over the currents, as an energy is. */
  line?: readonly ChartGate[];
  /** Drawn over it, dashed: a device's own points. */
  over?: readonly (readonly ChartGate[])[];
}

/** What the axes count: current in A or in multiples of a rating; time, or energy let through. */
interface ChartUnits {
  x: 'A' | '× In';
  y: 's' | 'A²s';
}
export const PLAIN_UNITS: ChartUnits = { x: 'A', y: 's' };

/** All a time-current chart shows. Axes run from whole decade to whole decade. */
export interface ChartModel {
  bands: readonly ChartBand[];
  decadesA: readonly [number, number];
  decadesS: readonly [number, number];
  /** Fault currents; `chosen`: of a place somebody goes along with. */
  verticals: readonly { currentA: number; label: string; title: string; chosen?: true }[];
  diagonal: { a2s: number; label: string } | null;
  units?: ChartUnits;
  /** What the axes show, where that is more than the current a device carries and the time it takes. */
  axes?: { x: string; y: string };
  /** Single places, as of an inrush or where two bands come nearest. */
  places?: readonly { currentA: number; timeS: number; label: string; kind: 'flows' | 'nearest' }[];
}

/** The chart's plot area inside its frame, px. */
export interface PlotArea {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface ProbeText {
  currentA: number;
  head: string;
  lines: { id: string; text: string }[];
}

type Point = readonly [x: number, y: number];

/** An edge as a polyline in log10 units: down from the top at its first gate, along its gates, and on to the right border unless open. */
export function edgeLine(gates: readonly ChartGate[], beyond: ChartBeyond, { decadesA, decadesS }: ChartModel): Point[] {
  const points: Point[] = gates.map((gate) => [Math.log10(gate.currentA), Math.log10(gate.timeS)]);
  const first = points[0];
  const last = points.at(-1);
  if (first === undefined || last === undefined) return [];
  const right = Math.max(decadesA[1], last[0]);
  const tail: Point[] =
    beyond === 'open' ? [] : [[right, beyond === 'constant-time' ? last[1] : last[1] - 2 * (right - last[0])]];
  return [[first[0], decadesS[1]], ...points, ...tail];
}

/** Height of a polyline beside a place: its limit from the left or from the right. Undefined outside it. */
function heightAt(line: readonly Point[], x: number, from: 'left' | 'right'): number | undefined {
  for (let index = 1; index < line.length; index++) {
    const [x1, y1] = line[index - 1]!;
    const [x2, y2] = line[index]!;
    if (x1 === x2) continue;
    if (from === 'right' ? x >= x1 && x < x2 : x > x1 && x <= x2) return y1 + ((y2 - y1) * (x - x1)) / (x2 - x1);
  }
  return undefined;
}

/** The filled area of a band for a range-area series: x in log10 A, y as [minimum, maximum] in log10 s, clipped to the axes. */
function bandArea(band: ChartBand, model: ChartModel): { x: number; y: [number, number] }[] {
  const [bottom, top] = model.decadesS;
  const minimum = edgeLine(band.minimum, band.minimumBeyond, model);
  const maximum = edgeLine(band.maximum, band.maximumBeyond, model);
  const start = minimum[0]?.[0];
  if (start === undefined) return [];
  const places = [...new Set([...minimum, ...maximum].map(([x]) => x))]
    .filter((x) => x >= start && x <= model.decadesA[1])
    .sort((a, b) => a - b);
  if (places.at(-1) !== model.decadesA[1]) places.push(model.decadesA[1]);
  // Below the plot the chart itself clips: cutting the height here would bend the edge before the border.
  const clip = (y: number) => Math.min(top, Math.max(bottom - 6, y));
  return places.flatMap((x) =>
    (['left', 'right'] as const).flatMap((from): { x: number; y: [number, number] }[] => {
      if ((from === 'left' && x === start) || (from === 'right' && x === model.decadesA[1])) return [];
      const low = heightAt(minimum, x, from) ?? bottom - 6;
      const firstMaximum = maximum[0]?.[0] ?? x;
      const high = heightAt(maximum, x, from) ?? (x <= firstMaximum ? top : bottom);
      return [{ x, y: [clip(low), clip(high)] }];
    }),
  );
}

/** The filled area as a closed polygon in log10 units. */
export function bandPolygon(band: ChartBand, model: ChartModel): Point[] {
  const area = bandArea(band, model);
  const low = area.map(({ x, y: [minimum] }): Point => [x, minimum]);
  const high = area.map(({ x, y: [, maximum] }): Point => [x, maximum]).reverse();
  return [...low, ...high];
}

const SUPERSCRIPTS = '⁰¹²³⁴⁵⁶⁷⁸⁹';
/** Axis number of a decade: `10 000 s`, `0.1 s`, `10 ms`; `10 A`, `1 kA`; `10 × In`; `10⁴ A²s`. */
export function decadeLabel(decade: number, unit: ChartUnits['x'] | ChartUnits['y']): string {
  if (unit === '× In') return `${Number((10 ** decade).toPrecision(1))} ×`;
  if (unit === 'A²s') return `10${[...String(Math.abs(decade))].map((digit) => SUPERSCRIPTS[Number(digit)]).join('')} A²s`;
  if (unit === 'A' && decade < 0) return `${10 ** (decade + 3)} mA`;
  if (unit === 'A') return decade >= 3 ? `${10 ** (decade - 3)} kA` : `${10 ** decade} A`;
  if (decade < -1) return `${10 ** (decade + 3)} ms`;
  return decade === 4 ? '10\u202f000 s' : `${Number((10 ** decade).toPrecision(1))} s`;
}
