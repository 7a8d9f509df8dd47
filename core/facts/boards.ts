import { layoutOf } from '../job/board/layout';
import type { Board } from '../job/schema/supply';
import { word } from '../job/terms';
import { type Asks, asked } from './question';
import {
  type Applies,
  type AppliesTo,
  british,
  choice,
  choiceIn,
  iec,
  nec,
  quantity,
  type Row,
  type SpecsOf,
  said,
  yesNo,
} from './spec';

/** A board with an electrode of its own: only there its earth may be another than the supply's. */
const ownEarth: AppliesTo = ({ electrodes }, { id }) => Object.values(electrodes).some(({ boardId }) => boardId === id);

const isApart = (row: Row): boolean => (row as Board).otherBuilding === true && (row as Board).areaM2 === undefined;

const PREMISES = choice('premises type', [
  { value: 'household', label: 'a household' },
  { value: 'high-rise', label: 'a residential building above 18 m' },
  { value: 'shared', label: 'a house in multiple occupation' },
  { value: 'student', label: 'student rooms' },
  { value: 'care', label: 'a care home' },
  { value: 'work', label: 'a workplace' },
]);
/** The American book tells a dwelling from what is none, and those who live together from both. */
const NEC_PREMISES = choice('premises type', [
  { value: 'household', label: 'a dwelling unit' },
  { value: 'student', label: 'a dormitory' },
  { value: 'care', label: 'a nursing home' },
  { value: 'work', label: 'no dwelling' },
]);

