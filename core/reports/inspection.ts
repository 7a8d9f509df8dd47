import { factPaths } from '../facts/read';
import type { CircuitFacts } from '../house/facts';
import { boardLooked, cableLooked, pointLooked } from '../inspection/inspected';
import type { Looked, Subject } from '../inspection/looked';
import { CODES, type ObservationCode } from '../job/inspected';
import { placedPoints } from '../job/points/tree';
import type { Job } from '../job/schema/job';
import type { CircuitStudy, Study } from '../study/study';
import { deviceLabel } from './chart';
import { type Answered, besides, besidesPart, hasCodes, type InspectionRow, isWrong, seenRow } from './inspectionRows';

/** How far an inspection has come. */
export interface Seen {
  asked: number;
  seen: number;
  wrong: number;
}
export interface InspectedDevice {
  deviceId: string;
  name: string;
  label: string;
  slot: string | null;
  rows: InspectionRow[];
}
/** What observation codes come to: satisfactory only where everything was seen and every fault bears a code that allows it. */
export interface Coded {
  counts: readonly { code: ObservationCode; count: number }[];
  /** Faults nobody confirmed a code for. */
  unconfirmed: number;
  outcome: 'unsatisfactory' | 'satisfactory' | 'open';
}
export interface InspectionStudy {
  boardId: string;
  /** Whether these rules give observations a code. */
  codes: boolean;
  coded: Coded;
  rows: InspectionRow[];
  devices: InspectedDevice[];
  counts: Seen;
  /** Outlets and cables along its circuits of which something was seen. */
  parts: InspectedPart[];
  /** Every circuit of the board, its outlets and cables. */
  circuits: ({ circuitId: string; number: string; name: string } & Seen)[];
}
export interface InspectedPart {
  on: 'pointId' | 'segmentId';
  id: string;
  name: string;
  room: string | null;
  rows: InspectionRow[];
  /** Facts of it that are seen with the box open or along the cable. */
  facts: string[];
  counts: Seen;
}
export interface CircuitInspection {
  circuitId: string;
  codes: boolean;
  parts: InspectedPart[];
}

/** @returns null where there is no such board, or nothing feeds it */
export function inspectionStudy(job: Job, study: Study, boardId: string): InspectionStudy | null {
  const board = job.boards[boardId];
  const feedId = study.house.wirings.incoming.get(boardId)?.[0]?.id;
  const feed = study.circuits.find(({ circuitId }) => circuitId === feedId);
  if (board === undefined || feed === undefined) return null;
  // Answers are made when they are asked for: once for all that is shown here.
  const answered = (circuit: CircuitStudy): Answered => ({ facts: circuit.facts, answers: circuit.answers });
  const own = study.circuits.filter((each) => each.boardId === boardId).map(answered);
  const fed = answered(feed);
  const looked = boardLooked(feed.facts, board);
  const seen = looked.own.map((each) => seenRow(job, each));
  const devices = looked.devices.map(({ subject, looked: items }): InspectedDevice => {
    const device = job.devices[subject.id]!;
    return {
      deviceId: device.id,
      name: device.name,
      label: deviceLabel(device),
      slot: device.slot ?? null,
      rows: items.map((each) => seenRow(job, each)),
    };
  });
  const walked = [fed, ...own].map((each) => ({ circuit: each.facts.circuit, parts: circuitInspection(job, each).parts }));
  const rows = [...seen, ...besides(job, fed, own, boardId)];
  // Of what nobody began along the circuits nothing is said here.
  const begun = walked.flatMap(({ parts }) => parts).filter(({ counts }) => counts.seen > 0);
  return {
    boardId,
    codes: hasCodes(job),
    coded: codedOf([...rows, ...devices.flatMap((each) => each.rows), ...begun.flatMap((each) => each.rows)]),
    rows,
    devices,
    counts: countsOf([...looked.own, ...looked.devices.flatMap((each) => each.looked)]),
    parts: walked
      .flatMap(({ parts }) => parts)
      .filter(({ counts, rows }) => counts.seen > 0 || rows.some(({ kind, verdict }) => kind !== 'seen' && verdict !== null)),
    circuits: walked.map(({ circuit: { id: circuitId, number, name }, parts }) => ({
      circuitId,
      number,
      name,
      ...sum(parts.map(({ counts }) => counts)),
    })),
  };
}

