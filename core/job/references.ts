import { COLLECTIONS, type CollectionName } from './collections';
import { INSPECTED_ON, itemOn } from './inspected';
import { PACKS } from './packs';
import type { Job } from './schema/job';

/** One thing wrong with a job: where, a code for programs, and words for people. */
export interface JobProblem {
  path: string;
  code: 'shape' | 'reference' | 'cycle' | 'structure' | 'format' | 'syntax' | 'size';
  message: string;
}

interface Link {
  from: CollectionName;
  field: string;
  to: CollectionName;
}

/** Every field that names a row of another collection. The store's foreign keys are the same list. */
export const LINKS: readonly Link[] = [
  { from: 'sourceStates', field: 'originIds', to: 'origins' },
  { from: 'electrodes', field: 'boardId', to: 'boards' },
  { from: 'electrodes', field: 'originId', to: 'origins' },
  { from: 'boards', field: 'roomId', to: 'rooms' },
  { from: 'circuits', field: 'fromOriginId', to: 'origins' },
  { from: 'circuits', field: 'fromBoardId', to: 'boards' },
  { from: 'circuits', field: 'toBoardId', to: 'boards' },
  { from: 'circuits', field: 'behindDeviceId', to: 'devices' },
  { from: 'circuits', field: 'sharesNeutralWith', to: 'circuits' },
  { from: 'segments', field: 'circuitId', to: 'circuits' },
  { from: 'segments', field: 'branchOf', to: 'segments' },
  { from: 'points', field: 'circuitId', to: 'circuits' },
  { from: 'points', field: 'parentPointId', to: 'points' },
  { from: 'points', field: 'segmentId', to: 'segments' },
  { from: 'points', field: 'roomId', to: 'rooms' },
  { from: 'points', field: 'splitWithId', to: 'points' },
  { from: 'loads', field: 'circuitId', to: 'circuits' },
  { from: 'loads', field: 'pointId', to: 'points' },
  { from: 'devices', field: 'circuitId', to: 'circuits' },
  { from: 'devices', field: 'boardId', to: 'boards' },
  { from: 'devices', field: 'pointId', to: 'points' },
  { from: 'devices', field: 'behindDeviceId', to: 'devices' },
  { from: 'devices', field: 'neutralDeviceId', to: 'devices' },
  { from: 'devices', field: 'tiedTo', to: 'devices' },
  { from: 'amendments', field: 'circuitId', to: 'circuits' },
  { from: 'amendments', field: 'pointId', to: 'points' },
  { from: 'readings', field: 'originId', to: 'origins' },
  { from: 'readings', field: 'boardId', to: 'boards' },
  { from: 'readings', field: 'circuitId', to: 'circuits' },
  { from: 'readings', field: 'pointId', to: 'points' },
  { from: 'readings', field: 'deviceId', to: 'devices' },
  { from: 'readings', field: 'supersedes', to: 'readings' },
  { from: 'acceptances', field: 'circuitId', to: 'circuits' },
  { from: 'acceptances', field: 'boardId', to: 'boards' },
  { from: 'combinations', field: 'upstreamDeviceId', to: 'devices' },
  { from: 'combinations', field: 'downstreamDeviceId', to: 'devices' },
  { from: 'inspections', field: 'boardId', to: 'boards' },
  { from: 'inspections', field: 'deviceId', to: 'devices' },
  { from: 'inspections', field: 'pointId', to: 'points' },
  { from: 'inspections', field: 'segmentId', to: 'segments' },
  { from: 'logEntries', field: 'deviceId', to: 'devices' },
  { from: 'logEntries', field: 'supersedes', to: 'logEntries' },
];

type AnyRow = Record<string, unknown> & { id: string };
const rowsOf = (job: Job, name: CollectionName) => job[name] as Record<string, AnyRow>;

/**
 * What the shape alone cannot hold: ids that exist, trees without cycles, each circuit fed from one place.
 * @returns problems in the order found; empty when the job hangs together
 */
