import { usualOf } from '../edits/usual';
import { factAt, factPaths } from '../facts/read';
import type { Lack, Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS, type QuestionId } from '../job/terms';
import type { Answer } from '../judging/answer';
import type { Study } from '../study/study';

/**
 * Facts that are asked together: the same field of rows that have a usual value, one row where nothing is usual, or a thing a row lacks.
 * Its id is `segments.ambientC`, `origins.zeOhm@network` or `circuits@service:device`.
 */
export interface Group {
  id: string;
  /** Collection and field; of a lack the collection alone. */
  on: string;
  field: string;
  lack: Lack | undefined;
  /** Paths of the facts, or of the row that lacks something. */
  paths: string[];
  missing: Missing;
  /** It has a value that is usual, for every row of it. */
  isUsual: boolean;
}

/** An answer that is not known for want of facts, with the groups they belong to. */
export interface Open {
  circuitId: string;
  question: QuestionId;
  groups: ReadonlySet<string>;
}

/** Everything a study lacks, by group, and the answers that wait for it. */
export interface Lacking {
  groups: ReadonlyMap<string, Group>;
  open: readonly Open[];
}

const stem = (path: string): { on: string; id: string; field: string } => {
  const [on, id, ...field] = path.split('.') as [string, string, ...string[]];
  return { on, id, field: field.join('.') };
};

/** Whoever may read the energy class on a device need not ask its maker what it lets through. */
function easier(job: Job, missing: Missing): Missing {
  if (missing.lack !== 'let-through') return missing;
  const { on, id } = stem(missing.path);
  const path = `${on}.${id}.settings.energyClass`;
  const isAsked = factPaths(job, 'devices', id).includes(path) && factAt(job, path)?.fact === undefined;
  return isAsked ? { path, what: missing.what } : missing;
}

/** Devices of one kind have one maker's word. */
function kindOfDevice(job: Job, id: string): string {
  const settings = (job.devices[id]?.settings ?? {}) as {
    family?: string;
    ratingA?: { value: number };
    curve?: { value: string };
  };
  return [settings.family, settings.curve?.value, settings.ratingA?.value].join('-');
}

/** The group something missing belongs to; nothing where nobody can enter it. */
function groupOf(job: Job, lacked: Missing): Group | undefined {
  const missing = easier(job, lacked);
  const { on, id, field } = stem(missing.path);
  if (missing.lack !== undefined)
    return {
      id: `${on}@${missing.lack === 'makers-word' ? kindOfDevice(job, id) : id}:${missing.lack}`,
      on,
      field: '',
      lack: missing.lack,
      paths: [missing.path],
      missing,
      isUsual: false,
    };
  const found = factAt(job, missing.path);
  if (found === undefined || found.fact !== undefined) return undefined;
  const isUsual = usualOf(job, `${on}.${field}`, id) !== undefined;
  return {
    id: isUsual ? `${on}.${field}` : `${on}.${field}@${id}`,
    on,
    field,
    lack: undefined,
    paths: [missing.path],
    missing,
    isUsual,
  };
}

const missingOf = ({ checks }: Answer): readonly Missing[] =>
  checks.flatMap(({ verdict, missing }) => (verdict === 'unknown' ? missing : []));

/**
 * What a study lacks. An answer that stops is not waiting for anything: a stop is settled. Where checks say only what they lack first,
 * more may come to light once that is known.
 */
export function lackingIn(job: Job, study: Study): Lacking {
  const groups = new Map<string, Group>();
  const open = study.circuits.flatMap((circuit): Open[] =>
    QUESTION_IDS.flatMap((question): Open[] => {
      // What is settled is not made again to be read.
      if (circuit.verdictOf(question) !== 'unknown') return [];
      const answer = circuit.answerTo(question);
      const of = new Set<string>();
      for (const missing of missingOf(answer)) {
        const group = groupOf(job, missing);
        if (group === undefined) continue;
        of.add(group.id);
        const present = groups.get(group.id);
        if (present === undefined) groups.set(group.id, group);
        else if (!present.paths.includes(group.paths[0]!)) present.paths.push(group.paths[0]!);
      }
      return [{ circuitId: circuit.circuitId, question, groups: of }];
    }),
  );
  return { groups, open };
}
