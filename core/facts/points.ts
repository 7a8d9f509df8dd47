import type { Point } from '../job/schema/circuit';
import { configurationsOf } from './configurations';
import type { PLAIN } from './plain';
import { type Asks, asked } from './question';
import {
  type Applies,
  type AppliesTo,
  choice,
  iec,
  length,
  nec,
  type Option,
  quantity,
  type SpecsOf,
  wires,
  yesNo,
} from './spec';

const YOKES: readonly Option[] = [
  { value: 1, label: 'single' },
  { value: 2, label: 'two on one yoke' },
  { value: 3, label: 'three on one yoke' },
];

const GANGS: readonly Option[] = [
  { value: 1, label: 'single' },
  { value: 2, label: 'double' },
  { value: 3, label: 'triple' },
];

/** Facts of points, in the order they are asked. */
export const SPECS: SpecsOf<Point> = {
  onward: (job, row) =>
    choice('onward feed', [
      { value: 'feed-through', label: job.dialect === 'nec' ? 'feed-through' : 'looped through it' },
      { value: 'pigtail', label: job.dialect === 'nec' ? 'pigtailed' : 'from a connector beside it' },
    ])(job, row),
  ratedA: quantity('rating', 'current'),
  receptacles: (job, row) =>
    job.dialect === 'nec' ? choice('receptacles on the yoke', YOKES)(job, row) : choice('gangs', GANGS)(job, row),
  configuration: (job, row) => choice('configuration', configurationsOf(job.dialect))(job, row),
  serves: (job, row) =>
    choice('purpose', [
      { value: 'countertop', label: job.dialect === 'nec' ? 'the countertop' : 'the worktop' },
      { value: 'appliance', label: 'one appliance in its space' },
      { value: 'servicing', label: 'servicing equipment' },
      { value: 'general', label: 'anything' },
    ])(job, row),
  readilyAccessible: yesNo('readily accessible', 'readily', 'not readily'),
  wetness: choice('location', ['dry', 'damp', 'wet']),
  sinkDistanceM: (job, row) =>
    length(job.dialect === 'nec' ? 'distance to the sink as the cord runs' : 'distance to the sink')(job, row),
  sinkThroughDoor: yesNo('that way to the sink goes through a door'),
  tubDistanceM: (job, row) => length(`distance to the ${job.dialect === 'nec' ? 'tub' : 'bath'} or shower`)(job, row),
  poolDistanceM: length('distance to the pool or spa'),
  zone: choice('zone', ['0', '1', '2', '3', 'outside']),
  ipX: quantity('IPX rating', 'count'),
  fedBy: choice('fed by', [
    { value: 'mains', label: 'the mains' },
    { value: 'selv', label: 'SELV' },
    { value: 'separated', label: 'a separating transformer' },
    { value: 'shaver', label: 'a shaver unit' },
  ]),
  selvV: quantity('extra-low voltage, V', 'ratio'),
  earthTo: (job, row) =>
    choice(job.dialect === 'nec' ? 'EGC terminal connection' : 'PE terminal connection', [
      { value: 'conductor', label: job.dialect === 'nec' ? 'an equipment ground' : 'a protective conductor' },
      { value: 'metal-box', label: job.dialect === 'nec' ? 'a metal box that is grounded' : 'a metal box that is earthed' },
      { value: 'unearthed-box', label: job.dialect === 'nec' ? 'a box that is not grounded' : 'a box that is not earthed' },
      { value: 'used-as-neutral', label: 'a return for current' },
      { value: 'none', label: 'nothing' },
    ])(job, row),
  neutralTouchesEarth: (job, row) =>
    yesNo(`neutral in its box touches ${job.dialect === 'nec' ? 'ground' : 'earth'}`, 'touches', 'apart')(job, row),
  heightM: length('height above the floor'),
  hanging: yesNo('hangs, or runs on a track', 'hangs', 'fixed'),
  touched: yesNo('held or touched in use', 'touched', 'not touched'),
  tamperResistant: yesNo('tamper-resistant'),
  weatherResistant: yesNo('weather-resistant'),
  cover: choice('cover', [
    { value: 'plain', label: 'plain' },
    { value: 'weatherproof', label: 'weatherproof while closed' },
    { value: 'in-use', label: 'weatherproof in use' },
  ]),
  noEarthMarked: yesNo('marked “no equipment ground”', 'marked', 'not marked'),
  boxVolumeCm3: quantity('volume of its box', 'volume', 'in³'),
  boxWires: wires('wires in the box, without the grounds'),
  boxEarths: wires('grounds in the box'),
  boxGangs: quantity('gangs its devices take', 'count'),
  boxClamps: yesNo('clamps inside the box', 'some', 'none'),
  boxFittings: quantity('studs and hickeys in the box', 'count'),
};

