import type { Point } from '../job/schema/circuit';
import { configurationsOf } from './configurations';
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
    choice('the next ones are fed', [
      { value: 'feed-through', label: job.dialect === 'nec' ? 'feed-through' : 'looped through it' },
      { value: 'pigtail', label: job.dialect === 'nec' ? 'pigtailed' : 'from a connector beside it' },
    ])(job, row),
  ratedA: quantity('rating', 'current'),
  receptacles: (job, row) => (job.dialect === 'nec' ? choice('receptacles', YOKES)(job, row) : choice('gangs', GANGS)(job, row)),
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
  ipX: quantity('second figure of its IP code', 'count'),
  fedBy: choice('fed by', [
    { value: 'mains', label: 'the mains' },
    { value: 'selv', label: 'SELV' },
    { value: 'separated', label: 'a separating transformer' },
    { value: 'shaver', label: 'a shaver unit' },
  ]),
  selvV: quantity('extra-low voltage, V', 'ratio'),
  earthTo: (job, row) =>
    choice(`its ${job.dialect === 'nec' ? 'ground' : 'earth'} terminal is joined to`, [
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
