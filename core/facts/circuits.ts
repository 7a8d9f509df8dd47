import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { hasThreeLines, word } from '../job/terms';
import { type Asks, asked } from './question';
import { type Applies, type AppliesTo, british, choice, nec, quantity, type SpecsOf, said, yesNo } from './spec';

const ofCircuit =
  (applies: (circuit: Circuit) => boolean): AppliesTo =>
  (_, row) =>
    applies(row as Circuit);

const sharesNeutral = ({ circuits }: Job, { id, sharesNeutralWith }: Circuit): boolean =>
  sharesNeutralWith !== undefined || Object.values(circuits).some((other) => other.sharesNeutralWith === id);

/** Facts of circuits, in the order they are asked. */
export const SPECS: SpecsOf<Circuit> = {
  designCurrentA: said('designCurrent', 'current'),
  continuous: (job, row) => yesNo(word(job.dialect, 'continuous'))(job, row),
  diversity: said('diversity', 'factor'),
  thirdHarmonicPercent: quantity('third harmonic', 'percent'),
  ringContinuity: yesNo('ring continuity', 'closed all round', 'broken'),
  bs1363: yesNo('accessories', 'all of BS 1363', 'others too'),
  wholeDwelling: yesNo('carries the whole dwelling'),
  temporary: yesNo('temporary'),
  neutralPigtailed: yesNo('shared neutral at each outlet', 'pigtailed', 'through the outlet'),
  neutralGrouped: yesNo('shared neutral in the panel', 'grouped with its lines', 'not grouped'),
  neutralMark: choice('shared neutral told apart by', ['tape', 'number', 'size', 'colour', 'none']),
  purpose: choice('required-circuit type', [
    { value: 'small-appliance', label: 'small-appliance circuit' },
    { value: 'laundry', label: 'laundry circuit' },
    { value: 'bathroom', label: 'bathroom circuit' },
    { value: 'garage', label: 'garage circuit' },
    { value: 'outdoor', label: 'outdoor circuit' },
    { value: 'other', label: 'none of these' },
  ]),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  diversity: ({ dialect }, row) => dialect === 'iec' || (row as Circuit).kind !== 'final',
  thirdHarmonicPercent: ({ supply }, row) =>
    hasThreeLines(supply) && ((row as Circuit).kind !== 'final' || (row as Circuit).designCurrentA !== undefined),
  ringContinuity: ofCircuit(({ topology }) => topology === 'ring'),
  bs1363: (job, row) => british(job, row) && (row as Circuit).topology === 'ring',
  neutralPigtailed: (job, row) => nec(job, row) && sharesNeutral(job, row as Circuit),
  neutralGrouped: (job, row) => nec(job, row) && sharesNeutral(job, row as Circuit),
  neutralMark: (job, row) => sharesNeutral(job, row as Circuit),
  purpose: (job, row) => nec(job, row) && (row as Circuit).kind === 'final',
  temporary: (job, row) => nec(job, row) && (row as Circuit).kind === 'final',
  wholeDwelling: (job, row) => nec(job, row) && (row as Circuit).kind !== 'final',
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  designCurrentA: asked('design', ['What is the design current of {x}?', 'What load does {x} carry, in amperes?']),
  continuous: asked('owner', 'Does the load of {x} run for three hours or more?'),
  diversity: asked('design', ['Which diversity applies to {x}?', 'Which demand factor applies to {x}?']),
  thirdHarmonicPercent: asked('measure', 'How much third harmonic does {x} carry?'),
  ringContinuity: asked('measure', 'Is the ring of {x} closed all round?', 'end to end, each conductor, at the board'),
  bs1363: asked('look', 'Are all accessories of {x} of BS 1363?'),
  wholeDwelling: asked('design', 'Does {x} carry the whole dwelling?'),
  temporary: asked('owner', 'Is {x} temporary?'),
  neutralPigtailed: asked('look', 'Is the shared neutral of {x} pigtailed at each outlet?'),
  neutralGrouped: asked('look', 'Is the shared neutral of {x} grouped with its hots in the panel?'),
  neutralMark: asked('look', 'By what is the shared neutral of {x} told from others?'),
  purpose: asked('design', 'Which required circuit is {x}?'),
};
