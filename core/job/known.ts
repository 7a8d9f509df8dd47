import type { Fact, Provenance } from './schema/facts';

/** A fact that went into a value: where it stands in the job, what it is called, where it comes from. */
export interface Given {
  path: string;
  what: string;
  from: Provenance;
}

/** A fact that is wanted and absent, or a thing this version does not assess yet. */
export interface Missing {
  path: string;
  what: string;
}

/** A value with the facts it rests on, or what is missing to have it. Unknown is a value, never a default. */
export type Maybe<T> = { known: true; value: T; given: Given[] } | { known: false; missing: Missing[] };

export const known = <T>(value: T, given: Given[] = []): Maybe<T> => ({ known: true, value, given });
export const unknown = (path: string, what: string): Maybe<never> => ({ known: false, missing: [{ path, what }] });

/** The value of a fact, or that it is missing. */
export function need<T>(fact: Fact<T> | undefined, path: string, what: string): Maybe<T> {
  return fact === undefined ? unknown(path, what) : known(fact.value, [{ path, what, from: fact.from }]);
}

/** Computes on a known value, carrying along what it rests on. */
export function map<A, B>(maybe: Maybe<A>, compute: (value: A) => B): Maybe<B> {
  return maybe.known ? known(compute(maybe.value), maybe.given) : maybe;
}

/** Computes on a known value where the computation itself may lack something. Not called `then`: a module with such an export cannot be awaited. */
export function andThen<A, B>(maybe: Maybe<A>, compute: (value: A) => Maybe<B>): Maybe<B> {
  if (!maybe.known) return maybe;
  const next = compute(maybe.value);
  return next.known ? known(next.value, merge(maybe.given, next.given)) : next;
}

type Values<T> = { [K in keyof T]: T[K] extends Maybe<infer V> ? V : never };

/** All of several values together, or everything that is missing among them. */
export function all<T extends Record<string, Maybe<unknown>>>(parts: T): Maybe<Values<T>> {
  let missing: Missing[] | undefined;
  let given: Given[] = [];
  const values: Record<string, unknown> = {};
  for (const name in parts) {
    const part = parts[name]!;
    if (part.known) {
      values[name] = part.value;
      given = merge(given, part.given);
    } else missing = missing === undefined ? part.missing : [...missing, ...part.missing];
  }
  return missing === undefined ? known(values as Values<T>, given) : { known: false, missing: unique(missing) };
}

const unique = (missing: Missing[]): Missing[] =>
  missing.filter((one, index) => missing.findIndex((other) => other.path === one.path && other.what === one.what) === index);

/** Two lists of facts, each fact once. The lists are short: looking through them beats building a set. */
export function merge(a: Given[], b: Given[]): Given[] {
  if (b.length === 0 || a === b) return a;
  if (a.length === 0) return b;
  let merged: Given[] | undefined;
  for (const given of b) {
    if (a.some((present) => present === given || present.path === given.path)) continue;
    merged ??= a.slice();
    merged.push(given);
  }
  return merged ?? a;
}
