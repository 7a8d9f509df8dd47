import { tiedWith } from '../edits/board';
import { beforeOpening, liveInAny, liveWith, openedWith } from '../house/dark';
import type { House } from '../house/facts';
import { type Seat, seatsOf } from '../job/board/layout';
import type { Line } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { ShownCheck, Verdict } from '../judging/answer';
import { worstVerdict } from '../judging/answer';
import { type OnLine, sharedNeutralA, worstStarVolts } from '../loads/sharedNeutral';
import { LINES_OF } from '../network/states';
import { isOfBoard, isOfSeat } from '../questions/saves-person/savesPerson';
import { shownAnswer } from '../study/shown';
import type { Study } from '../study/study';
import { deviceLabel } from './chart';

/** A device of a board as it is drawn. */
export interface BoardDevice {
  deviceId: string;
  circuitId: string | null;
  as: Seat['as'];
  label: string;
  /** Of its circuit, what lacks a fact left aside; and how many checks lack one, those this version does not make left aside. */
  verdict: Verdict;
  unknowns: number;
  /** What it carries on each of its poles, A; null where that is not known. */
  amps: number | null;
  /** Its current comes home through the neutral. */
  toNeutral: boolean;
  /** At which power factor; null where that is not known. */
  cosPhi: number | null;
  loads: string[];
  tiedTo: string[];
  sharesWith: string[];
}
/** Circuits on one neutral: what it carries with all on, and what each load gets when it opens. */
interface SharedNeutral {
  circuits: { circuitId: string; number: string; name: string; line: Line | null }[];
  neutralA: number | null;
  opened: { load: string; ratedV: number; worstV: number }[];
}
export interface BoardStudy {
  boardId: string;
  verdict: Verdict;
  devices: BoardDevice[];
  shared: SharedNeutral[];
  /** What is judged of the board, with the circuit that feeds it. */
  checks: { circuitId: string; check: ShownCheck }[];
}

/** @returns null where there is no such board */
export function boardStudy(job: Job, study: Study, boardId: string): BoardStudy | null {
  const board = job.boards[boardId];
  if (board === undefined || board.state === 'removed') return null;
  const { house } = study;
  const circuits = new Map(study.circuits.map((circuit) => [circuit.circuitId, circuit]));
  const devices = seatsOf(job, board).map(({ device, as }): BoardDevice => {
    const circuit = device.circuitId === undefined ? undefined : circuits.get(device.circuitId);
    const design = circuit?.facts.design;
    const poles = circuit?.facts.poles;
    const group = house.wirings.neutralGroups.get(device.circuitId ?? '') ?? [];
    return {
      deviceId: device.id,
      circuitId: device.circuitId ?? null,
      as,
      label: deviceLabel(device),
      verdict: circuit === undefined ? 'not-applicable' : worstVerdict(circuit.settled.map(({ verdict }) => verdict)),
      unknowns: circuit?.findings.filter(({ verdict }) => verdict === 'unknown').length ?? 0,
      amps: design?.known === true ? design.value.ibA : null,
      toNeutral: poles?.known === true && poles.value.neutral && poles.value.lines === 1,
      cosPhi: design?.known === true ? (design.value.cosPhi ?? null) : null,
      loads: house.loadsOf(device.circuitId ?? '').map(({ name }) => name),
      tiedTo: tiedWith(job, device).flatMap(({ id }) => (id === device.id ? [] : [id])),
      sharesWith: as === 'branch' ? group.flatMap(({ id }) => (id === device.circuitId ? [] : [id])) : [],
    };
  });
  const feed = house.wirings.incoming.get(boardId)?.[0]?.id;
  const own = new Set(devices.flatMap(({ as, circuitId }) => (as === 'branch' && circuitId !== null ? [circuitId] : [])));
  const checks = study.circuits
    .filter(({ circuitId }) => circuitId === feed || own.has(circuitId))
    .flatMap((each) =>
      shownAnswer(each.facts, each.answerTo('saves-person'))
        .checks.filter(({ id }) => (each.circuitId === feed ? isOfBoard(id) : isOfSeat(id)))
        .map((check) => ({ circuitId: each.circuitId, check })),
    );
  return {
    boardId,
    verdict: worstVerdict(checks.map(({ check }) => check.verdict)),
    devices,
    shared: sharedOn(job, house, boardId),
    checks,
  };
}

