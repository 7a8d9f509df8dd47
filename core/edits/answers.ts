import { factAt, type SetTo, showFact, stepsToSet } from '../facts/read';
import type { CollectionName } from '../job/collections';
import type { Command, Step } from '../job/commands';
import { cutName } from '../job/ids';
import type { Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { stateOf, usualOf } from './usual';

/** How what is usual is taken: assumed everywhere, or for new work as whoever designs it specifies. */
export type Taking = 'assumed' | 'specified';

/** What is answered: the facts, and what they are asked of. */
interface Of {
  paths: readonly string[];
  of: string;
}

/** One command that gives one answer to many rows. */
export function answerWith(job: Job, asking: Of, to: SetTo): Command {
  const first = factAt(job, asking.paths[0]!)!;
  return {
    label: cutName(`${first.name}: ${showFact(job.dialect, first.how, to.value)}, ${asking.of}`),
    steps: asking.paths.flatMap((path) => stepsToSet(job, path, to)),
  };
}

/** Fields that hold their value without where it is from: what is merely assumed cannot stand in them. */
const isPlain = (job: Job, path: string): boolean => factAt(job, path)?.plain === true;

/**
 * A usual value as it is set at a path: as specified of new work alone, and never what only a plate says; else assumed.
 * @returns undefined where nothing is usual, or it would be assumed in a field that cannot say so
 */
export function usualTo(job: Job, path: string, how: Taking): SetTo | undefined {
  const [on, id, ...field] = path.split('.') as [CollectionName, string, ...string[]];
  const found = usualOf(job, `${on}.${field.join('.')}`, id);
  if (found === undefined) return undefined;
  if (how === 'specified' && found.reach !== 'assumed' && stateOf(job, on, id) === 'new')
    return { value: found.value, from: 'stated', origin: 'specified' };
  return isPlain(job, path) ? undefined : { value: found.value, from: 'assumed', origin: 'usual' };
}

/** Steps that give paths what is usual for each. */
export const usualSteps = (job: Job, paths: readonly string[], how: Taking): Step[] =>
  paths.flatMap((path) => {
    const to = usualTo(job, path, how);
    return to === undefined ? [] : stepsToSet(job, path, to);
  });

/**
 * One command that gives each row of a question what is usual for it.
 * @returns undefined where it gives none of them any
 */
export function answerUsual(job: Job, asking: Of, how: Taking): Command | undefined {
  return usualCommand(job, asking, usualSteps(job, asking.paths, how));
}

/** The same where somebody has looked and found it so: said, without any origin. */
export function answerSeen(job: Job, asking: Of, from: Provenance): Command | undefined {
  const steps = asking.paths.flatMap((path) => {
    const [on, id, ...field] = path.split('.') as [CollectionName, string, ...string[]];
    const found = usualOf(job, `${on}.${field.join('.')}`, id);
    return found === undefined ? [] : stepsToSet(job, path, { value: found.value, from });
  });
  return usualCommand(job, asking, steps);
}

function usualCommand(job: Job, { paths, of }: Of, steps: Step[]): Command | undefined {
  const name = factAt(job, paths[0]!)!.name;
  return steps.length === 0 ? undefined : { label: cutName(`${name}: as usual, ${of}`), steps };
}
