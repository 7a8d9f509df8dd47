import { showCurrent, showLength } from '@/core/job/show';
import type { Dialect } from '@/core/job/terms';
import type { DrawnBand } from '@/core/reports/chart';
import type { CurvesStudy } from '@/core/reports/curves';
import type { FaultHere, FaultsAlong } from '@/core/reports/whoOpens';
import type { ChartBand, ChartGate, ChartModel } from '@/ui/charts/model';

/** Time over current, or what is let through over prospective current. */
export type CurvesMode = 'time' | 'energy' | 'residual' | 'arc';

const scaled = (gates: readonly ChartGate[], by: number): ChartGate[] =>
  gates.map(({ currentA, timeS }) => ({ currentA: currentA / by, timeS }));

/** The bands over whole decades that hold them all; in multiples of one rating, where one is given. */
export function curvesModel(study: CurvesStudy, mode: CurvesMode, ofA?: number): ChartModel {
  if (mode === 'residual') return otherModel(study.residual, [-3, 1], [-2, 1]);
  if (mode === 'arc') return otherModel(study.arc, [0, 2], [-2, 1]);
  return mode === 'energy' ? energyModel(study) : timeModel(study, ofA);
}

function timeModel({ bands, faults, cable, passing, pairs }: CurvesStudy, ofA: number | undefined): ChartModel {
  const by = ofA ?? 1;
  const drawn = bands.map(
    (band): ChartBand => ({
      ...plain(band),
      minimum: scaled(band.minimum, by),
      maximum: scaled(band.maximum, by),
      ...(band.own === null ? {} : { over: [scaled(band.own.minimum, by), scaled(band.own.maximum, by)] }),
    }),
  );
  const verticals = faults.map(({ currentA, label, symbol }) => ({
    currentA: currentA / by,
    title: label,
    label: `${symbol} ${ofA === undefined ? showCurrent(currentA) : `${Number((currentA / by).toPrecision(2))} ×`}`,
  }));
  const places = [
    ...passing.map(({ label, currentA, timeS }) => ({ label, currentA: currentA / by, timeS, kind: 'flows' as const })),
    ...pairs.flatMap(({ nearest, downstreamId, upstreamId, sentence }) =>
      nearest === null || nearest.timeS < 0.001
        ? []
        : [
            {
              label: `${downstreamId} ${upstreamId}: ${sentence}`,
              kind: 'nearest' as const,
              currentA: nearest.currentA / by,
              timeS: nearest.timeS,
            },
          ],
    ),
  ];
  const currents = [
    ...drawn.flatMap(({ minimum, maximum }) => [...minimum, ...maximum].map(({ currentA }) => currentA)),
    ...verticals.map(({ currentA }) => currentA),
    ...places.map(({ currentA }) => currentA),
  ];
  return {
    bands: drawn,
    verticals,
    places,
    decadesS: [-3, 4],
    decadesA: [
      Math.floor(Math.log10(Math.min(...currents, ofA === undefined ? 100 : 1))),
      Math.ceil(Math.log10(Math.max(...currents, ofA === undefined ? 1000 : 100) * 1.05)),
    ],
    diagonal: cable === null ? null : { a2s: cable.a2s / by ** 2, label: cable.label },
    units: { x: ofA === undefined ? 'A' : '× In', y: 's' },
  };
}

/** With the greatest fault of a place on the run, and the least of it to earth. */
export function withFaults(model: ChartModel, { faults, metres }: FaultsAlong, dialect: Dialect, ofA = 1): ChartModel {
  const [most, least] = spanOf(faults);
  const chosen = [most, least].flatMap((fault) => (fault === undefined ? [] : [fault]));
  const lines = chosen.map(({ currentA, kind, state }) => ({
    currentA: currentA / ofA,
    chosen: true as const,
    label: ofA === 1 ? showCurrent(currentA) : `${Number((currentA / ofA).toPrecision(2))} ×`,
    title: `${state === 'MAX' ? 'maximum' : 'minimum'} ${showLength(Math.round(metres * 10) / 10, dialect)} along, ${kind}`,
  }));
  return { ...model, verticals: [...model.verticals, ...lines] };
}

/** Of the faults at a place the greatest, and the least. */
export function spanOf(faults: readonly FaultHere[]): [most: FaultHere | undefined, least: FaultHere | undefined] {
  const sorted = [...faults].sort((a, b) => a.currentA - b.currentA);
  return [sorted.findLast(({ state }) => state === 'MAX'), sorted.find(({ state }) => state === 'MIN')];
}

function energyModel({ bands, faults, cable }: CurvesStudy): ChartModel {
  const drawn = bands
    .filter(({ energy }) => energy.length > 1)
    .map((band): ChartBand => {
      const custom = band.energy.flatMap(({ currentA, typicalA2s }) =>
        typicalA2s === null ? [] : [{ currentA, timeS: typicalA2s }],
      );
      return {
        ...plain(band),
        line: band.energy.map(({ currentA, sureA2s }) => ({ currentA, timeS: sureA2s })),
        ...(custom.length > 1 ? { over: [custom] } : {}),
      };
    });
  const energies = [...drawn.flatMap(({ line = [] }) => line.map(({ timeS }) => timeS)), ...(cable === null ? [] : [cable.a2s])];
  const currents = drawn.flatMap(({ line = [] }) => line.map(({ currentA }) => currentA));
  return {
    bands: drawn,
    verticals: faults.map(({ currentA, label, symbol }) => ({
      currentA,
      title: label,
      label: `${symbol} ${showCurrent(currentA)}`,
    })),
    decadesA: [Math.floor(Math.log10(Math.min(...currents, 100))), Math.ceil(Math.log10(Math.max(...currents, 6000)))],
    decadesS: [
      Math.max(1, Math.floor(Math.log10(Math.min(...energies, 1000)))),
      Math.min(8, Math.ceil(Math.log10(Math.max(...energies, 100_000)))),
    ],
    diagonal: cable === null ? null : { a2s: cable.a2s, label: cable.label },
    units: { x: 'A', y: 'A²s' },
  };
}

/** Bands on an axis of their own; those that are the same are drawn once. */
function otherModel(
  bands: readonly DrawnBand[],
  decadesA: readonly [number, number],
  decadesS: readonly [number, number],
): ChartModel {
  const once = bands.filter(({ label }, at) => bands.findIndex((each) => each.label === label) === at);
  return { bands: once.map(plain), verticals: [], decadesA, decadesS, diagonal: null };
}

const plain = ({ deviceId, name, label, minimum, maximum, minimumBeyond, maximumBeyond }: DrawnBand): ChartBand => ({
  id: deviceId,
  name,
  label,
  minimum,
  maximum,
  minimumBeyond,
  maximumBeyond,
});
