import { hasResidual, residualPart } from '../devices/residual';
import { coverOf } from '../house/cover';
import type { CircuitFacts } from '../house/facts';
import type { Missing } from '../job/known';
import { placedPoints } from '../job/points/tree';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { rankOf, type Verdict, worstVerdict } from '../judging/answer';
import { ASKED } from '../questions/saves-person/asked/asked';
import { citedBy, type Outcome, outcomesOf } from '../questions/saves-person/asked/outcome';
import type { AskKind } from '../rules/requirements/row';
import type { CircuitStudy, Study } from '../study/study';
import { milli } from '../units';
import { arcSentence } from './arcs';
import { deviceLabel } from './chart';

/** The four kinds of protection, never one for another. */
export const COLUMNS = ['overload', 'shortCircuit', 'groundFault', 'arc'] as const;
export type Column = (typeof COLUMNS)[number];

/** What protects an outlet in one way. */
export interface Given {
  /** Short: `20 A`, `class A`, `30 mA`; nothing where there is none. */
  label: string | null;
  device: string | null;
  deviceId: string | null;
  /** The outlet its reset is in; null where it sits in a board. */
  resetPointId: string | null;
  /** Whether it is asked for here, and what came of that; null where it is not. */
  asked: { verdict: Verdict; rule: string; because: string } | null;
  /** On its way, and nobody said whether it reaches so far. */
  unsure: boolean;
}

/** One kind of thing asked for at an outlet. */
export interface PeopleAsked {
  kind: AskKind;
  word: string;
  /** Null: none of the four. */
  column: Column | null;
  verdict: Verdict;
  because: string;
  rule: string;
  missing: readonly Missing[];
  /** Rows of the pack that ask, each with the exceptions somebody may take with a reason. */
  rows: { row: string; place: string; exceptions: { id: string; says: string }[] }[];
}

/** An outlet, or equipment without one, with what protects it. */
export interface PeoplePoint {
  id: string;
  /** Null: equipment that nobody gave an outlet. */
  pointId: string | null;
  name: string;
  kind: string;
  circuitId: string;
  number: string;
  verdict: Verdict;
  columns: Record<Column, Given>;
  /** Everything asked for here, the four columns and what else there is: marks, covers, a circuit of its own. */
  asked: PeopleAsked[];
  loads: string[];
}
export interface PeopleRoom {
  /** Null: in no room. */
  roomId: string | null;
  name: string;
  floor: string | null;
  verdict: Verdict;
  points: PeoplePoint[];
}
/** A device with a test button, and what goes dead when it is pressed. */
interface TestButton {
  deviceId: string;
  name: string;
  label: string;
  /** Where its reset is, in words, and whether a hand finds it there. */
  where: string;
  reached: boolean | null;
  kills: { circuitId: string; name: string; points: string[] }[];
  /** Outlets of the same circuits it does not cover. */
  leaves: string[];
}
export interface PeopleStudy {
  verdict: Verdict;
  rooms: PeopleRoom[];
  buttons: TestButton[];
  /** Final circuits of which no outlet and no equipment is entered: nothing is known of what is asked for there. */
  bare: number;
  /** What an ordinary breaker does at the current of an arc, in words, by circuit. */
  arcs: Record<string, string>;
}

const COLUMN_OF: Readonly<Partial<Record<AskKind, Column>>> = {
  'ground-fault': 'groundFault',
  'equipment-ground-fault': 'groundFault',
  residual: 'groundFault',
  'own-residual': 'groundFault',
  'arc-fault': 'arc',
  'arc-detection': 'arc',
};

