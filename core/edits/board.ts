import {
  type BoardLayout,
  boardLayout,
  boardOf,
  linesAt,
  numberAt,
  overlap,
  type Place,
  placeText,
  poleStep,
  type Seat,
  seatsOf,
  spanOf,
} from '../job/board/layout';
import type { Command, Step } from '../job/commands';
import type { Device } from '../job/schema/device';
import type { Line } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { Board } from '../job/schema/supply';
import { edit, set } from './steps';

/** An edit, or why it cannot be. */
export type Tried = { ok: true; command: Command } | { ok: false; because: string };
const no = (because: string): Tried => ({ ok: false, because });

/** Devices tied to one, itself among them. */
export function tiedWith(job: Pick<Job, 'devices'>, device: Device): Device[] {
  const all = Object.values(job.devices).filter(({ state }) => state !== 'removed');
  const found = new Set([device]);
  for (const each of found) for (const other of all) if (other.tiedTo === each.id || each.tiedTo === other.id) found.add(other);
  return [...found];
}

/** A move of devices within a board, each to where it then sits. */
export type Moves = ReadonlyMap<string, Place>;

/**
 * What a device put to a place moves: itself, what is tied to it, and in exchange what stands there and is as wide.
 * @returns the moves, or why there is no room
 */
export function movesTo(job: Job, deviceId: string, to: Pick<Place, 'track' | 'at'>): { moves: Moves } | { because: string } {
  const device = job.devices[deviceId];
  const board = device === undefined ? undefined : boardOf(job, device);
  const layout = board === undefined ? undefined : boardLayout(job, board);
  if (device === undefined || board === undefined || layout === undefined)
    return { because: `how many spaces ${board?.name ?? 'its board'} has is not entered` };
  const seats = seatsOf(job, board, layout);
  const own = seats.find((seat) => seat.device.id === deviceId);
  if (own === undefined) return { because: `${device.name} is in no board` };
  const tied = own.place === undefined ? [] : tiedWith(job, device).filter((other) => other !== device);
  const moving = [own, ...seats.filter((seat) => seat.place !== undefined && tied.includes(seat.device))];
  const moves = new Map<string, Place>();
  for (const seat of moving) {
    const from = own.place;
    const at = seat === own || from === undefined ? to.at : to.at + seat.place!.at - from.at;
    moves.set(seat.device.id, { track: to.track, at, span: spanIn(seat, layout) });
  }
  for (const [id, place] of moves) {
    const wrong = outside(place, layout, board, job.devices[id]!);
    if (wrong !== undefined) return { because: wrong };
  }
  const places = [...moves.values()];
  if (places.some((place, at) => places.slice(at + 1).some((each) => overlap(place, each))))
    return {
      because: `${device.name} is tied to ${tied.map(({ name }) => name).join(', ')}, which would come to the same place`,
    };
  const inTheWay = seats.filter(
    ({ device: { id }, place }) => place !== undefined && !moves.has(id) && places.some((each) => overlap(each, place)),
  );
  const [other] = inTheWay;
  if (other === undefined) return { moves };
  const swaps = inTheWay.length === 1 && moving.length === 1 && own.place !== undefined && other.place!.span === own.place.span;
  if (!swaps || tiedWith(job, other.device).length > 1 || !sameSpot(moves.get(deviceId)!, other.place!))
    return { because: `${inTheWay.map((seat) => seat.device.name).join(', ')} ${inTheWay.length === 1 ? 'is' : 'are'} there` };
  return { moves: moves.set(other.device.id, own.place!) };
}

const sameSpot = (a: Place, b: Place): boolean => a.track === b.track && a.at === b.at;
const spanIn = ({ device, place }: Seat, layout: BoardLayout): number => place?.span ?? spanOf(device, layout);

function outside(place: Place, layout: BoardLayout, board: Board, device: Device): string | undefined {
  const { track, at, span } = place;
  const { name } = device;
  if (track < 0 || track >= layout.tracks || at < 0 || at + span > layout.halves)
    return `${name} takes ${span / 2} ${layout.kind === 'slots' ? 'spaces' : 'modules'}: it does not end within the board`;
  const halves = layout.kind === 'slots' && poleStep(device, 'slots') === 1;
  const from = board.halfFrom?.value;
  const number = 2 * Math.floor(at / 2) + 1 + track;
  if (layout.kind === 'slots' && !halves && at % 2 === 1) return `${name} takes whole spaces`;
  return halves && from !== undefined && (from === 0 || number < from) ? `space ${number} takes no half-size device` : undefined;
}

/** Puts a device to a place of its board; the lines its poles are on, and under the NEC its circuit's number, go by it. */
export function putDevice(job: Job, deviceId: string, to: Pick<Place, 'track' | 'at'>): Tried {
  const found = movesTo(job, deviceId, to);
  if ('because' in found) return no(found.because);
  const device = job.devices[deviceId]!;
  const layout = boardLayout(job, boardOf(job, device)!)!;
  const steps = stepsFor(job, layout, found.moves);
  const where = numberAt(found.moves.get(deviceId)!, layout);
  return steps.length === 0 ? no(`${device.name} is there`) : { ok: true, command: edit(`${device.name}: to ${where}`, steps) };
}

/** The steps that seat devices: places, lines, numbers; nothing of what is so already. */
export function stepsFor(
  job: Job,
  layout: BoardLayout,
  moves: Moves,
  lines: ReadonlyMap<string, readonly Line[]> = new Map(),
): Step[] {
  return [...moves].flatMap(([id, place]): Step[] => {
    const device = job.devices[id]!;
    const circuit = job.circuits[device.circuitId ?? ''];
    const slot = placeText(place, layout, place.span === 1);
    const on = lines.get(id) ?? [...new Set(linesAt(device, place, layout))].sort();
    const steps: Step[] = [];
    if (device.slot !== slot) steps.push(set('devices', id, 'slot', slot));
    if (on.length > 0 && 'poles' in device.settings && on.join() !== [...device.lines].sort().join())
      steps.push(set('devices', id, 'lines', [...on]));
    if (layout.kind === 'slots' && device.seat === 'start' && circuit !== undefined) {
      const number = `${/^\D*/.exec(circuit.number)?.[0] ?? ''}${slot}`;
      if (number !== circuit.number) steps.push(set('circuits', circuit.id, 'number', number));
    }
    return steps;
  });
}

/** A device taken off its place; it stays in the job. */
export const liftDevice = ({ id, name }: Device): Command =>
  edit(`${name}: off its place`, [set('devices', id, 'slot', undefined)]);

/** Two devices tied by their handles, or made to trip together; nothing of a tie where they are let go. */
export function tieDevices(device: Device, other: Device, tie: 'handle' | 'common-trip' | undefined): Command {
  if (tie === undefined) {
    const holder = device.tiedTo === other.id ? device : other;
    return edit(`${device.name}: not tied to ${other.name}`, [
      set('devices', holder.id, 'tiedTo', undefined),
      set('devices', holder.id, 'tie', undefined),
    ]);
  }
  const says = tie === 'handle' ? 'tied by the handle' : 'trips together';
  return edit(`${device.name}: ${says} with ${other.name}`, [
    set('devices', device.id, 'tiedTo', other.id),
    set('devices', device.id, 'tie', { value: tie, from: 'stated' }),
  ]);
}
