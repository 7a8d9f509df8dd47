import type { Conductor, RunModel } from './runModel';

/** Heights in the drawing, px: labels above end here, the first conductor lies below, rows apart. */
export const LABELS_BOTTOM = 74;
const FIRST_Y = 92;
const ROW = 13;
/** Space for three lines of labels under the conductors, and the soil under those. */
const LABELS_BELOW = 74;
const LOW_FIRST_Y = 44;
const LOW_LABELS_BELOW = 18;
const SOIL = 44;

export interface RunHeights {
  rowY: ReadonlyMap<Conductor, number>;
  barTop: number;
  barBottom: number;
  labelsTop: number;
  /** Whether the soil is drawn. */
  tt: boolean;
  soilY: number;
  total: number;
}

/** @param low with one line of labels above and below, where its values are not edited */
export function heightsOf({ rows, tt }: RunModel, low = false): RunHeights {
  const firstY = low ? LOW_FIRST_Y : FIRST_Y;
  const labelsBelow = low ? LOW_LABELS_BELOW : LABELS_BELOW;
  const rowY = new Map(rows.map((conductor, index) => [conductor, firstY + index * ROW]));
  const barBottom = firstY + (rows.length - 1) * ROW + 11;
  const labelsTop = barBottom + 5;
  const soilY = labelsTop + labelsBelow + 12;
  const total = labelsTop + labelsBelow + (tt ? SOIL : 0);
  return { rowY, barTop: firstY - 11, barBottom, labelsTop, tt, soilY, total };
}
