import type { Command } from '../job/commands';

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

/** Something that may mend a circuit, to be tried. */
export interface Candidate {
  kind: (typeof KINDS)[number];
  command: Command;
  /** A circuit it makes: that must be in order too. */
  makes?: string;
}
