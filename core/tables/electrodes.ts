/** Resistance up to which one rod, pipe or plate is enough, Ω. NEC 250.53(A)(2) exception, from memory. */
export const ENOUGH_ALONE_OHM = 25;

/** Least length of a rod or pipe in contact with the soil, 8 ft, and distance from the next, 6 ft. NEC 250.53, from memory. */
export const MADE_ELECTRODE = { lengthM: 2.4384, apartM: 1.8288 } as const;

/** Diameter a rod is taken with where its resistance is estimated, m: of little weight, it stands in a logarithm. */
const ROD_DIAMETER_M = 0.016;

/**
 * Resistance of one rod driven into uniform soil: ρ/(2πL)·(ln(8L/d) − 1). IEEE 142, 2007, after Dwight.
 * @param soilOhmM resistivity of the soil, Ω·m
 * @returns Ω; a rod of 2.4 m in 100 Ω·m gives about 40 Ω
 */
export const rodOhm = (soilOhmM: number, lengthM: number): number =>
  (soilOhmM / (2 * Math.PI * lengthM)) * (Math.log((8 * lengthM) / ROD_DIAMETER_M) - 1);