/** Every outlet of the house by room, with what covers it and what is asked for there. */
export function peopleStudy(job: Job, study: Study): PeopleStudy {
  const points = study.circuits.flatMap((circuit) => peoplePoints(job, circuit));
  const rooms = new Map<string | null, PeoplePoint[]>();
  for (const each of points) {
    const roomId = each.pointId === null ? null : (job.points[each.pointId]?.roomId ?? null);
    rooms.set(roomId, [...(rooms.get(roomId) ?? []), each]);
  }
  const named = Object.values(job.rooms)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .flatMap(({ id, name, floor }): PeopleRoom[] => {
      const here = rooms.get(id);
      return here === undefined ? [] : [{ roomId: id, name, floor: floor ?? null, verdict: worstOf(here), points: here }];
    });
  const nowhere = [...rooms].flatMap(([id, here]) => (id === null || job.rooms[id] === undefined ? here : []));
  const all: PeopleRoom[] =
    nowhere.length === 0
      ? named
      : [...named, { roomId: null, name: 'in no room', floor: null, verdict: worstOf(nowhere), points: nowhere }];
  return {
    verdict: worstVerdict(study.circuits.map((circuit) => circuit.verdictOf('saves-person'))),
    rooms: all,
    buttons: buttonsOf(job, study),
    bare: study.circuits.filter(
      ({ kind, facts }) => kind === 'final' && facts.loads.length === 0 && facts.house.pointsOf(facts.circuitId).length === 0,
    ).length,
    arcs: Object.fromEntries(
      study.circuits.flatMap(({ circuitId, kind, facts }) => {
        const said = kind === 'final' ? arcSentence(facts) : null;
        return said === null ? [] : [[circuitId, said]];
      }),
    ),
  };
}
const worstOf = (points: readonly PeoplePoint[]): Verdict => worstVerdict(points.map(({ verdict }) => verdict));

/** Outlets in the order they are fed; a box counts where something is joined in it. */
const outletsOf = (job: Job, circuitId: string) =>
  placedPoints(job.points, circuitId).flatMap(({ point }) =>
    point.kind !== 'junction' || Object.values(job.loads).some(({ pointId }) => pointId === point.id) ? [point] : [],
  );

/** The outlets of a circuit. */
export function peoplePoints(job: Job, { facts }: CircuitStudy): PeoplePoint[] {
  const { circuit } = facts;
  const byPlace = new Map<string, Outcome[]>();
  for (const outcome of outcomesOf(facts)) byPlace.set(outcome.place.id, [...(byPlace.get(outcome.place.id) ?? []), outcome]);
  if (circuit.kind !== 'final') return [];
  const outlets = outletsOf(job, circuit.id);
  const placed = new Set(outlets.map(({ id }) => id));
  const loose = facts.loads.filter(({ pointId }) => pointId === undefined || !placed.has(pointId));
  const rows = [
    ...outlets.map(({ id, name, kind }) => ({ id, name, kind: kind as string, pointId: id })),
    ...loose.map(({ id, name }) => ({ id, name, kind: 'load', pointId: null })),
  ];
  return rows.map(({ id, name, kind, pointId }): PeoplePoint => {
    const outcomes = byPlace.get(id) ?? [];
    return {
      id,
      pointId,
      name,
      kind,
      circuitId: circuit.id,
      number: circuit.number,
      verdict: worstVerdict(outcomes.map(({ verdict }) => verdict)),
      columns: columnsOf(facts, pointId, outcomes),
      asked: outcomes.map((outcome) => askedFor(job, outcome)),
      loads: facts.loads.flatMap((load) => (load.pointId === pointId && pointId !== null ? [load.name] : [])),
    };
  });
}

const askedFor = (job: Job, outcome: Outcome): PeopleAsked => ({
  kind: outcome.kind,
  word: ASKED[outcome.kind][job.dialect],
  column: COLUMN_OF[outcome.kind] ?? null,
  verdict: outcome.verdict,
  because: saidOf(outcome),
  rule: citedBy(outcome),
  missing: outcome.missing,
  rows: outcome.rows
    .filter(({ custom }) => !custom)
    .map(({ row, requirement: { place, except = [] } }) => ({
      row,
      place,
      exceptions: except.flatMap(({ id, says, justified }) => (justified === true ? [{ id, says }] : [])),
    })),
});

const saidOf = ({ because, missing }: Outcome): string =>
  because === '' ? `missing: ${missing.map(({ what }) => what).join('; ')}` : because;

const NONE: Given = { label: null, device: null, deviceId: null, resetPointId: null, asked: null, unsure: false };

function columnsOf(facts: CircuitFacts, pointId: string | null, outcomes: readonly Outcome[]): Record<Column, Given> {
  const point = pointId === null ? undefined : facts.house.pointsOf(facts.circuit.id).find(({ id }) => id === pointId);
  const cover = coverOf(facts, point);
  const worst = (column: Column): Given['asked'] => {
    const asked = outcomes
      .filter(({ kind }) => COLUMN_OF[kind] === column)
      .sort((a, b) => rankOf(a.verdict) - rankOf(b.verdict))[0];
    return asked === undefined ? null : { verdict: asked.verdict, rule: citedBy(asked), because: saidOf(asked) };
  };
  const nearest = (column: Column, is: (device: Device) => string | undefined): Given => {
    const asked = worst(column);
    if (!cover.known) return { ...NONE, asked, unsure: true };
    let unsure = false;
    for (const { device, point: at, covers } of [...cover.value].reverse()) {
      const label = is(device as Device);
      if (label === undefined) continue;
      if (covers.known && covers.value)
        return { label, device: device.name, deviceId: device.id, resetPointId: at?.id ?? null, asked, unsure: false };
      unsure ||= !covers.known;
    }
    return { ...NONE, asked, unsure };
  };
  const breaker = facts.protective as Device | undefined;
  const overcurrent: Given =
    breaker === undefined ? NONE : { ...NONE, label: deviceLabel(breaker), device: breaker.name, deviceId: breaker.id };
  return {
    overload: overcurrent,
    shortCircuit: overcurrent,
    groundFault: nearest('groundFault', groundFaultLabel),
    arc: nearest('arc', arcLabel),
  };
}

