import type { Fact, FactOrigin, Provenance } from './schema/facts';
import type { Sealed } from './sealed';

/** A fact that went into a value: where it stands in the job, what it is called, where it comes from. */
export interface Given {
  path: string;
  what: string;
  from: Provenance;
  /** How it came there, where nobody entered it by itself. */
  origin?: FactOrigin;
}

/** How many facts checks rest on that stand as specified, until somebody has looked. */
export const asSpecified = (checks: readonly { given: readonly Given[] }[]): number =>
  new Set(checks.flatMap(({ given }) => given.flatMap(({ origin, path }) => (origin === 'specified' ? [path] : [])))).size;

/** What can be absent and is no fact of a row: a row itself, or what rows say only together. */
export const LACKS = [
  ...(['device', 'device-ahead', 'partner', 'cable', 'outlets', 'loads', 'feeds', 'room'] as const),
  ...(['electrode', 'date', 'let-through', 'makers-word', 'inspection'] as const),
] as const;
export type Lack = (typeof LACKS)[number];

/** A fact that is wanted and absent, a row that is, or a thing this version does not assess yet. */
export interface Missing {
  path: string;
  what: string;
  /** What is absent, where the path leads to no fact that is typed; a path without fields always says it. */
  lack?: Lack;
  /** Which of several of that kind at one row: the item that is not inspected. */
  of?: string;
  /** Other facts, each of which would do in its place. */
  or?: readonly string[];
}

/**
 * The facts a value rests on, held as a tree: joining two sets costs nothing, and only what is shown is written out.
 * `assumed` says at once whether any of them was merely assumed.
 */
export interface Givens {
  readonly own: Given | undefined;
  readonly parts: readonly Givens[];
  readonly assumed: boolean;
}

/** Rests on nothing entered. */
export const NO_GIVENS: Givens = { own: undefined, parts: [], assumed: false };

const givenOf = (own: Given): Givens => ({ own, parts: [], assumed: own.from === 'assumed' });

/** Two sets as one. */
export function join(a: Givens, b: Givens): Givens {
  if (b === NO_GIVENS || a === b) return a;
  if (a === NO_GIVENS) return b;
  return { own: undefined, parts: [a, b], assumed: a.assumed || b.assumed };
}

/** The facts of a set, each once, in the order they came in. */
export function listed(givens: Givens): Given[] {
  const byPath = new Map<string, Given>();
  const seen = new Set<Givens>();
  const visit = (set: Givens): void => {
    if (seen.has(set)) return;
    seen.add(set);
    if (set.own !== undefined && !byPath.has(set.own.path)) byPath.set(set.own.path, set.own);
    for (const part of set.parts) visit(part);
  };
  visit(givens);
  return [...byPath.values()];
}

export interface Known<T> {
  readonly known: true;
  readonly value: T;
  readonly given: Givens;
}
export interface Unknown {
  readonly known: false;
  readonly missing: readonly Missing[];
}
/** A value with the facts it rests on, or what is missing to have it. Unknown is a value, never a default. */
export type Maybe<T> = Known<T> | Unknown;

export const known = <T>(value: T, given: Givens = NO_GIVENS): Known<T> => ({ known: true, value, given });
export const unknown = (path: string, what: string, or: readonly string[] = []): Unknown => ({
  known: false,
  missing: [{ path, what, ...(or.length > 0 && { or }) }],
});

/** Something absent that is no fact of a row, at the row where it belongs. */
export const lack = (kind: Lack, path: string, what: string, which?: string): Missing => ({
  path,
  what,
  lack: kind,
  ...(which !== undefined && { of: which }),
});
/** The same, where a value was wanted. */
export const lacks = (kind: Lack, path: string, what: string): Unknown => ({ known: false, missing: [lack(kind, path, what)] });

/** The value of a fact with where it is from, or that it is missing: the one place a sealed fact is opened. */
export function need<T>(fact: Sealed<T> | Fact<T> | undefined, path: string, what: string): Maybe<T> {
  if (fact === undefined) return unknown(path, what);
  const { value, from, origin } = fact as Fact<T>;
  return known(value, givenOf(origin === undefined ? { path, what, from } : { path, what, from, origin }));
}

/** The value of a fact that may well be absent: then nothing is missing, and nothing is lent either. */
export function ifEntered<T>(fact: Sealed<T> | Fact<T> | undefined, path: string, what: string): Known<T | undefined> {
  const found = need<T>(fact, path, what);
  return found.known ? found : NOT_ENTERED;
}
const NOT_ENTERED: Known<undefined> = known(undefined);

/** Computes on a known value, carrying along what it rests on. */
export function map<A, B>(maybe: Maybe<A>, compute: (value: A) => B): Maybe<B> {
  return maybe.known ? known(compute(maybe.value), maybe.given) : maybe;
}

/** Computes on a known value where the computation itself may lack something. Not called `then`: a module with such an export cannot be awaited. */
export function andThen<A, B>(maybe: Maybe<A>, compute: (value: A) => Maybe<B>): Maybe<B> {
  if (!maybe.known) return maybe;
  const next = compute(maybe.value);
  return next.known ? known(next.value, join(maybe.given, next.given)) : next;
}

/** Computes on two known values, or says everything that is missing for either. */
export function both<A, B, C>(a: Maybe<A>, b: Maybe<B>, compute: (a: A, b: B) => C): Maybe<C> {
  if (a.known && b.known) return known(compute(a.value, b.value), join(a.given, b.given));
  return lacking(a.known ? [] : a.missing, b.known ? [] : b.missing);
}

type Values<T> = { [K in keyof T]: T[K] extends Maybe<infer V> ? V : never };

/** All of several values together, or everything that is missing among them. */
export function all<T extends Record<string, Maybe<unknown>>>(parts: T): Maybe<Values<T>> {
  let missing: readonly Missing[] | undefined;
  let given = NO_GIVENS;
  const values: Record<string, unknown> = {};
  for (const name in parts) {
    const part = parts[name]!;
    if (part.known) {
      values[name] = part.value;
      given = join(given, part.given);
    } else missing = missing === undefined ? part.missing : [...missing, ...part.missing];
  }
  return missing === undefined ? known(values as Values<T>, given) : { known: false, missing: unique(missing) };
}

/** A list of values, or everything that is missing among them. */
export function list<T>(parts: readonly Maybe<T>[]): Maybe<T[]> {
  let missing: Missing[] | undefined;
  let given = NO_GIVENS;
  const values: T[] = [];
  for (const part of parts)
    if (part.known) {
      values.push(part.value);
      given = join(given, part.given);
    } else missing = [...(missing ?? []), ...part.missing];
  return missing === undefined ? known(values, given) : { known: false, missing: unique(missing) };
}

const lacking = (a: readonly Missing[], b: readonly Missing[]): Unknown => ({ known: false, missing: unique([...a, ...b]) });

const unique = (missing: readonly Missing[]): readonly Missing[] =>
  missing.length < 2
    ? missing
    : missing.filter((one, index) => missing.findIndex((other) => other.path === one.path && other.what === one.what) === index);