export function referenceProblems(job: Job): JobProblem[] {
  return [
    ...packProblems(job),
    ...keyProblems(job),
    ...linkProblems(job),
    ...feedProblems(job),
    ...treeProblems(job),
    ...seatProblems(job),
    ...inspectedProblems(job),
  ];
}

function packProblems({ dialect, pack }: Job): JobProblem[] {
  if (PACKS[pack].dialect === dialect) return [];
  return [{ path: 'pack', code: 'structure', message: `"${pack}" is not a rule pack of the ${dialect} dialect` }];
}

function keyProblems(job: Job): JobProblem[] {
  const problems: JobProblem[] = [];
  for (const name of COLLECTIONS)
    for (const [key, row] of Object.entries(rowsOf(job, name)))
      if (row.id !== key)
        problems.push({
          path: `${name}.${key}.id`,
          code: 'structure',
          message: `"${row.id}" must be the same as its key "${key}"`,
        });
  return problems;
}

function linkProblems(job: Job): JobProblem[] {
  const problems: JobProblem[] = [];
  for (const { from, field, to } of LINKS) {
    const targets = rowsOf(job, to);
    for (const row of Object.values(rowsOf(job, from))) {
      const value = row[field];
      const ids = Array.isArray(value) ? value : value === undefined ? [] : [value];
      for (const id of ids)
        if (!Object.hasOwn(targets, id as string))
          problems.push({
            path: `${from}.${row.id}.${field}`,
            code: 'reference',
            message: `"${id}" is not one of the job's ${to}`,
          });
    }
  }
  return problems;
}

/** Follows one parent link from every row; a row met twice on one walk is a cycle. */
function parentCycles(job: Job, name: CollectionName, field: string): JobProblem[] {
  const rows = rowsOf(job, name);
  const settled = new Set<string>();
  const problems: JobProblem[] = [];
  for (const start of Object.keys(rows)) {
    const walk = new Set<string>();
    let id: string | undefined = start;
    while (id !== undefined && Object.hasOwn(rows, id) && !settled.has(id)) {
      if (walk.has(id)) {
        problems.push({
          path: `${name}.${id}.${field}`,
          code: 'cycle',
          message: `${[...walk, id].join(', ')}: this goes round in a circle`,
        });
        break;
      }
      walk.add(id);
      id = rows[id]?.[field] as string | undefined;
    }
    for (const seen of walk) settled.add(seen);
  }
  return problems;
}

function treeProblems(job: Job): JobProblem[] {
  return [
    ...parentCycles(job, 'segments', 'branchOf'),
    ...parentCycles(job, 'points', 'parentPointId'),
    ...parentCycles(job, 'devices', 'behindDeviceId'),
    ...parentCycles(job, 'readings', 'supersedes'),
    ...parentCycles(job, 'logEntries', 'supersedes'),
    ...boardCycles(job),
  ];
}

function boardCycles(job: Job): JobProblem[] {
  const feedsOf = new Map<string, { id: string; to: string }[]>();
  for (const circuit of Object.values(job.circuits))
    if (circuit.fromBoardId !== undefined && circuit.toBoardId !== undefined)
      feedsOf.set(circuit.fromBoardId, [...(feedsOf.get(circuit.fromBoardId) ?? []), { id: circuit.id, to: circuit.toBoardId }]);
  const state = new Map<string, 'open' | 'done'>();
  const problems: JobProblem[] = [];
  const visit = (boardId: string): void => {
    state.set(boardId, 'open');
    for (const feed of feedsOf.get(boardId) ?? []) {
      if (state.get(feed.to) === 'open')
        problems.push({
          path: `circuits.${feed.id}.toBoardId`,
          code: 'cycle',
          message: `feeds board "${feed.to}", which feeds this circuit's own board`,
        });
      else if (state.get(feed.to) === undefined) visit(feed.to);
    }
    state.set(boardId, 'done');
  };
  for (const boardId of Object.keys(job.boards)) if (state.get(boardId) === undefined) visit(boardId);
  return problems;
}