/** What is confirmed of everything that was looked at or worked out. */
function codedOf(rows: readonly InspectionRow[]): Coded {
  const confirmed = rows.flatMap(({ code }) => code ?? []);
  // A caution of what is worked out is no observation; a stop of it stands in the way all the same.
  const isFault = ({ kind, verdict }: InspectionRow): boolean => verdict === 'stop' || (kind === 'seen' && verdict === 'caution');
  const unconfirmed = rows.filter((row) => row.code === null && isFault(row)).length;
  const unknown = rows.some(({ verdict }) => verdict === null || verdict === 'unknown');
  const urgent = confirmed.some((code) => code !== 'C3');
  return {
    counts: CODES.map((code) => ({ code, count: confirmed.filter((each) => each === code).length })).filter(
      ({ count }) => count > 0,
    ),
    unconfirmed,
    outcome: urgent ? 'unsatisfactory' : unknown || unconfirmed > 0 ? 'open' : 'satisfactory',
  };
}

export function circuitInspection(job: Job, { facts, answers }: Answered): CircuitInspection {
  const checks = answers.flatMap((answer) => answer.checks);
  return {
    circuitId: facts.circuit.id,
    codes: hasCodes(job),
    parts: partsOf(job, facts).map(({ subject, looked }): InspectedPart => {
      const point = job.points[subject.id];
      const on = subject.on as 'pointId' | 'segmentId';
      return {
        on,
        id: subject.id,
        name: subject.name,
        room: on === 'pointId' ? (job.rooms[point?.roomId ?? '']?.name ?? null) : null,
        rows: [...looked.map((each) => seenRow(job, each)), ...besidesPart(job, facts, subject, checks)],
        facts: factPaths(job, on === 'pointId' ? 'points' : 'segments', subject.id).filter((path) =>
          SEEN_FACTS.has(path.split('.')[2]!),
        ),
        counts: countsOf(looked),
      };
    }),
  };
}

const SEEN_FACTS: ReadonlySet<string> = new Set([
  'earthTo',
  'neutralTouchesEarth',
  'wetness',
  'cover',
  'weatherResistant',
  'boxVolumeCm3',
  'boxWires',
  'boxEarths',
  'boxGangs',
  'boxClamps',
  'boxFittings',
  'diameterM',
  'jacket',
  'raceway',
  'racewaySize',
  'racewayWires',
]);

/** Outlets and cables of a circuit, from its start on. */
const partsOf = (job: Job, facts: CircuitFacts): { subject: Subject; looked: Looked[] }[] => {
  const { circuit, house, wiring } = facts;
  const points = new Map(house.pointsOf(circuit.id).map((point) => [point.id, point]));
  const asFed = placedPoints(job.points, circuit.id).map(({ point }) => point.id);
  const order = [...new Set([...asFed, ...points.keys()])];
  return [
    ...wiring.stretches.map((stretch) => cableLooked(facts, stretch)),
    ...order.flatMap((id) => {
      const point = points.get(id);
      return point === undefined ? [] : [pointLooked(facts.job, point)];
    }),
  ];
};

const countsOf = (looked: readonly Looked[]): Seen => ({
  asked: looked.length,
  seen: looked.filter(({ check }) => check !== undefined).length,
  wrong: looked.filter(({ check }) => check !== undefined && isWrong(check.verdict)).length,
});
const sum = (counts: readonly Seen[]): Seen =>
  counts.reduce(
    (all, { asked, seen, wrong }) => ({ asked: all.asked + asked, seen: all.seen + seen, wrong: all.wrong + wrong }),
    {
      asked: 0,
      seen: 0,
      wrong: 0,
    },
  );
