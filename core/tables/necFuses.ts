import type { Source } from './source';

/** Classes of American fuses. R is taken as RK5, the class of R that lets the most through. */
export type NecFuseClass = 'J' | 'R' | 'T' | 'CC' | 'G' | 'plug';

export const UL248_SOURCE: Source = {
  standard: 'UL 248',
  edition: '',
  clause: 'tests at 110, 135 and 200 %, threshold ratio',
  basis: 'memory',
};
export const UL248_ENERGY_SOURCE: Source = {
  standard: 'UL 248',
  edition: '',
  clause: 'greatest I²t of the class',
  basis: 'memory',
};
export const UL248_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'customary melting curves of American fuses',
  basis: 'practice',
};

/** Carries this for ever, opens at this within an hour, above 60 A within two. */
export const UL248 = { holdsTimes: 1.1, opensTimes: 1.35, laterTimes: 2 } as const;
export const within135S = (ratedA: number): number => (ratedA <= 60 ? 3600 : 7200);
/** Within this at twice the rating, s; undefined above 400 A. */
export function within200S(ratedA: number): number | undefined {
  if (ratedA <= 30) return 240;
  if (ratedA <= 60) return 360;
  if (ratedA <= 100) return 480;
  if (ratedA <= 200) return 600;
  return ratedA <= 400 ? 720 : undefined;
}

/** What a class is: from which multiple of its rating it limits the current, how long it holds where marked time delay, its voltages. */
interface ClassOf {
  /** Undefined: it does not limit. */
  limitsTimes: number | undefined;
  /** Not before `timeS` at `times` its rating, where marked time delay; undefined: it is not made so. */
  delay: { times: number; timeS: number } | undefined;
  /** The least voltage of the class, line to earth and between lines. */
  toEarthV: number;
  betweenV: number;
  mostA: number;
}
export const NEC_FUSES: Readonly<Record<NecFuseClass, ClassOf>> = {
  J: { limitsTimes: 30, delay: { times: 5, timeS: 10 }, toEarthV: 600, betweenV: 600, mostA: 400 },
  R: { limitsTimes: 65, delay: { times: 5, timeS: 10 }, toEarthV: 250, betweenV: 250, mostA: 400 },
  T: { limitsTimes: 30, delay: undefined, toEarthV: 300, betweenV: 300, mostA: 400 },
  CC: { limitsTimes: 30, delay: { times: 2, timeS: 12 }, toEarthV: 600, betweenV: 600, mostA: 30 },
  G: { limitsTimes: 30, delay: { times: 2, timeS: 12 }, toEarthV: 480, betweenV: 480, mostA: 60 },
  // 240.50(A): to 125 V between conductors, or to 150 V to ground where two of them open.
  plug: { limitsTimes: undefined, delay: { times: 2, timeS: 12 }, toEarthV: 125, betweenV: 250, mostA: 30 },
};

/** Greatest I²t to 200 kA by case size, A²s: the rating a row reaches to, and the energy. */
const ENERGY: Readonly<Partial<Record<NecFuseClass, readonly (readonly [toA: number, a2s: number])[]>>> = {
  J: [
    [30, 7000],
    [60, 30_000],
    [100, 80_000],
    [200, 300_000],
    [400, 1_100_000],
  ],
  R: [
    [30, 50_000],
    [60, 200_000],
    [100, 500_000],
    [200, 1_600_000],
    [400, 5_200_000],
  ],
  T: [
    [30, 7000],
    [60, 30_000],
    [100, 80_000],
    [200, 300_000],
    [400, 1_100_000],
  ],
  CC: [[30, 7000]],
  G: [
    [15, 3800],
    [20, 5000],
    [30, 7000],
    [60, 25_000],
  ],
};

/** Greatest energy a fuse of the class lets through where it limits, A²s; undefined where the class has none for the rating. */
export const ul248EnergyA2s = (of: NecFuseClass, ratedA: number): number | undefined =>
  ENERGY[of]?.find(([toA]) => ratedA <= toA)?.[1];

/** Half a cycle of 60 Hz, s: a fuse that limits has opened by then. */
export const HALF_CYCLE_S = 1 / 120;
/** Customary, in multiples of the rating: times of a fuse at five and at ten times its rating, minimum edge at three quarters of the current. */
export const UL248_TYPICAL = {
  plain: [
    { times: 5, timeS: 2 },
    { times: 10, timeS: 0.1 },
  ],
  delayed: [
    { times: 5, timeS: 30 },
    { times: 10, timeS: 0.5 },
  ],
  spread: 0.75,
} as const;
