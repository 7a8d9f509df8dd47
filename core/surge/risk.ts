import { CRL_LIMIT, ENVIRONMENT, LINE_KM, LINE_WEIGHT } from '../tables/surge';

export type LineName = keyof typeof LINE_WEIGHT;
export type Surroundings = keyof typeof ENVIRONMENT;

/** What the risk of surges from the line is worked out of. */
interface LineFacts {
  surroundings: Surroundings;
  /** Flashes to ground a km² and year. */
  flashes: number;
  /** Lengths known, km; what is left of a kilometre counts as overhead line of low voltage. */
  lengths: Partial<Record<LineName, number>>;
}

/** From the house outwards: the nearest first, of which the last hundred metres count. */
const OUTWARDS: readonly LineName[] = ['cableLvKm', 'overheadLvKm', 'cableHvKm', 'overheadHvKm'];

/**
 * Weighted length of line, km: at most a kilometre is counted, and what nobody knows of it counts as overhead line of low voltage.
 * Where more than a kilometre is entered that part counts which weighs the most.
 */
export function lineLength(lengths: LineFacts['lengths']): number {
  let left = LINE_KM;
  let weighted = 0;
  for (const name of [...OUTWARDS].sort((a, b) => LINE_WEIGHT[b] - LINE_WEIGHT[a])) {
    const counted = Math.min(left, lengths[name] ?? 0);
    weighted += LINE_WEIGHT[name] * counted;
    left -= counted;
  }
  return weighted + LINE_WEIGHT.overheadLvKm * left;
}

/** The calculated risk level: below its limit surge protection is wanted. */
export const riskLevel = ({ surroundings, flashes, lengths }: LineFacts): number =>
  ENVIRONMENT[surroundings] / (lineLength(lengths) * flashes);

export const wantedByRisk = (facts: LineFacts): boolean => riskLevel(facts) < CRL_LIMIT;
