import type { Origin } from '../schema/supply';
import { word } from '../terms';
import { type Applies, named, quantity, type Specs, size, yesNo } from './spec';

/** Facts of origins, in the order they are asked. */
export const SPECS: Specs = {
  zeOhm: named((dialect) => `${word(dialect, 'earthLoop')} Ze`, 'impedance'),
  zLnOhm: quantity('line to neutral loop', 'impedance'),
  psccA: quantity('short-circuit current, line to neutral', 'current', 'kA'),
  psccLlA: quantity('short-circuit current, line to line', 'current', 'kA'),
  pscc3A: quantity('short-circuit current, three-phase', 'current', 'kA'),
  pefcA: named((dialect) => `${word(dialect, 'earthFault')} current`, 'current', 'kA'),
  maxFaultA: quantity('most the supplier declares', 'current', 'kA'),
  minFaultA: quantity('least current it drives into a fault', 'current'),
  fullNeutral: yesNo('neutral as good as a line'),
  xOverR: quantity('X/R', 'ratio'),
  runsAlone: yesNo('can feed the house by itself', 'yes', 'only beside another'),
  neutralBond: (job, row) => yesNo(`neutral joined to ${word(job.dialect, 'earth')} here`)(job, row),
  bondingSize: size(() => 'bonding conductor'),
  'transformer.ratedVA': quantity('rating', 'apparent-power', 'kVA'),
  'transformer.impedancePercent': quantity('impedance', 'percent'),
  'transformer.xOverR': quantity('X/R', 'ratio'),
  'transformer.upstreamFaultVA': quantity('greatest fault level above it', 'apparent-power', 'MVA'),
  'transformer.upstreamLeastVA': quantity('least fault level above it', 'apparent-power', 'MVA'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  runsAlone: (_, row) => ['generator', 'inverter'].includes((row as Origin).kind),
};
