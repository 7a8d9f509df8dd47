import { type Band, type PlacedPoint, roomBands } from '@/core/job/points/tree';

/** Sizes of the drawing, px. */
export const COLUMN = 92;
export const SYMBOL = 32;
/** From the board's bar to the first outlet: breaker, size and length stand there. */
const LEAD = 186;
const BAR = 26;
const BAND_HEAD = 46;
const LABELS = 44;
const DROP = 38;
/** What there is room for without scrolling: two lanes. */
const LEAST = 230;
/** Between conductors. */
export const APART = 5;

export interface RoomsGeometry {
  barX: number;
  /** Where the room bands begin. */
  roomsX: number;
  bands: readonly (Band & { x: number; width: number })[];
  /** Middle of the conductors of a lane. */
  laneY: (lane: number) => number;
  columnX: (column: number) => number;
  /** From a point to where its branches go down: between its labels and the next one's. */
  branchX: number;
  symbolY: (placed: PlacedPoint) => number;
  width: number;
  height: number;
}

/** Where everything stands: columns from the board outwards, lanes below each other, as wide as it is or as there is room for. */
export function roomsGeometry(placed: readonly PlacedPoint[], availableW: number): RoomsGeometry {
  const lanes = Math.max(0, ...placed.map(({ lane }) => lane)) + 1;
  const columns = Math.max(1, placed.length);
  const column = Math.max(COLUMN, Math.min(COLUMN * 1.5, (availableW - BAR - LEAD - 16) / columns));
  const roomsX = BAR + LEAD;
  const dropsIn = (lane: number) => placed.some((each) => each.lane === lane && each.dropped);
  const tops: number[] = [];
  let y = BAND_HEAD + 18;
  for (let lane = 0; lane < lanes; lane++) {
    tops.push(y);
    y += SYMBOL / 2 + LABELS + (dropsIn(lane) ? DROP : 0) + 18;
  }
  const columnX = (at: number) => roomsX + at * column + column / 2;
  return {
    barX: BAR,
    roomsX,
    bands: roomBands(placed).map((band) => ({
      ...band,
      x: roomsX + band.from * column + 3,
      width: (band.to - band.from + 1) * column - 6,
    })),
    laneY: (lane) => tops[lane]!,
    columnX,
    branchX: column / 2,
    symbolY: ({ lane, dropped }) => tops[lane]! + (dropped ? DROP : 0),
    width: Math.max(availableW, roomsX + columns * column + 16),
    height: Math.max(LEAST, y - 14),
  };
}
