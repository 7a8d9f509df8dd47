/**
 * How far a value can be relied on.
 * `published`: re-derived, or recomputed by the publication's own formula. `practice`: common practice, no source.
 * `memory`: a published value written down from memory, not yet re-derived.
 */
export type Basis = 'published' | 'practice' | 'memory';

/** Where a table or rule comes from, cited and never quoted. */
export interface Source {
  standard: string;
  edition: string;
  clause: string;
  basis: Basis;
}

/** From best to worst founded; the weakest decides what a verdict may claim. */
const FOUNDED: readonly Basis[] = ['published', 'memory', 'practice'];
export const weakestBasis = (all: readonly Basis[]): Basis =>
  all.reduce((worst, each) => (FOUNDED.indexOf(each) > FOUNDED.indexOf(worst) ? each : worst), 'published');

/** A source in one line: `IEC 60228:2004 table 2`, `NEC 2023 250.122`. */
export const cite = ({ standard, edition, clause }: Source): string =>
  `${standard}${edition === '' ? '' : `${standard === 'NEC' ? ' ' : ':'}${edition}`} ${clause}`.trim();
