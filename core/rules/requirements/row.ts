import type { Where } from './vocabulary';

/** What is asked for at a place. None satisfies another. */
export type Asks =
  | { kind: 'ground-fault' }
  | { kind: 'equipment-ground-fault' }
  | { kind: 'arc-fault' }
  | { kind: 'residual'; mA: number }
  /** A residual device that protects this one place alone. */
  | { kind: 'own-residual'; mA: number }
  | { kind: 'arc-detection' }
  | { kind: 'tamper-resistant' }
  | { kind: 'weather-resistant' }
  | { kind: 'cover'; in: 'weatherproof' | 'in-use' }
  | { kind: 'no-outlet' }
  | { kind: 'not-hanging' }
  | { kind: 'own-circuit' }
  | { kind: 'all-live' }
  | { kind: 'ingress'; ipX: number }
  | { kind: 'in-cord'; of: readonly string[] }
  | { kind: 'own-earth' }
  | { kind: 'accessible' }
  | { kind: 'earthed' }
  | { kind: 'alarm-only' }
  /** Earthed armour, conduit or a screen round a cable. */
  | { kind: 'guarded' };
export type AskKind = Asks['kind'];

/** A relief from a row. One that is a person's judgement counts only where somebody took it, with the reason. */
interface Exception {
  id: string;
  says: string;
  where: Where;
  justified?: true;
}

/** One thing a rule book asks for: what, where, by which clause, and what relieves from it. */
export interface Requirement {
  asks: Asks;
  /** The place in a few words, as it is read in a table. */
  place: string;
  where: Where;
  clause: string;
  except?: readonly Exception[];
  /** Only recommended: where it lacks, a caution. */
  recommended?: true;
  /** Protection in the cord or the plug of the appliance serves as well. */
  cordServes?: true;
  /** Clause by which it holds for an outlet that is replaced. */
  replaced?: string;
}

/** A rule book's own: whole where it extends none, else only what it says otherwise. `null` takes a row away. */
export interface RequirementPack {
  names?: Readonly<Record<string, Where>>;
  rows: Readonly<Record<string, Requirement | Partial<Requirement> | null>>;
}