/** Every shared neutral of a board, once. */
function sharedOn(job: Job, house: House, boardId: string): SharedNeutral[] {
  const lines = LINES_OF[job.supply.voltageSystem];
  const seen = new Set<string>();
  return (house.wirings.outgoing.get(boardId) ?? []).flatMap(({ id }): SharedNeutral[] => {
    const group = house.wirings.neutralGroups.get(id);
    if (group === undefined || seen.has(id) || lines === 1) return [];
    for (const each of group) seen.add(each.id);
    const members = group.map((circuit) => {
      const wiring = house.wirings.byCircuit.get(circuit.id)!;
      return { circuit, line: wiring.startDevices.at(-1)?.lines[0] ?? null, design: house.designOf(wiring) };
    });
    const drawn = members.flatMap(({ line, design }) =>
      line === null || !design.known ? [] : [{ line: AT[line], currentA: design.value.ibA, cosPhi: design.value.cosPhi ?? 1 }],
    );
    const loads = members.flatMap(({ circuit, line }): { name: string; on: OnLine }[] =>
      line === null
        ? []
        : Object.values(job.loads).flatMap((load) => {
            const powerW = load.powerW?.value ?? (load.currentA === undefined ? undefined : load.currentA.value * job.supply.u0V);
            return load.circuitId !== circuit.id || powerW === undefined
              ? []
              : [{ name: load.name, on: { line: AT[line], powerW, ratedV: job.supply.u0V } }];
          }),
    );
    const volts = worstStarVolts(
      loads.map(({ on }) => on),
      lines,
      job.supply.u0V,
    );
    return [
      {
        circuits: members.map(({ circuit: { id: circuitId, number, name }, line }) => ({ circuitId, number, name, line })),
        neutralA: drawn.length === members.length ? sharedNeutralA(drawn, lines) : null,
        opened: loads.map(({ name, on }, at) => ({ load: name, ratedV: on.ratedV, worstV: volts[at]! })),
      },
    ];
  });
}
const AT: Readonly<Record<Line, 0 | 1 | 2>> = { L1: 0, L2: 1, L3: 2 };

/** What goes dark in a room. */
export interface DarkRoom {
  /** Null: what is in no room. */
  roomId: string | null;
  name: string;
  floor: string | null;
  state: 'lit' | 'part' | 'dark' | 'empty';
  lost: string[];
}
export interface DarkStudy {
  /** Devices that open, tied ones with them. */
  opened: string[];
  circuits: { circuitId: string; number: string; name: string }[];
  rooms: DarkRoom[];
  /** Loads that go off: safety services, what must stay on, all. */
  safety: string[];
  mustStayOn: string[];
  loads: number;
  /** Circuits that go dark of which nobody said what hangs on them. */
  unsaid: string[];
  /** Circuits that go dark and that another source may still feed. */
  fedElsewhere: string[];
}

/** What goes dark, room by room, when devices are opened; as fed in the usual source state. */
export function darkStudy(job: Job, study: Study, deviceIds: readonly string[]): DarkStudy {
  const { wirings } = study.house;
  const opened = openedWith(job, deviceIds);
  const usual = wirings.states[0] ?? { originIds: wirings.strays.map(({ id }) => id) };
  // A board nothing reaches is taken for fed: what hangs on it goes dark as well.
  const reached = liveWith(wirings, usual, new Set()).boards;
  const besides = Object.keys(job.boards).filter(
    (id) => !reached.has(id) && (wirings.incoming.get(id) ?? []).every(({ fromBoardId }) => fromBoardId === undefined),
  );
  const before = liveWith(wirings, usual, new Set(), besides);
  const unfed = besides.filter((id) => !(wirings.incoming.get(id) ?? []).some((feed) => isOpenOn(wirings, feed.id, opened)));
  const after = liveWith(wirings, usual, opened, unfed);
  const any = liveInAny(wirings, opened);
  const feedsDark = (circuitId: string): boolean => {
    const wiring = wirings.byCircuit.get(circuitId);
    if (wiring === undefined || !before.circuits.has(circuitId)) return false;
    // A line that ends in an open device is live up to it, and of use to nobody.
    const to = wiring.circuit.toBoardId;
    return to === undefined ? !after.circuits.has(circuitId) : before.boards.has(to) && !after.boards.has(to);
  };
  const dark = new Set([...wirings.byCircuit.keys()].filter(feedsDark));
  const loads = Object.values(job.loads).filter(({ circuitId }) => dark.has(circuitId));
  const points = Object.values(job.points).filter(
    ({ state, circuitId }) => state !== 'removed' && wirings.byCircuit.has(circuitId),
  );
  const rooms = Object.values(job.rooms)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .map(({ id, name, floor }): DarkRoom => {
      const here = points.filter(({ roomId }) => roomId === id);
      const off = here.filter(({ circuitId }) => dark.has(circuitId));
      const state = here.length === 0 ? 'empty' : off.length === 0 ? 'lit' : off.length === here.length ? 'dark' : 'part';
      return { roomId: id, name, floor: floor ?? null, state, lost: off.map((point) => point.name) };
    });
  const nowhere = points.filter(({ roomId, circuitId }) => roomId === undefined && dark.has(circuitId)).map(({ name }) => name);
  const placed = new Set(points.map(({ id }) => id));
  const loose = loads.filter(({ pointId }) => pointId === undefined || !placed.has(pointId)).map(({ name }) => name);
  const rest = [...nowhere, ...loose];
  if (rest.length > 0) rooms.push({ roomId: null, name: 'in no room', floor: null, state: 'dark', lost: rest });
  return {
    opened: [...opened].flatMap((id) => job.devices[id]?.name ?? []),
    circuits: [...dark].flatMap((circuitId) => {
      const circuit = job.circuits[circuitId];
      return circuit?.kind !== 'final' ? [] : [{ circuitId, number: circuit.number, name: circuit.name }];
    }),
    rooms,
    safety: loads.filter(({ safetyService }) => safetyService === true).map(({ name }) => name),
    mustStayOn: loads.filter(({ mustStayOn }) => mustStayOn === true).map(({ name }) => name),
    loads: loads.length,
    unsaid: [...dark].flatMap((id) => {
      const circuit = job.circuits[id];
      return circuit?.kind === 'final' && !loads.some(({ circuitId }) => circuitId === id) ? [circuit.name] : [];
    }),
    fedElsewhere: [...dark]
      .filter((id) => any.circuits.has(id) && job.circuits[id]?.kind === 'final')
      .flatMap((id) => job.circuits[id]?.name ?? []),
  };
}

