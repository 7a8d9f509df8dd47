import { Equipment, type Load } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { type Dialect, hasThreeLines, linesOf, word } from '../job/terms';
import { configurationsOf } from './configurations';
import { type Asks, asked } from './question';
import { type Applies, choice, choiceIn, iec, nec, type Option, quantity, type Spec, type SpecsOf, yesNo } from './spec';

/** Each line of the supply by itself, two of three, or all its circuit has. */
function linesChoice({ supply }: Job): Spec {
  const lines = linesOf(supply);
  const pairs = hasThreeLines(supply) ? ['L1-L2', 'L2-L3', 'L1-L3'] : [];
  const options = [...lines, ...pairs].map((value) => ({ value, label: value }));
  return {
    label: 'lines',
    how: { kind: 'choice', options: [...options, { value: 'all', label: 'every line of the circuit' }] },
  };
}

/** Made for two lines and neutral: on a circuit of these nobody asks which. */
const OF_TWO_LINES: ReadonlySet<string> = new Set(['range', 'dryer']);

/** Whether a load may hang on fewer lines than its circuit has: between two lines without a neutral there is no choice. */
function choosesLines({ segments, devices }: Job, load: Load): boolean {
  if (load.lines !== undefined) return true;
  const ofCircuit = ({ circuitId }: { circuitId?: string | undefined }) => circuitId === load.circuitId;
  const roles = Object.values(segments).flatMap((segment) => (ofCircuit(segment) ? (segment.roles ?? []) : []));
  const own = Object.values(devices).filter(ofCircuit);
  const poles = own.map(({ settings }) => ('poles' in settings ? settings.poles : ''));
  const three = roles.includes('line3') || own.some(({ lines }) => lines.length > 2) || poles.some((each) => /^[34]P/.test(each));
  const two = roles.includes('line2') || own.some(({ lines }) => lines.length > 1) || poles.some((each) => each === '2P');
  const neutral =
    roles.length === 0
      ? Object.values(segments).some((segment) => ofCircuit(segment) && segment.neutralSize !== undefined)
      : roles.includes('neutral');
  return three || (two && neutral && !OF_TWO_LINES.has(load.appliance?.value ?? ''));
}

/** Kinds of equipment by name; what only the other dialect asks for is left out. */
const equipmentOf = (dialect: Dialect): readonly Option[] =>
  Equipment.options
    .filter((kind) => dialect === 'nec' || !NEC_EQUIPMENT.has(kind))
    .map((value) => ({ value, label: value === 'other' ? 'none of these' : value.replaceAll('-', ' ') }));
const NEC_EQUIPMENT: ReadonlySet<string> = new Set([
  'tire-inflator',
  'vacuum-machine',
  'vending-machine',
  'drinking-cooler',
  'pressure-washer',
  'boat-hoist',
  'hydromassage',
  'room-air-conditioner',
]);

