import { type Taking, usualSteps, usualTo } from '../edits/answers';
import { usualOf } from '../edits/usual';
import { factAt, factPaths } from '../facts/read';
import { COLLECTIONS, type CollectionName } from '../job/collections';
import { applyCommand, type Command, type Step } from '../job/commands';
import { cutName } from '../job/ids';
import type { Job } from '../job/schema/job';
import type { Progress } from '../study/progress';
import { type Study, studyJob } from '../study/study';
import { type Group, lackingIn } from './lacking';

/** Answers that stop in the second study and did not in the first. */
function stopsIn(before: Study, after: Study): readonly string[] {
  const was = new Map(before.circuits.map(({ circuitId, verdicts }) => [circuitId, verdicts]));
  return after.circuits.flatMap(({ circuitId, verdicts }) =>
    verdicts.some((verdict, at) => verdict === 'stop' && was.get(circuitId)?.[at] !== 'stop') ? [circuitId] : [],
  );
}

interface Taken {
  job: Job;
  study: Study;
  /** Paths that were given a usual value. */
  paths: readonly string[];
  steps: readonly Step[];
}

const circuitOf = (job: Job, path: string): string | undefined => {
  const [on, id] = path.split('.') as [CollectionName, string];
  const row = job[on][id] as { circuitId?: string } | undefined;
  return on === 'circuits' ? id : row?.circuitId;
};

/**
 * A group's rows given what is usual for them; where that would make an answer stop, the rows of its circuit are left to be asked, and
 * where it still would, the whole group is.
 */
export function takeGroup(job: Job, study: Study, group: Group, how: Taking): Taken | undefined {
  const tried = (paths: readonly string[]): Taken | undefined => {
    const steps = usualSteps(job, paths, how);
    if (steps.length === 0) return undefined;
    const next = applyCommand(job, { label: 'usual', steps });
    return { job: next, study: studyJob(next, study), paths, steps };
  };
  const all = tried(group.paths);
  if (all === undefined) return undefined;
  const stopped = new Set(stopsIn(study, all.study));
  if (stopped.size === 0) return all;
  const rest = tried(group.paths.filter((path) => !stopped.has(circuitOf(job, path) ?? '')));
  return rest === undefined || stopsIn(study, rest.study).length > 0 ? undefined : rest;
}

/** The usual sheet taken over a job: everything its answers lack that has a usual value, until nothing more comes to light. */
export interface SheetTaken {
  job: Job;
  study: Study;
  /** Facts it gave. */
  paths: readonly string[];
  /** One command that does it all; nothing where the sheet says nothing that is wanted. */
  command: Command | undefined;
}
/** What new work is made as though no answer says that it lacks it: other usual values stop without it. */
const STANDING = ['boards.annexZB'] as const;
function standing(job: Job): Group[] {
  return STANDING.flatMap((id): Group[] => {
    const [on, ...field] = id.split('.') as ['boards' | 'devices', ...string[]];
    const paths = Object.keys(job[on]).flatMap((row) => {
      const path = `${on}.${row}.${field.join('.')}`;
      return factPaths(job, on, row).includes(path) &&
        factAt(job, path)?.fact === undefined &&
        usualOf(job, id, row) !== undefined
        ? [path]
        : [];
    });
    const missing = { path: paths[0] ?? '', what: '' };
    return paths.length === 0 ? [] : [{ id, on, field: field.join('.'), lack: undefined, paths, missing, isUsual: true }];
  });
}

/**
 * Facts that stand assumed, by their name or as usual, where new work is made so as specified: the same value, now somebody's word.
 * What is of another value stays assumed.
 */
function assumedAlready(job: Job): Group[] {
  const groups = new Map<string, Group>();
  for (const on of COLLECTIONS)
    for (const row of Object.keys(job[on]))
      for (const path of factPaths(job, on, row)) {
        const fact = factAt(job, path)?.fact;
        if (fact?.from !== 'assumed' || fact.origin === undefined) continue;
        const to = usualTo(job, path, 'specified');
        if (to?.origin !== 'specified' || to.value !== fact.value) continue;
        const field = path.split('.').slice(2).join('.');
        const id = `${on}.${field}`;
        const group = groups.get(id);
        if (group === undefined)
          groups.set(id, { id, on, field, lack: undefined, paths: [path], missing: { path, what: '' }, isUsual: true });
        else group.paths.push(path);
      }
  return [...groups.values()];
}

/** Rounds at most: each brings to light what checks lack behind what they lacked before. */
const MOST_ROUNDS = 24;

/** The same, a group at a time. */
function* takingSheet(begun: Job, study: Study, how: Taking): Generator<Progress, SheetTaken> {
  let at = { job: begun, study };
  const left = new Set<string>();
  const first = [...standing(begun), ...(how === 'specified' ? assumedAlready(begun) : [])];
  const [paths, steps]: [string[], Step[]] = [[], []];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const lacking = [...lackingIn(at.job, at.study).groups.values()].filter(({ id, isUsual }) => isUsual && !left.has(id));
    const groups = round === 0 ? [...first, ...lacking] : lacking;
    if (groups.length === 0) break;
    for (const [done, group] of groups.entries()) {
      yield { done, of: groups.length };
      const taken = takeGroup(at.job, at.study, group, how);
      if (taken === undefined || taken.paths.length < group.paths.length) left.add(group.id);
      if (taken === undefined) continue;
      at = taken;
      paths.push(...taken.paths);
      steps.push(...taken.steps);
    }
  }
  const command = steps.length === 0 ? undefined : { label: cutName(`Usual here: ${paths.length} facts`), steps };
  return { ...at, paths, command };
}

export function takeSheet(begun: Job, study: Study, how: Taking): SheetTaken {
  const under = takingSheet(begun, study, how);
  for (;;) {
    const step = under.next();
    if (step.done === true) return step.value;
  }
}

/** What taking the usual sheet would do, and the command that does it; null where it says nothing that is wanted. */
export interface SheetTried {
  facts: number;
  unknownBefore: number;
  unknownAfter: number;
  onAssumption: number;
  command: Command | null;
}

/** The same for a page, answered when there is time. */
export async function* sheetInTurn(study: Study, { how }: { how: Taking }, job: Job): AsyncGenerator<Progress, SheetTried> {
  const { paths, study: after, command } = yield* takingSheet(job, study, how);
  return {
    facts: paths.length,
    unknownBefore: study.counts.unknown,
    unknownAfter: after.counts.unknown,
    onAssumption: after.onAssumption,
    command: command ?? null,
  };
}
