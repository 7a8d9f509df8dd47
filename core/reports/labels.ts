import type { Load } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { word } from '../job/terms';
import type { Study } from '../study/study';
import { type Given, type PeoplePoint, peopleStudy, whereOf } from './people';

/** A label for an outlet: what feeds it, what protects it, where that is reset. */
interface PointLabel {
  pointId: string;
  name: string;
  room: string | null;
  fedFrom: string;
  protectedBy: string[];
  /** Null: nothing to reset. */
  resetsAt: string | null;
  /** What is not known and had to stay off it. */
  lacks: string[];
}
/** A label for an appliance: where it is switched off. */
interface ApplianceLabel {
  loadId: string;
  name: string;
  room: string | null;
  fedFrom: string;
  disconnectAt: string | null;
  lacks: string[];
}
export interface LabelsStudy {
  points: PointLabel[];
  appliances: ApplianceLabel[];
}

/** Labels for every outlet and every appliance of the house, with what they cannot say yet. */
export function labelsStudy(job: Job, study: Study): LabelsStudy {
  const points = peopleStudy(job, study).rooms.flatMap((room) =>
    room.points.map((point) => ({ point, room: room.roomId === null ? null : room.name })),
  );
  return {
    points: points.flatMap(({ point, room }) => (point.pointId === null || isBox(point) ? [] : [pointLabel(job, point, room)])),
    appliances: Object.values(job.loads)
      .sort((a, b) => (a.order < b.order ? -1 : 1))
      .flatMap((load) => {
        const label = applianceLabel(job, load);
        return label === undefined ? [] : [label];
      }),
  };
}
const isBox = ({ kind }: PeoplePoint): boolean => kind === 'junction';

/** Where a circuit comes from, as its number reads on the board. */
function fedFrom(job: Job, circuitId: string): { says: string; lacks: string[] } {
  const circuit = job.circuits[circuitId];
  const board = job.boards[circuit?.fromBoardId ?? ''];
  const number = circuit?.number.trim() ?? '';
  return {
    says: [board?.name ?? '', number].filter((each) => each !== '').join(' · '),
    lacks: number === '' ? [`number of ${circuit?.name ?? 'its circuit'}`] : [],
  };
}

function pointLabel(job: Job, point: PeoplePoint, room: string | null): PointLabel {
  const { overload, groundFault, arc } = point.columns;
  const fed = fedFrom(job, point.circuitId);
  const resets = [groundFault, arc].flatMap(({ deviceId }) => {
    const device = job.devices[deviceId ?? ''];
    return device === undefined ? [] : [whereOf(job, device).where];
  });
  const unsure = (given: Given, what: string): string[] => (given.unsure ? [`whether ${what} reaches it`] : []);
  return {
    pointId: point.id,
    name: point.name,
    room,
    fedFrom: fed.says,
    protectedBy: [overload, groundFault, arc].flatMap(({ label }) => label ?? []),
    resetsAt: resets.length === 0 ? null : [...new Set(resets)].join('; '),
    lacks: [
      ...fed.lacks,
      ...(overload.label === null || overload.label.includes('?') ? ['rating of its device'] : []),
      ...unsure(groundFault, word(job.dialect, 'residualDevice')),
      ...unsure(arc, 'arc-fault protection'),
      ...(room === null ? ['its room'] : []),
    ],
  };
}

const WIRED: ReadonlySet<string> = new Set(['in-sight', 'lockable', 'none']);

/** An appliance with a plug is separated by it and needs no label. */
function applianceLabel(job: Job, load: Load): ApplianceLabel | undefined {
  const circuit = job.circuits[load.circuitId];
  if (circuit === undefined || circuit.state === 'removed') return undefined;
  const point = job.points[load.pointId ?? ''];
  const by = load.disconnect?.value;
  // A light is switched off by its switch, and what has a plug by that.
  const fixed = point === undefined || point.kind === 'appliance' || point.kind === 'isolator';
  const wired = by === undefined ? fixed && load.fastened?.value === true : WIRED.has(by);
  if (!wired) return undefined;
  const fed = fedFrom(job, circuit.id);
  const isolator = Object.values(job.points)
    .filter(({ circuitId, kind, state }) => circuitId === circuit.id && kind === 'isolator' && state !== 'removed')
    .map(({ name }) => name);
  const at =
    by === 'lockable'
      ? `${fed.says}, locked off`
      : by === 'in-sight'
        ? isolator.length > 0
          ? isolator.join(', ')
          : 'switch in sight of it'
        : null;
  return {
    loadId: load.id,
    name: load.name,
    room: job.rooms[point?.roomId ?? '']?.name ?? null,
    fedFrom: fed.says,
    disconnectAt: at,
    lacks: [...fed.lacks, ...(at === null ? [by === 'none' ? 'a disconnect: there is none' : 'where it is disconnected'] : [])],
  };
}
