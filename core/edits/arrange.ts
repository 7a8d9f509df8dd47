import {
  type BoardLayout,
  boardLayout,
  linesAt,
  overlap,
  type Place,
  polesWide,
  type Seat,
  seatsOf,
  spanOf,
} from '../job/board/layout';
import type { Command } from '../job/commands';
import type { Line } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { linesOf } from '../job/terms';
import { stepsFor } from './board';
import { edit } from './steps';

/** What a device draws on each of its poles, A; nothing where that is not known. */
type AmpsOf = (deviceId: string) => number | undefined;

/** Devices that stay together, each under the one before it. */
type Block = readonly Seat[];

/**
 * Lays a board out anew: surge devices nearest the entry of the feed, then what takes several poles, the greatest first, circuits on
 * one neutral under each other, and the rest where the lines stay even. On rails each group device comes ahead of what hangs behind
 * it.
 * @returns nothing where all sits so already, or there is no room for all of it
 */
export function arranged(job: Job, boardId: string, amps: AmpsOf): Command | undefined {
  const board = job.boards[boardId];
  const layout = board === undefined ? undefined : boardLayout(job, board);
  if (board === undefined || layout === undefined) return undefined;
  const seats = seatsOf(job, board, layout);
  const moves = layout.kind === 'slots' ? onSlots(job, layout, seats, amps, board.halfFrom?.value) : onRails(job, layout, seats);
  if (moves === undefined) return undefined;
  const lines = layout.kind === 'slots' ? undefined : evenLines(job, seats, amps);
  const steps = stepsFor(job, layout, moves, lines);
  return steps.length === 0 ? undefined : edit(`${board.name}: arranged`, steps);
}

const isSingle = (block: Block): boolean => block.length === 1 && polesWide(block[0]!.device, 'slots') === 1;
const isHalf = (seat: Seat, layout: BoardLayout): boolean => spanOf(seat.device, layout) % 2 === 1;

function onSlots(
  job: Job,
  layout: BoardLayout,
  seats: readonly Seat[],
  amps: AmpsOf,
  halfFrom = 0,
): Map<string, Place> | undefined {
  const placed = new Map<string, Place>();
  const taken: Place[] = [];
  // A main that sits in the spaces stays: it is where the feed comes in.
  for (const { as, place } of seats) if (as === 'main' && place !== undefined) taken.push(place);
  const load = new Map<Line, number>();
  const add = (seat: Seat, place: Place, sign = 1) => {
    for (const line of linesAt(seat.device, place, layout))
      load.set(line, (load.get(line) ?? 0) + sign * (amps(seat.device.id) ?? 0));
  };
  const free = (place: Place) => place.at + place.span <= layout.halves && !taken.some((each) => overlap(each, place));
  const put = (block: Block, track: number, at: number) => {
    let next = at;
    for (const seat of block) {
      const place = { track, at: next, span: spanOf(seat.device, layout) };
      next += place.span;
      taken.push(place);
      placed.set(seat.device.id, place);
      add(seat, place);
    }
  };
  const spotsFor = (block: Block): { track: number; at: number }[] => {
    const span = block.reduce((sum, { device }) => sum + spanOf(device, layout), 0);
    const halves = block.some((seat) => isHalf(seat, layout));
    const spots = [];
    for (let at = 0; at + span <= layout.halves; at += halves ? 1 : 2)
      for (let track = 0; track < layout.tracks; track += 1) {
        const number = 2 * Math.floor(at / 2) + 1 + track;
        if ((!halves || (halfFrom > 0 && number >= halfFrom)) && free({ track, at, span })) spots.push({ track, at });
      }
    return spots;
  };
  const whole = blocksOf(
    job,
    seats.filter(({ as }) => as !== 'main'),
  );
  const rank = (block: Block): number =>
    block[0]!.as === 'surge' ? 0 : block.some((seat) => isHalf(seat, layout)) ? 3 : isSingle(block) ? 2 : 1;
  const most = (block: Block) => Math.max(...block.map(({ device }) => amps(device.id) ?? 0));
  const order = [...whole].sort((a, b) => rank(a) - rank(b) || most(b) - most(a));
  for (const block of order) {
    const spots = spotsFor(block);
    const lightest = (at: number) => load.get(linesAt(block[0]!.device, { at }, layout)[0] ?? 'L1') ?? 0;
    const spot = isSingle(block)
      ? spots.reduce<(typeof spots)[number] | undefined>(
          (best, each) => (best === undefined || lightest(each.at) < lightest(best.at) - 1e-9 ? each : best),
          undefined,
        )
      : spots[0];
    if (spot === undefined) return undefined;
    put(block, spot.track, spot.at);
  }
  evenOut(
    order.filter((block) => isSingle(block) && rank(block) === 2).map(([seat]) => seat!),
    placed,
    layout,
    load,
    amps,
    add,
  );
  return placed;
}

/** The lines are even within a tenth of the fullest. */
const EVEN = 0.1;
const spread = (load: ReadonlyMap<Line, number>, bus: readonly Line[]): number => {
  const each = bus.map((line) => load.get(line) ?? 0);
  return Math.max(...each) - Math.min(...each);
};

