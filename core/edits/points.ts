import type { Command, Step } from '../job/commands';
import { endedId } from '../job/ids';
import { keyAfter, keyBetween } from '../job/order';
import { cableFor, factsOfDraft, type PointDraft } from '../job/points/draft';
import { endOfLine, nextInLine, placedPoints } from '../job/points/tree';
import type { Circuit, Point } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { withoutInspections } from './inspection';
import { edit, set } from './steps';

const byOrder = (a: { order: string }, b: { order: string }): number => (a.order < b.order ? -1 : 1);

/** The points that hang from one directly, or from the circuit's cable, first the one the line goes on to. */
const hangingFrom = (job: Job, circuitId: string, parentId: string | undefined): Point[] =>
  Object.values(job.points)
    .filter((point) => point.circuitId === circuitId && point.state !== 'removed' && point.parentPointId === parentId)
    .sort(byOrder);

/** Where new points go: after one in its line, beside that line as a branch, or after the last of the main line. */
export interface Spot {
  afterId?: string;
  branch?: boolean;
}

/**
 * Points made as drafted and put into the line: the one after which they go now feeds the first, the last feeds what that one fed.
 * As a branch they hang beside what it feeds. How each one feeds the next is as drafted; a room by a new name is made.
 *
 * @param ids gives a new id each time
 */
export function addPoints(
  job: Job,
  circuit: Circuit,
  drafts: readonly PointDraft[],
  { afterId, branch = false }: Spot,
  ids: () => string,
): { pointIds: string[]; command: Command } {
  const placed = placedPoints(job.points, circuit.id);
  const after = afterId === undefined ? endOfLine(placed) : job.points[afterId];
  const cables = Object.values(job.segments).filter((each) => each.circuitId === circuit.id && each.state !== 'removed');
  const segmentId = cableFor(after, cables);
  const steps: Step[] = [];
  const rooms = new Map<string, string>();
  const roomOf = ({ roomId, newRoom }: PointDraft): string | undefined => {
    if (newRoom === undefined) return roomId ?? after?.roomId;
    const named = newRoom.toLowerCase();
    if (!rooms.has(named)) {
      const room = { id: ids(), order: keyAfter(lastKey(Object.values(job.rooms))), name: newRoom };
      rooms.set(named, room.id);
      steps.push({ do: 'put', on: 'rooms', row: room });
    }
    return rooms.get(named);
  };
  const beside = hangingFrom(job, circuit.id, after?.id);
  /** What the line went on to, which then hangs from the last of the new ones. */
  const next = branch || after === undefined ? undefined : nextInLine(placed, after.id);
  let key = next?.order ?? keyAfter(beside.at(-1)?.order);
  let parentPointId = after?.id;
  const pointIds: string[] = [];
  for (const draft of drafts) {
    const roomId = roomOf(draft);
    const row = {
      id: ids(),
      circuitId: circuit.id,
      order: key,
      name: draft.name,
      kind: draft.kind,
      state: 'new',
      ...(parentPointId === undefined ? {} : { parentPointId }),
      ...(segmentId === undefined ? {} : { segmentId }),
      ...(roomId === undefined ? {} : { roomId }),
      ...factsOfDraft(draft),
    };
    steps.push({ do: 'put', on: 'points', row });
    if (draft.protects !== undefined) steps.push(protectionAt(row.id, draft, keyAfter(undefined)));
    parentPointId = row.id;
    pointIds.push(row.id);
    key = keyAfter(undefined);
  }
  const last = pointIds.at(-1);
  if (next !== undefined && last !== undefined) steps.push(set('points', next.id, 'parentPointId', last));
  const says = drafts.length === 1 ? drafts[0]!.name : `${drafts.length} points`;
  return { pointIds, command: edit(`${circuit.name}: ${says}`, steps) };
}

const lastKey = (rows: readonly { order: string }[]): string | undefined =>
  rows
    .map(({ order }) => order)
    .sort()
    .at(-1);

/** A receptacle that protects what hangs behind it, seated in its point. */
const protectionAt = (pointId: string, { name, protects }: PointDraft, order: string): Step => ({
  do: 'put',
  on: 'devices',
  row: {
    id: endedId(pointId, '-device'),
    order,
    name,
    state: 'new',
    seat: 'point',
    pointId,
    lines: [],
    grade: 'standard',
    settings: {
      family: 'outlet-protection',
      groundFault: protects === 'ground-fault' ? 'class-A' : 'none',
      arcFault: protects === 'arc-fault' ? 'outlet' : 'none',
    },
  },
});

