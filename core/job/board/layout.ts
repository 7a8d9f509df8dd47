import type { Device } from '../schema/device';
import type { Line } from '../schema/facts';
import type { Job } from '../schema/job';
import type { Board } from '../schema/supply';
import { linesOf } from '../terms';

/**
 * A board as it is built. Two columns of spaces, odd numbers left and even right, row after row on the next line; or rails of
 * modules. A track is a column or a rail, counted in halves: of a space, or of a module.
 */
export interface BoardLayout {
  kind: 'slots' | 'rails';
  tracks: number;
  /** Halves of each track. */
  halves: number;
  /** The lines its rows are on in turn; of a board with rails nobody knows. */
  bus: readonly Line[];
}

/** Where a device sits: halves `at` to `at + span` of a track, counted from 0. */
export interface Place {
  track: number;
  at: number;
  span: number;
}

type Boarded = Pick<Board, 'layout' | 'spaces' | 'rails' | 'busLines' | 'oneLineJumper'>;

/** As it is said; else as boards of the dialect are. */
export const layoutOf = ({ dialect }: Pick<Job, 'dialect'>, { layout }: Pick<Board, 'layout'>): 'slots' | 'rails' =>
  layout ?? (dialect === 'nec' ? 'slots' : 'rails');

/** Modules of a rail where nobody said how many rails there are. */
const USUAL_RAIL = 18;

/** @returns undefined where it is not said how many spaces it has */
export function boardLayout(job: Pick<Job, 'dialect' | 'supply'>, board: Boarded): BoardLayout | undefined {
  const spaces = board.spaces?.value;
  if (spaces === undefined) return undefined;
  if (layoutOf(job, board) === 'rails') {
    const rails = board.rails?.value ?? Math.max(1, Math.ceil(spaces / USUAL_RAIL));
    return { kind: 'rails', tracks: rails, halves: 2 * Math.ceil(spaces / rails), bus: [] };
  }
  const lines = board.busLines?.length ? board.busLines : linesOf(job.supply);
  const bus = board.oneLineJumper?.value === true ? lines.slice(0, 1) : lines;
  return { kind: 'slots', tracks: 2, halves: 2 * Math.ceil(spaces / 2), bus };
}

const POLES_WIDE: Readonly<Record<string, number>> = { '1P': 1, '1P+N': 1, '2P': 2, '3P': 3, '3P+N': 4, '4P': 4 };
/** Of a surge device, which has no poles: its lines, and on rails its neutral. */
const SURGE_WIDE = { slots: 2, rails: { '1+1': 2, '2+0': 2, '3+1': 4, '4+0': 4, 'L-N-G': 2 } } as const;

/** Poles a device has on the bars. */
export const polesWide = ({ settings }: Pick<Device, 'settings'>, kind: BoardLayout['kind']): number => {
  if ('poles' in settings) return POLES_WIDE[settings.poles] ?? 1;
  if (settings.family !== 'spd') return 1;
  return kind === 'slots' ? SURGE_WIDE.slots : settings.connection === undefined ? 2 : SURGE_WIDE.rails[settings.connection];
};

/** Halves from one pole of a device to its next. */
export const poleStep = ({ settings }: Pick<Device, 'settings'>, kind: BoardLayout['kind']): number =>
  kind === 'slots' && 'spaceUse' in settings && settings.spaceUse !== undefined && settings.spaceUse.value !== 'full' ? 1 : 2;

/** Halves a device takes: by its width where that is entered, else a space or module a pole. */
export function spanOf(device: Pick<Device, 'settings'>, { kind }: Pick<BoardLayout, 'kind'>): number {
  const { settings } = device;
  if (kind === 'rails' && 'widthModules' in settings && settings.widthModules !== undefined)
    return Math.max(1, Math.round(2 * settings.widthModules.value));
  return polesWide(device, kind) * poleStep(device, kind);
}

const SLOT = /^(\d{1,3})([ab]?)$/;
const MODULE = /^(\d{1,2})\.(\d{1,3})(h?)$/;

/**
 * The place a text names: `9` or `9b`, the lower half of space 9; `2.5` or `2.5h`, half a module on, the fifth module of the second
 * rail.
 * @returns undefined where it names none of this board
 */
