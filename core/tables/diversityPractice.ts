/** Kinds of circuit the trade's usual shares tell apart. */
type DiversityKind = 'lighting' | 'sockets' | 'cooking' | 'heating' | 'water' | 'other';

/**
 * Which share of circuits of one kind runs together, by the trade's custom in dwellings; no source. Of the largest of a kind all, of the
 * others a part; of lights two thirds; of a cooker 10 A and three tenths of the rest; of what is none of these all of it.
 */
const SHARES: Readonly<Record<Exclude<DiversityKind, 'cooking'>, { largest: number; others: number }>> = {
  lighting: { largest: 0.66, others: 0.66 },
  sockets: { largest: 1, others: 0.4 },
  heating: { largest: 1, others: 0.75 },
  water: { largest: 1, others: 1 },
  other: { largest: 1, others: 1 },
};
const COOKER_WHOLE_A = 10;
const COOKER_REST = 0.3;

/**
 * @param use of the circuit
 * @param appliances what each of its loads is; none where one is not said
 */
export function diversityKind(use: string | undefined, appliances: readonly string[]): DiversityKind {
  if (use === 'lighting') return 'lighting';
  if (use === 'sockets' || use === 'mixed') return 'sockets';
  const [only] = new Set(appliances);
  if (appliances.length === 0 || new Set(appliances).size > 1) return 'other';
  if (only === 'range' || only === 'cooking-unit') return 'cooking';
  if (only === 'space-heating') return 'heating';
  return only === 'water-heater' ? 'water' : 'other';
}

/**
 * What circuits of one kind come to together.
 * @param currentsA design currents, A
 * @returns A, in the order given
 */
export function byPracticeA(kind: DiversityKind, currentsA: readonly number[]): number[] {
  if (kind === 'cooking')
    return currentsA.map((currentA) => Math.min(currentA, COOKER_WHOLE_A) + COOKER_REST * Math.max(0, currentA - COOKER_WHOLE_A));
  const largest = currentsA.indexOf(Math.max(...currentsA));
  const { largest: of, others } = SHARES[kind];
  return currentsA.map((currentA, at) => currentA * (at === largest ? of : others));
}
