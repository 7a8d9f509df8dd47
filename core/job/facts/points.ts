import type { Point } from '../schema/circuit';
import { configurationsOf } from './configurations';
import { type Applies, type AppliesTo, choice, length, nec, type Option, quantity, type Specs, yesNo } from './spec';

const YOKES: readonly Option[] = [
  { value: 1, label: 'single' },
  { value: 2, label: 'two on one yoke' },
  { value: 3, label: 'three on one yoke' },
];

/** Facts of points, in the order they are asked. */
export const SPECS: Specs = {
  onward: choice('the next ones are fed', [
    { value: 'feed-through', label: 'feed-through' },
    { value: 'pigtail', label: 'pigtailed' },
  ]),
  ratedA: quantity('rating', 'current'),
  receptacles: choice('receptacles', YOKES),
  configuration: (job, row) => choice('configuration', configurationsOf(job.dialect))(job, row),
  readilyAccessible: yesNo('readily accessible', 'readily', 'not readily'),
  wetness: choice('location', ['dry', 'damp', 'wet']),
  sinkDistanceM: length('distance to the sink as the cord runs'),
  heightM: length('height above the floor'),
  touched: yesNo('held or touched in use', 'touched', 'not touched'),
  tamperResistant: yesNo('tamper-resistant'),
  weatherResistant: yesNo('weather-resistant'),
  cover: choice('cover', [
    { value: 'plain', label: 'plain' },
    { value: 'weatherproof', label: 'weatherproof while closed' },
    { value: 'in-use', label: 'weatherproof in use' },
  ]),
  noEarthMarked: yesNo('marked “no equipment ground”', 'marked', 'not marked'),
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
  weatherResistant: necSocket,
  cover: ofSocket,
  noEarthMarked: necSocket,
};