function feedProblems(job: Job): JobProblem[] {
  const problems: JobProblem[] = [];
  const say = (id: string, field: string, message: string) =>
    problems.push({ path: `circuits.${id}.${field}`, code: 'structure', message });
  for (const { id, kind, fromOriginId, fromBoardId, toBoardId, behindDeviceId } of Object.values(job.circuits)) {
    if (kind === 'service' && fromOriginId === undefined) say(id, 'fromOriginId', 'a service comes from an origin: name it');
    if (kind === 'service' && fromBoardId !== undefined)
      say(id, 'fromBoardId', 'a service comes from an origin, not from a board');
    if (kind !== 'service' && fromBoardId === undefined) say(id, 'fromBoardId', 'this circuit comes from a board: name it');
    if (kind !== 'service' && fromOriginId !== undefined) say(id, 'fromOriginId', 'only a service comes from an origin');
    if (kind === 'final' && toBoardId !== undefined) say(id, 'toBoardId', 'a final circuit feeds points, not a board');
    if (kind !== 'final' && toBoardId === undefined) say(id, 'toBoardId', 'name the board this circuit feeds');
    if (
      behindDeviceId !== undefined &&
      job.devices[behindDeviceId] !== undefined &&
      job.devices[behindDeviceId]?.boardId !== fromBoardId
    )
      say(id, 'behindDeviceId', `"${behindDeviceId}" does not sit in this circuit's board`);
  }
  return problems;
}

function seatProblems(job: Job): JobProblem[] {
  const wanted = { start: 'circuitId', end: 'circuitId', board: 'boardId', point: 'pointId' } as const;
  const problems: JobProblem[] = [];
  for (const device of Object.values(job.devices))
    for (const field of ['circuitId', 'boardId', 'pointId'] as const) {
      const needed = wanted[device.seat] === field;
      if (needed !== (device[field] !== undefined))
        problems.push({
          path: `devices.${device.id}.${field}`,
          code: 'structure',
          message: needed
            ? `a device seated at "${device.seat}" names its ${field}`
            : `a device seated at "${device.seat}" has no ${field}`,
        });
    }
  for (const device of Object.values(job.devices))
    if (device.seat === 'end' && device.circuitId !== undefined && job.circuits[device.circuitId]?.kind === 'final')
      problems.push({
        path: `devices.${device.id}.seat`,
        code: 'structure',
        message: 'a final circuit has no board at its end: seat the device at "start" or "point"',
      });
  for (const segment of Object.values(job.segments)) {
    const parent = segment.branchOf === undefined ? undefined : job.segments[segment.branchOf];
    if (parent !== undefined && parent.circuitId !== segment.circuitId)
      problems.push({
        path: `segments.${segment.id}.branchOf`,
        code: 'structure',
        message: `"${parent.id}" belongs to another circuit`,
      });
  }
  for (const point of Object.values(job.points))
    for (const field of ['parentPointId', 'segmentId'] as const) {
      const on = field === 'segmentId' ? job.segments[point[field] ?? ''] : job.points[point[field] ?? ''];
      if (on !== undefined && on.circuitId !== point.circuitId)
        problems.push({
          path: `points.${point.id}.${field}`,
          code: 'structure',
          message: `"${on.id}" belongs to another circuit`,
        });
    }
  return problems;
}

/** Each item is looked at on one thing, of its own kind. */
function inspectedProblems(job: Job): JobProblem[] {
  return Object.values(job.inspections).flatMap((row) =>
    INSPECTED_ON.flatMap((field): JobProblem[] => {
      const wanted = itemOn(row.item) === field;
      if (wanted === (row[field] !== undefined)) return [];
      const message = wanted ? `"${row.item}" names its ${field}` : `"${row.item}" has no ${field}`;
      return [{ path: `inspections.${row.id}.${field}`, code: 'structure', message }];
    }),
  );
}