/** Single-pole devices exchanged as long as that evens the lines. */
function evenOut(
  singles: readonly Seat[],
  placed: Map<string, Place>,
  layout: BoardLayout,
  load: ReadonlyMap<Line, number>,
  amps: AmpsOf,
  add: (seat: Seat, place: Place, sign?: number) => void,
): void {
  const lineOf = (seat: Seat) => linesAt(seat.device, placed.get(seat.device.id)!, layout)[0];
  for (let round = 0; round < singles.length; round += 1) {
    const now = spread(load, layout.bus);
    if (now <= EVEN * Math.max(...layout.bus.map((line) => load.get(line) ?? 0))) return;
    let best: { a: Seat; b: Seat; to: number } | undefined;
    for (const a of singles)
      for (const b of singles) {
        const [from, to] = [lineOf(a), lineOf(b)];
        const delta = (amps(a.device.id) ?? 0) - (amps(b.device.id) ?? 0);
        if (from === undefined || to === undefined || from === to || delta <= 0) continue;
        const after = new Map(load);
        after.set(from, (load.get(from) ?? 0) - delta);
        after.set(to, (load.get(to) ?? 0) + delta);
        const value = spread(after, layout.bus);
        if (value < (best?.to ?? now) - 1e-9) best = { a, b, to: value };
      }
    if (best === undefined) return;
    const [placeA, placeB] = [placed.get(best.a.device.id)!, placed.get(best.b.device.id)!];
    add(best.a, placeA, -1);
    add(best.b, placeB, -1);
    placed.set(best.a.device.id, placeB);
    placed.set(best.b.device.id, placeA);
    add(best.a, placeB);
    add(best.b, placeA);
  }
}

/** Circuits on one neutral, and devices tied to each other, stay together. */
function blocksOf(job: Job, seats: readonly Seat[]): Block[] {
  const left = new Set(seats);
  const blocks: Block[] = [];
  for (const seat of seats) {
    if (!left.delete(seat)) continue;
    const block = [seat];
    for (const member of block)
      for (const other of left)
        if (belong(job, member, other)) {
          left.delete(other);
          block.push(other);
        }
    blocks.push(block);
  }
  return blocks;
}

function belong({ circuits }: Job, { device: a }: Seat, { device: b }: Seat): boolean {
  const [of, other] = [circuits[a.circuitId ?? ''], circuits[b.circuitId ?? '']];
  const neutral = a.seat === 'start' && b.seat === 'start' && of !== undefined && other !== undefined;
  return (
    a.tiedTo === b.id ||
    b.tiedTo === a.id ||
    (neutral && (of.sharesNeutralWith === other.id || other.sharesNeutralWith === of.id))
  );
}

/** One after the other along the rails: mains, surge devices, then every group device with what hangs behind it, then the rest. */
function onRails(job: Job, layout: BoardLayout, seats: readonly Seat[]): Map<string, Place> | undefined {
  const of = (as: Seat['as']) => seats.filter((seat) => seat.as === as);
  const behind = (id: string | undefined) =>
    of('branch').filter(({ device }) => job.circuits[device.circuitId ?? '']?.behindDeviceId === id);
  const grouped = of('group').flatMap((seat) => [seat, ...behind(seat.device.id)]);
  const order = [...of('main'), ...of('surge'), ...grouped, ...of('branch').filter((seat) => !grouped.includes(seat))];
  const placed = new Map<string, Place>();
  let [track, at] = [0, 0];
  for (const { device } of order) {
    const span = spanOf(device, layout);
    if (at + span > layout.halves) [track, at] = [track + 1, 0];
    if (track >= layout.tracks || span > layout.halves) return undefined;
    placed.set(device.id, { track, at, span });
    at += span;
  }
  return placed;
}

/** Devices of one line dealt out to the lines, the greatest first, each to the lightest. */
function evenLines(job: Job, seats: readonly Seat[], amps: AmpsOf): Map<string, readonly Line[]> {
  const bus = linesOf(job.supply);
  const lines = new Map<string, readonly Line[]>();
  if (bus.length < 2) return lines;
  const load = new Map(bus.map((line) => [line, 0]));
  const feeds = seats.filter(({ as }) => as === 'branch');
  const single = ({ device }: Seat) =>
    device.lines.length === 1 &&
    anyLine(job, job.circuits[device.circuitId ?? '']?.behindDeviceId, bus.length) &&
    job.circuits[device.circuitId ?? '']?.sharesNeutralWith === undefined &&
    !shared(job, device.circuitId);
  for (const seat of feeds.filter((each) => !single(each)))
    for (const line of seat.device.lines) load.set(line, (load.get(line) ?? 0) + (amps(seat.device.id) ?? 0));
  const dealt = feeds.filter(single).sort((a, b) => (amps(b.device.id) ?? 0) - (amps(a.device.id) ?? 0));
  for (const { device } of dealt) {
    const lightest = bus.reduce((best, line) => (load.get(line)! < load.get(best)! - 1e-9 ? line : best));
    load.set(lightest, load.get(lightest)! + (amps(device.id) ?? 0));
    lines.set(device.id, [lightest]);
  }
  return lines;
}
/** What hangs behind a device is on its lines. */
const anyLine = ({ devices }: Job, id: string | undefined, lines: number): boolean =>
  id === undefined || (devices[id]?.lines.length ?? 0) === lines;
const shared = ({ circuits }: Job, circuitId: string | undefined): boolean =>
  Object.values(circuits).some(({ sharesNeutralWith }) => sharesNeutralWith !== undefined && sharesNeutralWith === circuitId);
