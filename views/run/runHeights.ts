import type { Conductor, RunModel } from './runModel';

/** Heights in the drawing, px: labels above end here, the first conductor lies below, rows apart. */
export const LABELS_BOTTOM = 74;
const FIRST_Y = 92;
const ROW = 13;
/** Space for three lines of labels under the conductors, and the soil under those. */
const LABELS_BELOW = 74;
const SOIL = 44;

export interface RunHeights {
  rowY: ReadonlyMap<Conductor, number>;
  barTop: number;
  barBottom: number;
  labelsTop: number;
  /** Whether the soil is drawn. */
  soil: boolean;
  soilY: number;
  total: number;
}

export function heightsOf({ rows, soil }: RunModel): RunHeights {
  const rowY = new Map(rows.map((conductor, index) => [conductor, FIRST_Y + index * ROW]));
  const barBottom = FIRST_Y + (rows.length - 1) * ROW + 11;
  const labelsTop = barBottom + 5;
  const soilY = labelsTop + LABELS_BELOW + 12;
  const total = labelsTop + LABELS_BELOW + (soil ? SOIL : 0);
  return { rowY, barTop: FIRST_Y - 11, barBottom, labelsTop, soil, soilY, total };
}