export function placeOf(text: string | undefined, layout: BoardLayout, span: number): Place | undefined {
  const found = (layout.kind === 'slots' ? SLOT : MODULE).exec(text ?? '');
  if (found === null) return undefined;
  const place =
    layout.kind === 'slots'
      ? {
          track: (Number(found[1]) + 1) % 2,
          at: 2 * (Math.ceil(Number(found[1]) / 2) - 1) + (found[2] === 'b' ? 1 : 0),
        }
      : { track: Number(found[1]) - 1, at: 2 * (Number(found[2]) - 1) + (found[3] === 'h' ? 1 : 0) };
  return inside({ ...place, span }, layout) ? { ...place, span } : undefined;
}

/** Whether a text is one a place of such a board is written as, there or not. */
export const isPlaceText = (text: string, kind: BoardLayout['kind']): boolean => (kind === 'slots' ? SLOT : MODULE).test(text);

/** A place as text; `half` names the upper half of a space too. */
export function placeText({ track, at }: Pick<Place, 'track' | 'at'>, { kind }: Pick<BoardLayout, 'kind'>, half = false): string {
  const lower = at % 2 === 1;
  if (kind === 'rails') return `${track + 1}.${Math.floor(at / 2) + 1}${lower ? 'h' : ''}`;
  return `${2 * Math.floor(at / 2) + 1 + track}${lower ? 'b' : half ? 'a' : ''}`;
}

const inside = ({ track, at, span }: Place, { tracks, halves }: BoardLayout): boolean =>
  track >= 0 && track < tracks && at >= 0 && at + span <= halves;

/** Whether two places share a half. */
export const overlap = (a: Place, b: Place): boolean => a.track === b.track && a.at < b.at + b.span && b.at < a.at + a.span;

/** The line each pole of a device is on by where it sits; none on rails. */
export function linesAt(device: Pick<Device, 'settings'>, place: Pick<Place, 'at'>, { kind, bus }: BoardLayout): Line[] {
  if (kind === 'rails' || bus.length === 0) return [];
  const step = poleStep(device, kind);
  return Array.from(
    { length: polesWide(device, kind) },
    (_, pole) => bus[Math.floor((place.at + pole * step) / 2) % bus.length]!,
  );
}

/** The numbers of the spaces a device takes, as a directory writes them: `9`, `9,11`; halves of spaces `13b,15a`. */
export function numberAt({ track, at, span }: Place, layout: BoardLayout): string {
  const halves = at % 2 === 1 || span % 2 === 1;
  const all = Array.from({ length: halves ? span : Math.ceil(span / 2) }, (_, step) =>
    placeText({ track, at: at + (halves ? step : 2 * step) }, layout, halves),
  );
  return all.join(',');
}

/** A device of a board: what it is there for, and where it sits. */
export interface Seat {
  device: Device;
  as: 'main' | 'branch' | 'group' | 'surge' | 'other';
  place: Place | undefined;
}

/** The devices that belong in a board, mains first: those its circuits start with, those of its own, those its feeds end in. */
export function seatsOf(job: Job, board: Board, layout: BoardLayout | undefined = boardLayout(job, board)): Seat[] {
  return Object.values(job.devices)
    .flatMap((device): Seat[] => {
      const as = device.state === 'removed' ? undefined : roleIn(job, board.id, device);
      if (as === undefined) return [];
      return [{ device, as, place: layout === undefined ? undefined : placeOf(device.slot, layout, spanOf(device, layout)) }];
    })
    .sort((a, b) => ROLES.indexOf(a.as) - ROLES.indexOf(b.as) || (a.device.order < b.device.order ? -1 : 1));
}
const ROLES: readonly Seat['as'][] = ['main', 'group', 'surge', 'branch', 'other'];

/** What a device is in a board; undefined where it is none of it. */
function roleIn(job: Job, boardId: string, { seat, circuitId, boardId: own, settings }: Device): Seat['as'] | undefined {
  if (seat === 'board') return own !== boardId ? undefined : settings.family === 'spd' ? 'surge' : 'group';
  const circuit = job.circuits[circuitId ?? ''];
  if (circuit === undefined || circuit.state === 'removed') return undefined;
  if (seat === 'end') return circuit.toBoardId === boardId ? 'main' : undefined;
  if (seat === 'start') return circuit.fromBoardId === boardId ? 'branch' : undefined;
  return undefined;
}

/** The board a device sits in. */
export function boardOf(job: Job, device: Device): Board | undefined {
  const circuit = job.circuits[device.circuitId ?? ''];
  const id = device.seat === 'board' ? device.boardId : device.seat === 'end' ? circuit?.toBoardId : circuit?.fromBoardId;
  return job.boards[id ?? ''];
}