/** A device to open before something is worked on. */
interface BoxStep {
  deviceId: string;
  device: string;
  board: string;
  slot: string | null;
  circuit: string;
}
export interface BoxStudy {
  circuits: string[];
  open: BoxStep[];
  /** Opened besides, since their neutral passes the box. */
  sharing: string[];
  /** May be live whatever is opened, each with why. */
  live: string[];
  /** Stay joined to the bar: they may carry what other circuits leave on it. */
  neutrals: string[];
}

/**
 * Before a box or an outlet is opened: everything to switch off, and what may stay live.
 * @returns null where no circuit passes it
 */
export function boxStudy(job: Job, study: Study, at: { box: string } | { pointId: string }): BoxStudy | null {
  const { wirings } = study.house;
  const ids = 'box' in at ? circuitsInBox(job, at.box) : circuitsAt(job, at.pointId);
  const inIt = ids.filter((id) => wirings.byCircuit.has(id));
  if (inIt.length === 0) return null;
  const nameOf = (circuitId: string) => `${job.circuits[circuitId]?.number ?? ''} ${job.circuits[circuitId]?.name ?? ''}`.trim();
  const { open, sharing, live, neutralStays } = beforeOpening(wirings, inIt);
  const names = (of: readonly { circuit: { id: string } }[]) => of.map(({ circuit }) => nameOf(circuit.id));
  return {
    circuits: inIt.map(nameOf),
    open: open.map(({ device, wiring: { circuit } }) => ({
      deviceId: device.id,
      device: device.name,
      circuit: nameOf(circuit.id),
      slot: device.slot ?? null,
      board: job.boards[device.boardId ?? circuit.fromBoardId ?? circuit.toBoardId ?? '']?.name ?? '',
    })),
    sharing: names(sharing),
    live: names(live),
    neutrals: names(neutralStays),
  };
}

/** Neither spaces nor the size of letters tell two boxes apart. */
const asRead = (label: string): string => label.replace(/\s/g, '').toLowerCase();
const isOpenOn = ({ byCircuit }: House['wirings'], circuitId: string, opened: ReadonlySet<string>): boolean => {
  const { startDevices, endDevices } = byCircuit.get(circuitId)!;
  return [...startDevices, ...endDevices].some(({ id }) => opened.has(id));
};

/** Circuits with a cable that ends in a box of a name. */
const circuitsInBox = (job: Job, box: string): string[] => [
  ...new Set(
    Object.values(job.segments).flatMap((each) =>
      each.state !== 'removed' && each.box !== undefined && asRead(each.box) === asRead(box) ? [each.circuitId] : [],
    ),
  ),
];

/** Circuits at an outlet: its own, that of its other half, and those in the box its cable ends in. */
function circuitsAt(job: Job, pointId: string): string[] {
  const point = job.points[pointId];
  if (point === undefined) return [];
  const halves = Object.values(job.points).filter(({ id, splitWithId }) => id === point.splitWithId || splitWithId === pointId);
  const box = job.segments[point.segmentId ?? '']?.box;
  return [
    ...new Set([point, ...halves].map(({ circuitId }) => circuitId).concat(box === undefined ? [] : circuitsInBox(job, box))),
  ];
}