/** What a residual part is for, short; nothing where there is none. */
function groundFaultLabel(device: Device): string | undefined {
  const { settings } = device;
  if (!hasResidual(device)) return undefined;
  if (settings.family === 'moulded-case-nec') return settings.groundFault === 'class-A' ? 'class A' : '30 mA equip.';
  if (settings.family === 'outlet-protection' && settings.groundFault === 'class-A') return 'class A';
  const part = residualPart(device);
  if (part?.known !== true) return '? mA';
  return `${milli(part.value.sensitivityA)} mA${part.value.delay === 'S' ? ' S' : ''}`;
}
function arcLabel({ settings }: Device): string | undefined {
  if (settings.family === 'afdd') return 'AFDD';
  if (settings.family === 'outlet-protection') return settings.arcFault === 'outlet' ? 'outlet AFCI' : undefined;
  if (settings.family !== 'moulded-case-nec') return undefined;
  return settings.arcFault === 'combination' ? 'AFCI' : settings.arcFault === 'branch-feeder' ? 'branch/feeder' : undefined;
}

const hasButton = (device: Device): boolean => groundFaultLabel(device) !== undefined || arcLabel(device) !== undefined;

/** What the test button of each device kills, and what it leaves alive of the same circuits. */
function buttonsOf(job: Job, study: Study): TestButton[] {
  const found = new Map<string, TestButton>();
  for (const { facts } of study.circuits) {
    const { circuit } = facts;
    if (circuit.kind !== 'final') continue;
    const outlets = outletsOf(job, circuit.id);
    const places = outlets.length === 0 ? [undefined] : outlets;
    for (const point of places) {
      const cover = coverOf(facts, point);
      if (!cover.known) continue;
      for (const each of cover.value) {
        const device = job.devices[each.device.id];
        if (device === undefined || !hasButton(device)) continue;
        let button = found.get(device.id);
        if (button === undefined) {
          button = {
            deviceId: device.id,
            name: device.name,
            kills: [],
            leaves: [],
            label: buttonLabel(device),
            ...whereOf(job, device),
          };
          found.set(device.id, button);
        }
        const name = point?.name ?? circuit.name;
        // Whatever it opens goes dead, whether or not it protects that as well as it should.
        const dead = each.point === undefined || (each.covers.known && each.covers.value);
        if (!dead) button.leaves.push(name);
        else {
          const there = button.kills.find(({ circuitId }) => circuitId === circuit.id);
          if (there === undefined)
            button.kills.push({ circuitId: circuit.id, name: `${circuit.number} ${circuit.name}`.trim(), points: [name] });
          else there.points.push(name);
        }
      }
    }
  }
  return [...found.values()];
}
const buttonLabel = (device: Device): string =>
  [groundFaultLabel(device), arcLabel(device)].filter((each) => each !== undefined).join(' + ');

/** Where a reset is, and whether a hand finds it there: nobody said, where it is null. */
export function whereOf(job: Job, device: Device): { where: string; reached: boolean | null } {
  const point = job.points[device.pointId ?? ''];
  if (point !== undefined) {
    const room = job.rooms[point.roomId ?? '']?.name;
    const behind = point.behind === undefined ? '' : `, behind ${point.behind}`;
    const reached = point.behind === undefined ? (point.readilyAccessible?.value ?? null) : false;
    return { where: `${point.name}${room === undefined ? '' : `, ${room}`}${behind}`, reached };
  }
  const circuit = job.circuits[device.circuitId ?? ''];
  const board = job.boards[device.boardId ?? circuit?.fromBoardId ?? circuit?.toBoardId ?? ''];
  return { where: board?.name ?? '', reached: board?.readilyAccessible?.value ?? null };
}
