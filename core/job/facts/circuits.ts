import type { Circuit } from '../schema/circuit';
import { linesOf } from '../terms';
import { type Applies, type AppliesTo, british, nec, quantity, type Specs, yesNo } from './spec';

const ofCircuit =
  (applies: (circuit: Circuit) => boolean): AppliesTo =>
  (_, row) =>
    applies(row as Circuit);

/** Facts of circuits, in the order they are asked. */
export const SPECS: Specs = {
  designCurrentA: quantity('design current', 'current'),
  continuous: yesNo('runs three hours or more'),
  diversity: quantity('share that runs together', 'factor'),
  thirdHarmonicPercent: quantity('third harmonic', 'percent'),
  ringContinuity: yesNo('ring continuity', 'closed all round', 'broken'),
  bs1363: yesNo('accessories', 'all of BS 1363', 'others too'),
  wholeDwelling: yesNo('carries the whole dwelling'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  diversity: ({ dialect }, row) => dialect === 'iec' || (row as Circuit).kind !== 'final',
  thirdHarmonicPercent: ({ supply }, row) =>
    linesOf(supply).length === 3 && ((row as Circuit).kind !== 'final' || (row as Circuit).designCurrentA !== undefined),
  ringContinuity: ofCircuit(({ topology }) => topology === 'ring'),
  bs1363: (job, row) => british(job, row) && (row as Circuit).topology === 'ring',
  wholeDwelling: (job, row) => nec(job, row) && (row as Circuit).kind !== 'final',
};
