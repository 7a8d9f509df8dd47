import type { Job } from '../job/schema/job';
import * as boards from './boards';
import * as circuits from './circuits';
import * as combinations from './combinations';
import * as devices from './devices';
import * as electrodes from './electrodes';
import * as loads from './loads';
import * as origins from './origins';
import * as points from './points';
import type { Asked, Finder } from './question';
import * as rooms from './rooms';
import * as segments from './segments';

const ASKED: Readonly<Record<string, Readonly<Record<string, Asked>>>> = Object.fromEntries(
  Object.entries({ boards, circuits, combinations, devices, electrodes, loads, origins, points, rooms, segments }).map(
    ([on, { ASKED: of }]) => [on, of],
  ),
);

/** Verbs that go with several things. */
const MANY: readonly [RegExp, string][] = [
  [/\bis \{x\}/, 'are {x}'],
  [/\bIs \{x\}/, 'Are {x}'],
  [/\bhas \{x\}/, 'have {x}'],
  [/\bHas \{x\}/, 'Have {x}'],
  [/\bdoes \{x\}/, 'do {x}'],
  [/\bDoes \{x\}/, 'Do {x}'],
  [/\{x\} is\b/, '{x} are'],
  [/when it is\b/, 'when they are'],
  [/\{x\} has\b/, '{x} have'],
  [/\{x\} (run|feed|serve|drive)s\b/, '{x} $1'],
];
const ofMany = (text: string): string => MANY.reduce((so, [one, many]) => so.replace(one, many), text);

/** A fact as it is asked of one thing or of several at once. */
export interface Question {
  text: string;
  by: Finder;
  see: string | undefined;
}

/**
 * How a fact is asked in the job's dialect.
 * @param of what it is asked of, as it is read inside a sentence: "Hob", "the 12 breakers"
 * @param many it is asked of several
 * @returns undefined for a path that leads to no fact
 */
export function questionOf(job: Job, on: string, field: string, of: string, many = false): Question | undefined {
  const found = ASKED[on]?.[field];
  if (found === undefined) return undefined;
  const text = found.ask[job.dialect];
  return { text: (many ? ofMany(text) : text).replace('{x}', of), by: found.by, see: found.see?.[job.dialect] };
}
