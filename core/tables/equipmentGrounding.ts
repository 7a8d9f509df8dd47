import { necCited } from './necCited';

export const EGC_SOURCE = necCited('250.122, table 250.122');

/** Least equipment grounding conductor by the rating ahead of it, A: copper, aluminium. */
const ROWS: readonly [upToA: number, Cu: string, Al: string][] = [
  [15, '14AWG', '12AWG'],
  [20, '12AWG', '10AWG'],
  [60, '10AWG', '8AWG'],
  [100, '8AWG', '6AWG'],
  [200, '6AWG', '4AWG'],
  [300, '4AWG', '2AWG'],
  [400, '3AWG', '1AWG'],
  [500, '2AWG', '1/0AWG'],
  [600, '1AWG', '2/0AWG'],
  [800, '1/0AWG', '3/0AWG'],
  [1000, '2/0AWG', '4/0AWG'],
  [1200, '3/0AWG', '250kcmil'],
];

/**
 * Least size of an equipment grounding conductor.
 * @param ratingA of the overcurrent device ahead
 * @returns undefined above 1200 A
 */
export function egcSize(ratingA: number, metal: 'Cu' | 'Al'): string | undefined {
  const row = ROWS.find(([upToA]) => ratingA <= upToA);
  return row?.[metal === 'Cu' ? 1 : 2];
}