/** Facts of boards, in the order they are asked. */
export const SPECS: SpecsOf<Board> = {
  deviceFactor: quantity('device derating factor', 'factor'),
  ratedA: quantity('rating', 'current'),
  neutralBonded: (job, row) => yesNo(word(job.dialect, 'neutralBond'))(job, row),
  earthTied: (job, row) =>
    yesNo(`metal path or bond to the ${word(job.dialect, 'earth')} of the supply`, 'yes', 'none')(job, row),
  earthsWithinReach: (job, row) => yesNo(`metal of both ${word(job.dialect, 'earth')}s within reach together`)(job, row),
  annexZB: yesNo('marked by BS EN 61439-3 annex ZB, 16 kA'),
  spaces: said('spaces', 'count'),
  rails: quantity('rails', 'count'),
  halfFrom: quantity('half-size and twin from space', 'count'),
  plugOnNeutral: yesNo('neutrals plug on'),
  oneLineJumper: yesNo('jumper that makes every space one leg', 'fitted', 'none'),
  openingsClosed: yesNo('spaces without a device', 'closed', 'some open'),
  nonCombustible: yesNo('enclosure', 'non-combustible', 'combustible'),
  neutralTerminals: quantity('terminals of the neutral bar', 'count'),
  earthTerminals: (job, row) => quantity(`terminals of the ${word(job.dialect, 'earth')} bar`, 'count')(job, row),
  earthWiresPerTerminal: (job, row) =>
    quantity(`wires to a terminal of the ${word(job.dialect, 'earth')} bar`, 'count')(job, row),
  intersystemBonding: yesNo('intersystem bonding termination', 'there', 'none'),
  premises: (job, row) => (job.dialect === 'nec' ? NEC_PREMISES : PREMISES)(job, row),
  emergencyDisconnect: yesNo('emergency disconnect', 'outdoors, within reach', 'none'),
  readilyAccessible: yesNo('readily accessible', 'readily', 'not readily'),
  overSteps: yesNo('stands', 'over steps', 'beside them'),
  disconnect: choiceIn('main isolation', 'disconnecting means', [
    { value: 'own-main', label: 'by its own main' },
    { value: 'in-sight', label: 'ahead, in sight' },
    { value: 'lockable', label: 'ahead, can be locked off' },
    { value: 'remote', label: 'ahead, neither' },
  ]),
  growthPercent: quantity('kept free for growth', 'percent'),
  areaM2: (job, row) => quantity('floor area of the dwelling it serves', 'area', job.dialect === 'nec' ? 'ft²' : 'm²')(job, row),
  demandMethod: choice('demand of that dwelling by', [
    { value: 'standard', label: 'article 220 part III' },
    { value: 'optional', label: '220.82, optional' },
    { value: 'existing', label: '220.83, existing dwelling' },
    { value: 'metered', label: '220.87, metered' },
  ]),
  meteredVa: quantity('greatest demand metered over a year', 'apparent-power'),
  managedA: quantity('current an energy management system holds it to', 'current'),
  floors: quantity('floors', 'count'),
  people: quantity('people in it', 'count'),
  electronics: choice('electronics in it', ['few', 'usual', 'many']),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  deviceFactor: iec,
  readilyAccessible: nec,
  emergencyDisconnect: nec,
  earthTied: ownEarth,
  earthsWithinReach: ownEarth,
  annexZB: british,
  areaM2: nec,
  rails: (job, row) => layoutOf(job, row as Board) === 'rails',
  halfFrom: nec,
  plugOnNeutral: nec,
  oneLineJumper: (job, row) => layoutOf(job, row as Board) === 'slots',
  nonCombustible: british,
  intersystemBonding: nec,
  overSteps: (job, row) => nec(job, row) && job.rooms[(row as Board).roomId ?? '']?.use?.value === 'stairs',
  managedA: nec,
  demandMethod: (job, row) => nec(job, row) && !isApart(row),
  meteredVa: (job, row) => nec(job, row) && (row as Board).demandMethod?.value === 'metered',
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  deviceFactor: asked('plate', 'By which factor are devices in {x} derated?'),
  ratedA: asked('plate', ['What is the rating of {x}?', 'What is the bus rating of {x}?'], 'its label'),
  neutralBonded: asked(
    'look',
    ['Are neutral and earth joined at {x}?', 'Is the neutral bonded to the enclosure in {x}?'],
    ['a link between the two bars', 'a green screw or a strap from the neutral bar to the enclosure'],
  ),
  earthTied: asked('look', [
    'Does metal tie the earth of {x} to that of the supply?',
    'Does metal tie the ground of {x} to that of the supply?',
  ]),
  earthsWithinReach: asked('look', [
    'Can metal of both earths be touched together at {x}?',
    'Can metal of both grounds be touched together at {x}?',
  ]),
  annexZB: asked('plate', 'Is {x} marked by BS EN 61439-3 annex ZB, 16 kA?'),
  spaces: asked('look', ['How many ways has {x}?', 'How many spaces has {x}?']),
  rails: asked('look', 'How many rails has {x}?'),
  halfFrom: asked('plate', 'From which space on does {x} take half-size or twin breakers?', 'its label'),
  plugOnNeutral: asked('look', 'Do neutrals plug on in {x}?'),
  oneLineJumper: asked('look', 'Does a jumper make every space of {x} one leg?'),
  openingsClosed: asked('look', [
    'Are the unused ways of {x} closed with blanks?',
    'Are the unused spaces of {x} closed with filler plates?',
  ]),
  nonCombustible: asked('look', 'Is the enclosure of {x} non-combustible?'),
  neutralTerminals: asked('look', 'How many terminals has the neutral bar of {x}?'),
  earthTerminals: asked('look', [
    'How many terminals has the earth bar of {x}?',
    'How many terminals has the ground bar of {x}?',
  ]),
  earthWiresPerTerminal: asked('plate', [
    'How many wires does a terminal of the earth bar of {x} take?',
    'How many wires does a terminal of the ground bar of {x} take?',
  ]),
  intersystemBonding: asked(
    'look',
    'Is there an intersystem bonding termination at {x}?',
    'a bar with room for three, outside by the service',
  ),
  premises: asked('owner', 'What kind of premises does {x} serve?'),
  emergencyDisconnect: asked('look', 'Is there an emergency disconnect for {x} outdoors?'),
  readilyAccessible: asked('look', 'Is {x} readily accessible?'),
  overSteps: asked('look', 'Does {x} stand over steps?'),
  disconnect: asked('look', ['What isolates {x} as a whole?', 'What disconnects {x} as a whole?']),
  growthPercent: asked('owner', 'How much of {x} is kept free for growth?'),
  areaM2: asked('measure', 'How large is the dwelling {x} serves?'),
  demandMethod: asked('design', 'By which method is the demand of {x} calculated?'),
  meteredVa: asked('supplier', 'What is the greatest demand metered at {x} over a year?'),
  managedA: asked('design', 'To which current is {x} held by an energy management system?'),
  floors: asked('look', 'How many floors does {x} serve?'),
  people: asked('owner', 'How many people live with {x}?'),
  electronics: asked('owner', 'How much electronics is there behind {x}?'),
};