/** Facts of loads, in the order they are asked. */
export const SPECS: SpecsOf<Load> = {
  powerW: quantity('power', 'power', 'W'),
  plateV: quantity('voltage of its plate, V', 'ratio'),
  currentA: quantity('current', 'current'),
  lines: linesChoice,
  cosPhi: quantity('power factor', 'factor'),
  thirdHarmonicPercent: quantity('third harmonic', 'percent'),
  appliance: (job, row) =>
    choice('appliance', [
      { value: 'range', label: job.dialect === 'nec' ? 'range' : 'cooker' },
      { value: 'cooking-unit', label: 'oven or cooking unit' },
      { value: 'dryer', label: 'clothes dryer' },
      { value: 'water-heater', label: 'storage water heater' },
      { value: 'space-heating', label: 'fixed space heating' },
      { value: 'heat-pump', label: 'heat pump' },
      { value: 'cooling', label: 'air conditioner' },
      { value: 'vehicle-charger', label: 'vehicle charger' },
      { value: 'fixed', label: 'another, fastened in place' },
      { value: 'other', label: 'none of these' },
    ])(job, row),
  equipment: (job, row) => choice('equipment type', equipmentOf(job.dialect))(job, row),
  inCord: choice('protection in its cord', [
    { value: 'none', label: 'none' },
    { value: 'gfci', label: 'GFCI' },
    { value: 'lcdi', label: 'LCDI' },
    { value: 'afci', label: 'AFCI' },
    { value: 'hdci', label: 'HDCI' },
  ]),
  listed: yesNo('listed for its use'),
  disconnect: choiceIn('isolation', 'disconnecting means', [
    { value: 'plug', label: 'its plug' },
    { value: 'in-sight', label: 'a switch in sight' },
    { value: 'lockable', label: 'a device that can be locked off' },
    { value: 'none', label: 'neither' },
  ]),
  motorHp: quantity('motor', 'horsepower'),
  overloadProtected: yesNo('overload protection of its own'),
  minimumAmpacityA: quantity('MCA, minimum circuit ampacity marked on it', 'current'),
  maximumDeviceA: quantity('MOCP, maximum overcurrent device marked on it', 'current'),
  continuous: (job, row) => yesNo(word(job.dialect, 'continuous'))(job, row),
  fastened: yesNo('fastened in place or wired in', 'fastened', 'plugged in'),
  voltages: choice('rated voltage', [
    { value: 'line', label: 'line to neutral' },
    { value: 'line-line', label: 'line to line' },
    { value: 'either', label: 'either' },
  ]),
  plug: (job, row) => choice('plug', configurationsOf(job.dialect))(job, row),
  touched: yesNo('held or touched in use', 'touched', 'not touched'),
  wet: yesNo('used in the wet', 'in the wet', 'in the dry'),
  electronics: yesNo('electronics in it'),
  waveform: (job, row) =>
    choice(`${job.dialect === 'nec' ? 'leakage' : 'residual'} current it can have`, [
      { value: 'sine', label: 'sine' },
      { value: 'pulsating-dc', label: 'pulsating DC' },
      { value: 'mixed-frequency', label: 'mixed frequencies' },
      { value: 'smooth-dc', label: 'smooth DC' },
    ])(job, row),
  dcDetection: yesNo('6 mA DC detection in it (RDC-DD)', 'there', 'not there'),
  makersType: choice('residual type its maker asks for in writing', ['A', 'F', 'B']),
  withstandKv: quantity('impulse withstand, kV', 'ratio'),
  leakageMa: quantity('standing leakage, mA', 'ratio'),
  dcLeakageMa: quantity('DC leakage, mA', 'ratio'),
  inrushPeakA: quantity('inrush, peak', 'current'),
  inrushS: quantity('inrush lasts', 'time'),
  startCurrentA: quantity('starting current', 'current'),
  startTimeS: quantity('starts for', 'time'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  lines: (job, row) => choosesLines(job, row as Load),
  thirdHarmonicPercent: ({ supply }) => hasThreeLines(supply),
  voltages: ({ supply }) => ['split-phase', 'three-phase-208-120'].includes(supply.voltageSystem),
  dcDetection: (job, row) =>
    iec(job, row) && ((row as Load).equipment?.value ?? (row as Load).appliance?.value) === 'vehicle-charger',
  makersType: (job, row) => iec(job, row) && hasThreeLines(job.supply),
  motorHp: nec,
  inCord: nec,
  listed: nec,
  minimumAmpacityA: nec,
  maximumDeviceA: nec,
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  powerW: asked('plate', 'What power has {x}?', 'its rating plate'),
  plateV: asked('plate', 'For which voltage does the plate of {x} give its power?'),
  currentA: asked('plate', 'What current does {x} draw?', 'its rating plate'),
  lines: asked('look', ['Between which lines is {x} connected?', 'On which legs is {x} connected?']),
  cosPhi: asked('plate', 'What is the power factor of {x}?'),
  thirdHarmonicPercent: asked('plate', 'How much third harmonic does {x} draw?'),
  appliance: asked('look', 'Which kind of appliance is {x}?'),
  equipment: asked('look', ['Is {x} equipment with a rule of its own?', 'Is {x} an appliance with a GFCI rule of its own?']),
  inCord: asked('look', 'Which protection is in the cord of {x}?'),
  listed: asked('plate', 'Is {x} listed for its use?', "a testing laboratory's mark on the plate"),
  disconnect: asked('look', ['What isolates {x}?', 'What is the disconnecting means of {x}?']),
  motorHp: asked('plate', 'How many horsepower has the motor of {x}?'),
  overloadProtected: asked('plate', 'Has {x} overload protection of its own?'),
  minimumAmpacityA: asked('plate', 'Which MCA is marked on {x}?', 'its nameplate: minimum circuit ampacity'),
  maximumDeviceA: asked('plate', 'Which MOCP is marked on {x}?', 'its nameplate: maximum overcurrent protection'),
  continuous: asked('owner', 'Does {x} run for three hours or more?'),
  fastened: asked('look', 'Is {x} fastened in place, or plugged in?'),
  voltages: asked('plate', 'Which voltage does {x} take?'),
  plug: asked('look', 'Which plug has {x}?'),
  touched: asked('look', 'Is {x} held or touched in use?'),
  wet: asked('look', 'Is {x} used in the wet?'),
  electronics: asked('look', 'Are there electronics in {x}?'),
  waveform: asked(
    'plate',
    ['Which residual current can {x} leak in a fault?', 'Which leakage current can {x} have in a fault?'],
    "its maker's instructions",
  ),
  dcDetection: asked('plate', 'Does {x} detect 6 mA of smooth DC (RDC-DD)?', "its maker's instructions"),
  makersType: asked('plate', 'Which RCD type does the maker of {x} ask for?'),
  withstandKv: asked('plate', 'Which impulse withstand has {x}?'),
  leakageMa: asked('measure', 'How much does {x} leak while it runs?'),
  dcLeakageMa: asked('plate', 'How much DC can {x} leak?'),
  inrushPeakA: asked('plate', 'What peak current does {x} draw when it is switched on?'),
  inrushS: asked('plate', 'How long does the inrush of {x} last?'),
  startCurrentA: asked('plate', 'What current does {x} start with?'),
  startTimeS: asked('plate', 'How long does {x} take to start?'),
};
