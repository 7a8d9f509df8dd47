import type { Command } from '../job/commands';
import type { QuestionId } from '../job/terms';

/** Kinds of what is tried; of each the first that reaches the best verdict is offered. */
export const KINDS = [
  'poles',
  'rating',
  'curve',
  'family',
  'size',
  'protective',
  'apart',
  'heat',
  'method',
  'split',
  'delay',
  'type',
  'sensitivity',
  'move',
  'apart-residual',
  'lead',
  'stage',
  'tie',
  'leg',
  'neutral',
  'protect',
  'mark',
] as const;

type Kind = (typeof KINDS)[number];
const of = (...questions: readonly QuestionId[]): ReadonlySet<QuestionId> => new Set(questions);
const DEVICE = ['carries-load', 'protects-cable', 'breaks-fault', 'clears-in-time', 'only-one-trips', 'stays-on'] as const;
const CABLE = ['protects-cable', 'clears-in-time'] as const;
const RESIDUAL = ['clears-in-time', 'only-one-trips', 'stays-on'] as const;
/**
 * The questions each can mend, by what it changes: for others it is not tried. Question 5 is mended by what protects people alone: a
 * larger breaker, for which a code asks less, protects nobody.
 */
export const MENDS: Readonly<Record<Kind, ReadonlySet<QuestionId>>> = {
  poles: of(...DEVICE, 'saves-person'),
  rating: of(...DEVICE),
  curve: of(...DEVICE),
  family: of(...DEVICE, 'saves-person'),
  size: of(...CABLE),
  protective: of(...CABLE),
  apart: of('protects-cable'),
  heat: of('protects-cable'),
  method: of('protects-cable'),
  split: of(...DEVICE),
  delay: of(...RESIDUAL),
  type: of(...RESIDUAL, 'saves-person'),
  sensitivity: of(...RESIDUAL),
  move: of(...RESIDUAL, 'carries-load', 'saves-person'),
  'apart-residual': of(...RESIDUAL, 'carries-load', 'saves-person'),
  lead: of('rides-surge'),
  stage: of('rides-surge'),
  tie: of(...CABLE, ...RESIDUAL, 'saves-person'),
  leg: of(...CABLE, ...RESIDUAL, 'carries-load', 'saves-person'),
  neutral: of(...CABLE, ...RESIDUAL, 'saves-person'),
  protect: of(...DEVICE, 'saves-person'),
  mark: of('saves-person'),
};

/** Something that may mend a circuit, to be tried. */
export interface Candidate {
  kind: Kind;
  command: Command;
  /** A circuit it makes: that must be in order too. */
  makes?: string;
}
