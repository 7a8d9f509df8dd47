/** What is looked at, by what it is looked at on. */
export const INSPECTED = {
  boardId: [
    ...(['space-depth', 'space-width', 'space-height', 'space-clear', 'handle-height', 'location'] as const),
    ...(['directory-legible', 'label-source', 'label-service', 'label-sources', 'label-residual', 'label-retest'] as const),
    ...(['label-colours', 'cover-fits', 'cover-screws', 'knock-outs', 'bushings', 'cables-held', 'sheath-in'] as const),
    ...(['heat-marks', 'damp', 'bonded-case', 'supply-barrier', 'main-earth-whole', 'main-earth-marked'] as const),
    ...(['bending-space', 'joint-paste', 'neutrals-single', 'earths-single', 'earths-joined', 'devices-seated'] as const),
    ...(['handles-move', 'strip-length', 'bare-copper', 'marked-hot', 'tug', 'bends', 'traceable'] as const),
  ],
  deviceId: ['wires', 'torque'],
  pointId: [
    ...(['polarity', 'screw-loop', 'strip', 'push-in', 'bare-out', 'free-length', 'box-held', 'box-covered'] as const),
    ...(['box-path', 'box-joined', 'heat'] as const),
  ],
  segmentId: [
    ...(['run-protected', 'run-whole', 'support-spacing', 'support-end', 'support', 'bend-radius'] as const),
    ...(['burial-depth', 'burial', 'stripped'] as const),
  ],
} as const;

/** What an item can be looked at on: a link of its row. */
export type InspectedOn = keyof typeof INSPECTED;
export const INSPECTED_ON = Object.keys(INSPECTED) as InspectedOn[];

export const ITEMS = [...INSPECTED.boardId, ...INSPECTED.deviceId, ...INSPECTED.pointId, ...INSPECTED.segmentId] as const;
export type InspectedItem = (typeof ITEMS)[number];

/** What an item is looked at on. */
export const itemOn = (item: InspectedItem): InspectedOn =>
  INSPECTED_ON.find((on) => (INSPECTED[on] as readonly string[]).includes(item))!;

/** Codes of observations on periodic inspection (BS 7671, model form). */
export const CODES = ['C1', 'C2', 'C3', 'FI'] as const;
export type ObservationCode = (typeof CODES)[number];
