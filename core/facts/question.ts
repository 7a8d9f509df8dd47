import type { Dialect } from '../job/terms';

/** Who or what can say a fact: somebody who looks, a plate or leaflet, an instrument, the supplier, the owner, whoever designs. */
export const FINDERS = ['look', 'plate', 'measure', 'supplier', 'owner', 'design'] as const;
export type Finder = (typeof FINDERS)[number];
/** Who can find it out, as the list to take along is parted. */
export const FINDER_WORDS: Readonly<Record<Finder, Readonly<Record<Dialect, string>>>> = {
  look: { iec: 'Look', nec: 'Look' },
  plate: { iec: 'Read the rating plate or leaflet', nec: 'Read the nameplate or instructions' },
  measure: { iec: 'Measure', nec: 'Measure' },
  supplier: { iec: 'Ask the distributor', nec: 'Ask the utility' },
  owner: { iec: 'Ask the owner', nec: 'Ask the owner' },
  design: { iec: 'Decide', nec: 'Decide' },
};

export interface Asked {
  /** The question in the words of each trade; `{x}` is what it is about. */
  ask: Readonly<Record<Dialect, string>>;
  by: Finder;
  /** Where one sees it, where that is not plain. */
  see?: Readonly<Record<Dialect, string>>;
}
type Either = string | readonly [iec: string, nec: string];
const pair = (words: Either): Readonly<Record<Dialect, string>> =>
  typeof words === 'string' ? { iec: words, nec: words } : { iec: words[0], nec: words[1] };

/** A fact as it is asked: who can say it, the question in one or both trades' words, and where it is seen. */
export const asked = (by: Finder, ask: Either, see?: Either): Asked => ({
  ask: pair(ask),
  by,
  ...(see === undefined ? {} : { see: pair(see) }),
});

/** The facts of a row as they are asked: one that is forgotten does not compile. */
export type Asks<S> = Readonly<Record<keyof S & string, Asked>>;
