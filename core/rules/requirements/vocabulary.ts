import { join, known, type Maybe, type Missing, NO_GIVENS } from '../../job/known';

/** What a requirement may ask about a place and what is fed there. Each is a fact of the job, or drawn. */
export type Atom =
  // The outlet.
  | 'outlet'
  | 'volts'
  | 'ratedA'
  | 'locking'
  | 'serves'
  | 'readily'
  | 'heightM'
  | 'wetness'
  | 'sinkM'
  | 'sinkThroughDoor'
  | 'tubM'
  | 'poolM'
  | 'zone'
  | 'fedBy'
  | 'earthTo'
  // The room.
  | 'use'
  | 'part'
  | 'accessory'
  | 'atGrade'
  | 'habitable'
  | 'foodPreparation'
  // Kinds of equipment that stand in the room.
  | 'holds'
  // More places for plugs on its yoke than things in its space.
  | 'spareHalf'
  | 'selvV'
  // As far as anybody said that there is a shower or tub.
  | 'showerM'
  | 'throughBath'
  // What is fed.
  | 'equipment'
  | 'alone'
  // Everything on the circuit is of a kind that is fed here.
  | 'alike'
  | 'fastened'
  | 'listed'
  // The circuit.
  | 'lines'
  | 'circuitA'
  | 'temporary'
  | 'concealed'
  | 'premises'
  | 'metalWiring'
  // The job.
  | 'date'
  | 'work';
export type AtomValue = string | number | boolean;

/** A condition as data. A missing fact makes it unknown unless the rest decides. */
export type Where =
  | { is: Atom; of: readonly AtomValue[] }
  | { atMost: Atom; limit: number }
  /** Before a day, written YYYY-MM-DD. */
  | { before: string }
  | { every: readonly Where[] }
  | { some: readonly Where[] }
  | { not: Where }
  /** Another condition of the same pack by its name: an edition may change it for all rows at once. */
  | { named: string };

export const is = (atom: Atom, ...of: readonly AtomValue[]): Where => ({ is: atom, of });
export const atMost = (atom: Atom, limit: number): Where => ({ atMost: atom, limit });
export const every = (...parts: readonly Where[]): Where => ({ every: parts });
export const some = (...parts: readonly Where[]): Where => ({ some: parts });
export const not = (part: Where): Where => ({ not: part });
export const named = (name: string): Where => ({ named: name });
export const before = (day: string): Where => ({ before: day });
export const ALWAYS = every();

/** Values of an atom: several where several things are fed at one outlet. */
export type Asked = (atom: Atom) => Maybe<AtomValue | readonly AtomValue[]>;

/**
 * Whether a condition holds.
 * @param ask reads a fact of the place
 * @param names what the pack calls by name
 * @returns known with every fact that decided, where possible none of them assumed; else all that is missing to know
 */
export function holdsFor(where: Where, ask: Asked, names: Readonly<Record<string, Where>>): Maybe<boolean> {
  if ('named' in where) return holdsFor(names[where.named]!, ask, names);
  if ('every' in where) return joined(where.every, false, ask, names);
  if ('some' in where) return joined(where.some, true, ask, names);
  if ('not' in where) {
    const inner = holdsFor(where.not, ask, names);
    return inner.known ? known(!inner.value, inner.given) : inner;
  }
  const read = ask('is' in where ? where.is : 'atMost' in where ? where.atMost : 'date');
  if (!read.known) return read;
  const values = Array.isArray(read.value) ? (read.value as readonly AtomValue[]) : [read.value as AtomValue];
  const fits = (value: AtomValue): boolean => {
    if ('is' in where) return where.of.includes(value);
    return 'atMost' in where ? (value as number) <= where.limit + 1e-9 : value < where.before;
  };
  return known(values.some(fits), read.given);
}

/** All or any of several: one that decides by itself is enough, and one that is not assumed is taken before one that is. */
function joined(parts: readonly Where[], decides: boolean, ask: Asked, names: Readonly<Record<string, Where>>): Maybe<boolean> {
  let given = NO_GIVENS;
  let missing: readonly Missing[] = [];
  let assumed: Maybe<boolean> | undefined;
  for (const part of parts) {
    const read = holdsFor(part, ask, names);
    if (!read.known) missing = [...missing, ...read.missing];
    else if (read.value !== decides) given = join(given, read.given);
    else if (!read.given.assumed) return read;
    else assumed ??= read;
  }
  if (assumed !== undefined) return assumed;
  return missing.length > 0 ? { known: false, missing } : known(!decides, given);
}
