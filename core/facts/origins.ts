import type { Origin } from '../job/schema/supply';
import { word } from '../job/terms';
import { type Asks, asked } from './question';
import { type Applies, british, choice, iec, named, quantity, type SpecsOf, said, size, yesNo } from './spec';

/** Facts of origins, in the order they are asked. */
export const SPECS: SpecsOf<Origin> = {
  zeOhm: named((dialect) => (dialect === 'nec' ? 'impedance of the ground-fault path' : 'earth fault loop Ze'), 'impedance'),
  zLnOhm: quantity('line to neutral loop', 'impedance'),
  psccA: quantity('short-circuit current, line to neutral', 'current', 'kA'),
  psccLlA: quantity('short-circuit current, line to line', 'current', 'kA'),
  pscc3A: quantity('short-circuit current, three-phase', 'current', 'kA'),
  pefcA: named((dialect) => `${word(dialect, 'earthFault')} current`, 'current', 'kA'),
  maxFaultA: said('declaredFault', 'current', 'kA'),
  minFaultA: (job, row) => quantity(job.dialect === 'nec' ? 'minimum fault current' : 'minimum Ipf', 'current')(job, row),
  fullNeutral: (job, row) => yesNo(job.dialect === 'nec' ? 'full-size neutral' : 'neutral equal to the lines')(job, row),
  xOverR: quantity('X/R', 'ratio'),
  runsAlone: yesNo('can feed the house by itself', 'yes', 'only beside another'),
  dcLeakageMa: quantity('DC it can leak, mA; 0 through a transformer', 'ratio'),
  surroundings: choice('surroundings', ['rural', 'suburban', 'urban']),
  flashesPerKm2: quantity('lightning strikes a km² and year', 'ratio'),
  overheadLvM: quantity('overhead line before it', 'length', 'km'),
  cableLvM: quantity('cable before it', 'length', 'km'),
  overheadHvM: quantity('overhead line of high voltage before that', 'length', 'km'),
  cableHvM: quantity('cable of high voltage before that', 'length', 'km'),
  lightningProtection: yesNo('external lightning protection', 'stands', 'none'),
  surgeCosts: choice('overvoltage consequence', [
    { value: 'life', label: 'life or limb' },
    { value: 'safety-service', label: 'a safety service' },
    { value: 'money-or-data', label: 'significant money or data' },
    { value: 'no-more', label: 'no more than equipment' },
  ]),
  surgeDeclined: yesNo('surge protection', 'declined in writing', 'not declined'),
  neutralBond: (job, row) => yesNo(word(job.dialect, 'neutralBond'))(job, row),
  partedBy: (job, row) => {
    const changeover = job.dialect === 'nec' ? 'transfer switch' : 'changeover switch';
    return choice('kept apart from the other sources by', [
      { value: 'changeover', label: `a ${changeover}, lines alone` },
      { value: 'changeover-neutral', label: `a ${changeover}, neutral too` },
      { value: 'interlock', label: 'an interlock of two breakers' },
      { value: 'nothing', label: 'nothing' },
    ])(job, row);
  },
  pipes: choice('metal pipes and frames', [
    { value: 'bonded', label: 'bonded' },
    { value: 'not-bonded', label: 'not bonded' },
    { value: 'none', label: 'none come in' },
  ]),
  bondingSize: size(() => 'bonding conductor'),
  'transformer.ratedVA': quantity('rating', 'apparent-power', 'kVA'),
  'transformer.impedancePercent': quantity('impedance', 'percent'),
  'transformer.xOverR': quantity('X/R', 'ratio'),
  'transformer.upstreamFaultVA': quantity('maximum fault level above it', 'apparent-power', 'MVA'),
  'transformer.upstreamLeastVA': quantity('minimum fault level above it', 'apparent-power', 'MVA'),
};

