import type { Command } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';

/** Something that may mend a circuit, to be tried. */
export interface Candidate<Kind extends string = string> {
  kind: Kind;
  command: Command;
  /** A circuit it makes: that must be in order too. */
  makes?: string;
}

/** What makes candidates, and the questions each kind of them can mend. */
export interface Maker {
  mends: ReadonlyMap<string, ReadonlySet<QuestionId>>;
  makes: readonly ((job: Job, circuitId: string) => readonly Candidate[])[];
}

/** A maker: it makes the kinds it names, and no other. */
export const maker = <Kind extends string>(
  mends: Readonly<Record<Kind, readonly QuestionId[]>>,
  ...makes: readonly ((job: Job, circuitId: string) => readonly Candidate<NoInfer<Kind>>[])[]
): Maker => ({
  mends: new Map(Object.entries<readonly QuestionId[]>(mends).map(([kind, questions]) => [kind, new Set(questions)])),
  makes,
});

/**
 * What a change of the device can mend, of the cable, of a residual device. Question 5 is mended by what protects people alone: a larger
 * breaker, for which a code asks less, protects nobody.
 */
export const DEVICE = ['carries-load', 'protects-cable', 'breaks-fault', 'clears-in-time', 'only-one-trips', 'stays-on'] as const;
export const CABLE = ['protects-cable', 'clears-in-time'] as const;
export const RESIDUAL = ['clears-in-time', 'only-one-trips', 'stays-on'] as const;