const SOCKETS: ReadonlySet<Point['kind']> = new Set(['socket', 'spur']);
const ofSocket: AppliesTo = (_, row) => SOCKETS.has((row as Point).kind);
const necSocket: AppliesTo = (job, row) => nec(job, row) && ofSocket(job, row);

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  receptacles: ofSocket,
  configuration: ofSocket,
  sinkDistanceM: ofSocket,
  tamperResistant: necSocket,
  weatherResistant: (job, row) => nec(job, row) && ['socket', 'spur', 'light'].includes((row as Point).kind),
  cover: ofSocket,
  noEarthMarked: necSocket,
  hanging: (job, row) => nec(job, row) && (row as Point).kind === 'light',
  serves: ofSocket,
  sinkThroughDoor: necSocket,
  zone: iec,
  ipX: iec,
  selvV: (job, row) => iec(job, row) && (row as Point).fedBy?.value === 'selv',
  // Box fill is a rule of the NEC alone.
  ...Object.fromEntries(['VolumeCm3', 'Wires', 'Earths', 'Gangs', 'Clamps', 'Fittings'].map((field) => [`box${field}`, nec])),
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> & Asks<typeof PLAIN.points> = {
  onward: asked('look', ['How is what comes after {x} fed?', 'Are the outlets after {x} fed through it or pigtailed?']),
  ratedA: asked('look', 'What is the rating of {x}?', 'on its face or strap'),
  receptacles: asked('look', ['How many gangs has {x}?', 'How many receptacles are on the yoke of {x}?']),
  configuration: asked('look', ['Which configuration has {x}?', 'Which NEMA configuration has {x}?']),
  serves: asked('look', 'What is {x} for?'),
  readilyAccessible: asked('look', 'Is {x} readily accessible?'),
  wetness: asked('look', 'How wet does it get at {x}?'),
  sinkDistanceM: asked('measure', ['How far is {x} from the sink?', 'How far is {x} from the sink, as a cord runs?']),
  sinkThroughDoor: asked('look', 'Does the way from {x} to the sink go through a door?'),
  tubDistanceM: asked('measure', ['How far is {x} from the bath or shower?', 'How far is {x} from the tub or shower?']),
  poolDistanceM: asked('measure', 'How far is {x} from the pool or spa?'),
  zone: asked('look', 'Which zone is {x} in?'),
  ipX: asked('look', 'What is the second figure of the IP code of {x}?'),
  fedBy: asked('look', 'What feeds {x}?'),
  selvV: asked('plate', 'At which extra-low voltage is {x} fed?'),
  earthTo: asked('look', ['What is the earth terminal of {x} joined to?', 'What is the ground terminal of {x} joined to?']),
  neutralTouchesEarth: asked('look', [
    'Does a neutral touch earth in the box of {x}?',
    'Does a neutral touch ground in the box of {x}?',
  ]),
  heightM: asked('measure', 'How high above the floor is {x}?'),
  hanging: asked('look', 'Does {x} hang, or run on a track?'),
  touched: asked('look', 'Is what is used at {x} held or touched?'),
  tamperResistant: asked('look', 'Is {x} tamper-resistant?', 'TR on its face'),
  weatherResistant: asked('look', 'Is {x} weather-resistant?', 'WR on its face'),
  cover: asked('look', 'Which cover has {x}?'),
  noEarthMarked: asked('look', 'Is {x} marked “no equipment ground”?'),
  boxVolumeCm3: asked('look', 'What volume has the box of {x}?', 'stamped in it'),
  boxWires: asked('look', 'Which wires are in the box of {x}, grounds left out?'),
  boxEarths: asked('look', 'Which grounds are in the box of {x}?'),
  boxGangs: asked('look', 'How many gangs do the devices of {x} take?'),
  boxClamps: asked('look', 'Are there clamps inside the box of {x}?'),
  boxFittings: asked('look', 'How many studs and hickeys are in the box of {x}?'),
  roomId: asked('look', 'Which room is {x} in?'),
};