const ofSupplier = ({ kind }: Origin): boolean => kind === 'network' || kind === 'transformer';
/** The British book asks what a surge could cost, never for the risk of one; the American asks neither. */
const byRisk: Applies[string] = (job, row) => iec(job, row) && !british(job, row) && ofSupplier(row as Origin);

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  runsAlone: (_, row) => ['generator', 'inverter'].includes((row as Origin).kind),
  partedBy: (job) => Object.keys(job.origins).length > 1,
  dcLeakageMa: (_, row) => (row as Origin).kind === 'inverter',
  ...Object.fromEntries(
    ['surroundings', 'flashesPerKm2', 'overheadLvM', 'cableLvM', 'overheadHvM', 'cableHvM'].map((field) => [field, byRisk]),
  ),
  lightningProtection: (job, row) => iec(job, row) && ofSupplier(row as Origin),
  surgeCosts: (job, row) => british(job, row) && ofSupplier(row as Origin),
  surgeDeclined: (job, row) => british(job, row) && ofSupplier(row as Origin),
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  zeOhm: asked(
    'measure',
    ['What is Ze at {x}?', 'What impedance has the ground-fault path of {x}?'],
    ['at the intake, earthing conductor off', 'from the utility, or its transformer and cable'],
  ),
  zLnOhm: asked('measure', [
    'What is the line to neutral loop impedance at {x}?',
    'What impedance has the line to neutral loop of {x}?',
  ]),
  psccA: asked('measure', [
    'What is the prospective short-circuit current at {x}, line to neutral?',
    'What fault current is available at {x}, line to neutral?',
  ]),
  psccLlA: asked('supplier', [
    'What is the prospective short-circuit current at {x}, line to line?',
    'What fault current is available at {x}, line to line?',
  ]),
  pscc3A: asked('supplier', 'What is the three-phase short-circuit current at {x}?'),
  pefcA: asked('measure', ['What is the prospective earth fault current at {x}?', 'What ground-fault current flows at {x}?']),
  maxFaultA: asked('supplier', [
    'Which maximum fault current does the distributor declare at {x}?',
    'Which available fault current does the utility declare at {x}?',
  ]),
  minFaultA: asked('supplier', 'What is the minimum current {x} drives into a fault?'),
  fullNeutral: asked('supplier', 'Is the neutral of {x} as large as its lines?'),
  xOverR: asked('supplier', 'What is X/R at {x}?'),
  runsAlone: asked('plate', 'Can {x} feed the house by itself?'),
  dcLeakageMa: asked('plate', 'How much DC can {x} leak?'),
  surroundings: asked('look', 'What surrounds {x}?'),
  flashesPerKm2: asked('supplier', 'How many lightning strikes a km² and year are there at {x}?'),
  overheadLvM: asked('supplier', 'How much overhead line lies before {x}?'),
  cableLvM: asked('supplier', 'How much cable lies before {x}?'),
  overheadHvM: asked('supplier', 'How much high-voltage overhead line lies before {x}?'),
  cableHvM: asked('supplier', 'How much high-voltage cable lies before {x}?'),
  lightningProtection: asked('look', 'Is there external lightning protection behind {x}?'),
  surgeCosts: asked('owner', 'What could an overvoltage cost behind {x}?'),
  surgeDeclined: asked('owner', 'Has the owner declined surge protection in writing behind {x}?'),
  neutralBond: asked('measure', [
    'Are neutral and earth joined while {x} feeds?',
    'Is neutral bonded to ground while {x} feeds?',
  ]),
  partedBy: asked('look', 'What keeps {x} apart from the other sources?'),
  pipes: asked('look', ['Are metal pipes and frames bonded at {x}?', 'Are metal water and gas pipes bonded at {x}?']),
  bondingSize: asked('look', ['What size are the bonding conductors of {x}?', 'What size are the bonding jumpers of {x}?']),
  'transformer.ratedVA': asked('supplier', 'What is the rating of the transformer {x}?'),
  'transformer.impedancePercent': asked('supplier', 'What is the impedance of the transformer {x}?'),
  'transformer.xOverR': asked('supplier', 'What is X/R of the transformer {x}?'),
  'transformer.upstreamFaultVA': asked('supplier', 'What is the maximum fault level above {x}?'),
  'transformer.upstreamLeastVA': asked('supplier', 'What is the minimum fault level above {x}?'),
};