/** What a point feeds hangs from what fed it. The line goes on in its place. */
function closeGap(job: Job, { id, circuitId, parentPointId, order }: Point): Step[] {
  const feeds = hangingFrom(job, circuitId, id);
  const next = Object.values(job.points)
    .filter(
      (each) => each.circuitId === circuitId && each.parentPointId === parentPointId && each.order > order && each.id !== id,
    )
    .sort(byOrder)[0]?.order;
  let key = order;
  return feeds.flatMap((point, index) => {
    key = index === 0 ? order : keyBetween(key, next);
    return [set('points', point.id, 'parentPointId', parentPointId), set('points', point.id, 'order', key)];
  });
}

/**
 * A point taken out of its line, which closes behind it. One that something else of the job names (a device in it, a reading of
 * it, the other half of a split outlet) stays as removed; any other is gone. Its loads stay on the circuit.
 */
export function removePoint(job: Job, point: Point): Command {
  const { id } = point;
  const isNamed =
    Object.values(job.devices).some((device) => device.pointId === id) ||
    Object.values(job.readings).some((reading) => reading.pointId === id) ||
    Object.values(job.points).some((other) => other.splitWithId === id);
  const seated = Object.values(job.devices).filter((device) => device.pointId === id && device.state !== 'removed');
  return edit(`Without ${point.name}`, [
    ...closeGap(job, point),
    ...Object.values(job.loads)
      .filter((load) => load.pointId === id)
      .map((load) => set('loads', load.id, 'pointId', undefined)),
    ...seated.map((device) => set('devices', device.id, 'state', 'removed')),
    ...withoutInspections(job, 'pointId', new Set([id])),
    isNamed ? set('points', id, 'state', 'removed') : { do: 'drop', on: 'points', id },
  ]);
}

/**
 * A point put elsewhere in the line of its circuit, alone: what it fed hangs from what fed it.
 *
 * @param after the point it comes to stand after; none: it comes first
 * @returns nothing where it stands there already
 */
export function movePoint(job: Job, point: Point, after: Point | undefined): Command | undefined {
  const { id, circuitId } = point;
  if (after?.id === id || point.parentPointId === after?.id) return undefined;
  if (after !== undefined && after.circuitId !== circuitId) return undefined;
  /** What the line of its new neighbour goes on to without it: that it comes to feed. */
  const { [id]: _, ...others } = applied(job.points, closeGap(job, point));
  const next = nextInLine(placedPoints(others, circuitId), after?.id);
  return edit(`${point.name}: ${after === undefined ? 'first' : `after ${after.name}`}`, [
    ...closeGap(job, point),
    set('points', id, 'parentPointId', after?.id),
    set('points', id, 'order', next === undefined ? keyAfter(undefined) : next.order),
    ...(next === undefined ? [] : [set('points', next.id, 'parentPointId', id)]),
  ]);
}

/** Points after steps that set fields of theirs. */
function applied(points: Job['points'], steps: readonly Step[]): Job['points'] {
  const next = { ...points };
  for (const step of steps)
    if (step.do === 'set' && next[step.id] !== undefined) next[step.id] = { ...next[step.id]!, [step.field[0]!]: step.to };
  return next;
}

/** A point one place nearer to the board or farther from it, along the line it stands in. */
export function stepPoint(job: Job, point: Point, out: boolean): Command | undefined {
  const parent = point.parentPointId === undefined ? undefined : job.points[point.parentPointId];
  if (out) {
    const next = nextInLine(placedPoints(job.points, point.circuitId), point.id);
    return next === undefined ? undefined : movePoint(job, point, next);
  }
  if (parent === undefined) return undefined;
  return movePoint(job, point, parent.parentPointId === undefined ? undefined : job.points[parent.parentPointId]);
}

/** A point put into a room that is made by this name, or into one there is of that name. */
export function intoRoomNamed(job: Job, point: Point, name: string, id: string): Command {
  const there = Object.values(job.rooms).find((room) => room.name.toLowerCase() === name.toLowerCase());
  const room = { id, order: keyAfter(lastKey(Object.values(job.rooms))), name };
  return edit(`${point.name}: in ${name}`, [
    ...(there === undefined ? [{ do: 'put', on: 'rooms', row: room } as Step] : []),
    set('points', point.id, 'roomId', there?.id ?? id),
  ]);
}
