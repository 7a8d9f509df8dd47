import { FAMILIES, opensOnResidual } from '../job/families';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { word } from '../job/terms';
import { BREAKER_RATINGS, GG_RATINGS, NEC_RATINGS } from './preferred';
import { type Asks, asked } from './question';
import {
  type Applies,
  choice,
  choiceIn,
  iec,
  length,
  named,
  nec,
  quantity,
  type Row,
  type Spec,
  type SpecsOf,
  said,
  yesNo,
} from './spec';

/** The steps a rating is walked through. */
const RATINGS = { breaker: BREAKER_RATINGS, fuse: GG_RATINGS, nec: NEC_RATINGS } as const;

function ratingOf(_: Job, row: Row): Spec {
  const family = 'settings' in row ? row.settings.family : 'mcb';
  const steps = RATINGS[FAMILIES[family].ratings];
  return { label: 'rating', how: { kind: 'quantity', edge: 'current', steps } };
}

const LEADS = 'length of its leads, all of them in a row';

/** Facts of devices, in the order they are asked. */
export const SPECS: SpecsOf<Device, 'settings.makerLetThrough' | 'settings.curvePoints'> = {
  diversity: said('diversityBehind', 'factor'),
  'settings.ratingA': ratingOf,
  'settings.frameA': ratingOf,
  'settings.irA': quantity('setting Ir', 'current'),
  'settings.trS': quantity('long delay tr at 6 Ir', 'time'),
  'settings.isdA': quantity('short-delay setting Isd', 'current'),
  'settings.tsdS': quantity('short delay tsd', 'time'),
  'settings.iiA': quantity('instantaneous setting Ii', 'current'),
  'settings.icuA': quantity('breaking capacity Icu', 'current', 'kA'),
  'settings.curve': choice('curve', ['B', 'C', 'D', 'K', 'Z']),
  'settings.icnA': quantity('breaking capacity Icn', 'current', 'kA'),
  'settings.icsA': quantity('service breaking capacity Ics', 'current', 'kA'),
  'settings.aicA': quantity('interrupting rating', 'current', 'kA'),
  'settings.breakingA': quantity('breaking capacity', 'current', 'kA'),
  'settings.conditionalA': (job, row) =>
    quantity(job.dialect === 'nec' ? 'short-circuit current rating' : 'conditional rating', 'current', 'kA')(job, row),
  'settings.unmarked': (job, row) =>
    yesNo(`${word(job.dialect, 'breakingCapacity')} marked on it`, 'none marked', 'marked')(job, row),
  'settings.voltageMarking': choice('voltage marking', ['120', '120/240', '240', '277', '480']),
  'settings.instantaneousLowTimes': said('mayAbove', 'rating-multiple'),
  'settings.instantaneousHighTimes': said('surelyAbove', 'rating-multiple'),
  'settings.hundredPercentListed': yesNo('listed for 100 % continuous'),
  'settings.timeDelay': yesNo('time delay'),
  'settings.bidirectional': yesNo('may be fed from both sides'),
  'settings.energyClass': choice('energy limiting class', ['1', '2', '3']),
  'settings.ownFactor': quantity('device derating factor', 'factor'),
  'settings.residual.sensitivityA': quantity('sensitivity', 'current', 'mA'),
  'settings.residual.type': choice('residual type', ['AC', 'A', 'F', 'B']),
  'settings.residual.delay': choice('delay', [
    { value: 'general', label: 'none' },
    { value: 'S', label: 'S' },
  ]),
  'settings.residual.voltageDependent': yesNo('works only while line and neutral reach it'),
  'settings.residual.functionalEarth': choice('functional-earth lead', [
    { value: 'landed', label: 'on the earth bar' },
    { value: 'loose', label: 'hanging loose' },
    { value: 'none', label: 'it has none' },
  ]),
  'settings.residual.surgeImmune': yesNo('stands a surge of 3 kA 8/20', 'stands it', 'not said to'),
  standingMa: quantity('standing leakage by clamp, mA', 'ratio'),
  standingAllOn: yesNo('loads on at the reading', 'everything on', 'some of it off'),
  'settings.type': choice('type', ['1', '1+2', '2', '3']),
  'settings.ucV': named((dialect) => (dialect === 'nec' ? 'MCOV, V' : 'maximum continuous voltage Uc, V'), 'ratio'),
  'settings.upKv': (job, row) =>
    job.dialect === 'nec' ? quantity('VPR', 'kilovolts', 'V')(job, row) : quantity('protection level Up', 'kilovolts')(job, row),
  'settings.inKa': named((dialect) => `nominal discharge current${dialect === 'nec' ? '' : ' In'}, kA`, 'ratio'),
  'settings.iimpKa': quantity('impulse current Iimp, kA', 'ratio'),
  'settings.npeInKa': quantity('nominal discharge current N-PE, kA', 'ratio'),
  'settings.npeIimpKa': quantity('impulse current N-PE, kA', 'ratio'),
  'settings.sccrA': (job, row) =>
    quantity(job.dialect === 'nec' ? 'short-circuit current rating' : 'short-circuit rating Isccr', 'current', 'kA')(job, row),
  // As a tape reads them.
  'settings.leadM': (job, row) => (job.dialect === 'nec' ? quantity(LEADS, 'length', 'in')(job, row) : length(LEADS)(job, row)),
  'settings.ownDisconnector': (job, row) =>
    yesNo(job.dialect === 'nec' ? 'SPD overcurrent protection' : 'SPD disconnector', 'internal', 'a device ahead')(job, row),
  'settings.mount': choice('connected', [
    { value: 'plug-on', label: 'plugged onto the bars' },
    { value: 'breaker-fed', label: 'behind a breaker' },
    { value: 'line-side', label: 'ahead of the main' },
  ]),
  'settings.indicator': choice('status indicator', [
    { value: 'good', label: 'shows it is good' },
    { value: 'failed', label: 'shows it has failed' },
  ]),
  'settings.nearAllowed': (job, row) =>
    yesNo(
      job.dialect === 'nec' ? 'nearer than 30 ft to the service' : 'nearer than 10 m to the intake',
      'allowed',
      'not allowed',
    )(job, row),
  'settings.terminalWires': quantity('wires a terminal takes', 'count'),
  'settings.terminalTorqueNm': (job, row) =>
    quantity('terminal torque', 'torque', job.dialect === 'nec' ? 'lb·in' : 'N·m')(job, row),
  'settings.widthModules': quantity('width in modules of 18 mm', 'ratio'),
  'settings.spaceUse': choice('space it takes', [
    { value: 'full', label: 'one space a pole' },
    { value: 'half', label: 'half a space a pole' },
    { value: 'twin', label: 'twin, two in one space' },
  ]),
  'settings.neutralLead': choice('neutral lead', ['pigtail', 'plug-on']),
  'settings.listedHere': (job, row) =>
    yesNo(job.dialect === 'nec' ? 'listed for this panel' : 'verified for this board')(job, row),
  'settings.thresholdA': quantity('operating threshold', 'current', 'mA'),
  'settings.reversed': yesNo('line and load wires', 'reversed', 'as marked'),
  'settings.weatherResistant': yesNo('weather-resistant'),
  'settings.tamperResistant': yesNo('tamper-resistant'),
  neutralAt: choice('neutral of its circuit lands on', [
    { value: 'bar', label: 'the bar' },
    { value: 'this-device', label: 'this device' },
    { value: 'other-device', label: 'another device' },
  ]),
  tie: choiceIn('pole linking', 'handle tie or common trip', [
    { value: 'handle', label: 'a handle tie' },
    { value: 'common-trip', label: 'a common trip' },
  ]),
  backFed: yesNo('fed from its load side'),
  fastened: yesNo('held to the bars by a fastener'),
};

const isTransfer = ({ settings }: Device): boolean => settings.family === 'switch' && settings.duty === 'transfer';

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  standingMa: (_, row) => opensOnResidual((row as Device).settings),
  standingAllOn: (_, row) => (row as Device).standingMa !== undefined,
  tie: ({ devices }, row) =>
    (row as Device).tiedTo !== undefined || Object.values(devices).some(({ tiedTo }) => tiedTo === row.id),
  backFed: (job, row) => nec(job, row) && (row as Device).seat === 'end',
  fastened: (job, row) => nec(job, row) && (row as Device).seat === 'end',
  neutralAt: (_, row) => (row as Device).seat === 'start' || isTransfer(row as Device),
  'settings.iimpKa': iec,
  'settings.nearAllowed': (_, row) => {
    const { settings } = row as Device;
    return settings.family === 'spd' && settings.type?.value === '3';
  },
  'settings.widthModules': iec,
  'settings.spaceUse': nec,
  'settings.neutralLead': nec,
  diversity: (_, row) => {
    const { seat, settings } = row as Device;
    return seat === 'board' && settings.family !== 'rccb' && settings.family !== 'switch';
  },
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  diversity: asked('design', 'What share of what {x} feeds runs together?'),
  'settings.ratingA': asked('plate', 'What is the rating of {x}?', 'on its front'),
  'settings.frameA': asked('plate', 'What is the frame rating of {x}?'),
  'settings.irA': asked('look', 'To which current is {x} set, Ir?'),
  'settings.trS': asked('look', 'To which long delay is {x} set, tr?'),
  'settings.isdA': asked('look', 'To which short-time current is {x} set, Isd?'),
  'settings.tsdS': asked('look', 'To which short delay is {x} set, tsd?'),
  'settings.iiA': asked('look', 'To which instantaneous current is {x} set, Ii?'),
  'settings.icuA': asked('plate', 'What is the breaking capacity Icu of {x}?'),
  'settings.curve': asked('plate', 'Which curve has {x}?', 'the letter before the amperes'),
  'settings.icnA': asked('plate', 'What breaking capacity is marked on {x}?', 'a number in a box, in amperes'),
  'settings.icsA': asked('plate', 'What is the service breaking capacity Ics of {x}?'),
  'settings.aicA': asked(
    'plate',
    ['What interrupting rating has {x}?', 'Which AIC is marked on {x}?'],
    'on its label; 5 kA where none is marked',
  ),
  'settings.breakingA': asked('plate', [
    'What breaking capacity is marked on {x}?',
    'Which interrupting rating is marked on {x}?',
  ]),
  'settings.conditionalA': asked('plate', ['What is the conditional rating of {x}?', 'What is the SCCR of {x}?']),
  'settings.unmarked': asked('plate', ['Is any breaking capacity marked on {x}?', 'Is any AIC marked on {x}?']),
  'settings.voltageMarking': asked('plate', 'Which voltage is marked on {x}?'),
  'settings.instantaneousLowTimes': asked(
    'plate',
    'Below which multiple of its rating does {x} surely not trip at once?',
    "its maker's curve",
  ),
  'settings.instantaneousHighTimes': asked(
    'plate',
    'From which multiple of its rating does {x} surely trip at once?',
    "its maker's curve",
  ),
  'settings.hundredPercentListed': asked('plate', 'Is {x} listed for 100 % continuous load?'),
  'settings.timeDelay': asked('plate', 'Is {x} of the time-delay kind?'),
  'settings.bidirectional': asked('plate', 'May {x} be fed from either side?', 'line and load marked: from one side alone'),
  'settings.energyClass': asked(
    'plate',
    'Which energy limiting class has {x}?',
    'a digit in a small box under the breaking capacity',
  ),
  'settings.ownFactor': asked('plate', 'Which share of its rating may {x} carry where it sits?'),
  'settings.residual.sensitivityA': asked('plate', [
    'What is the rated residual current of {x}?',
    'At what current does {x} trip?',
  ]),
  'settings.residual.type': asked('plate', 'Which type is {x}: AC, A, F or B?', 'a small square with a wave'),
  'settings.residual.delay': asked('plate', 'Is {x} delayed?', 'an S in a square'),
  'settings.residual.voltageDependent': asked('plate', 'Does {x} work only while line and neutral reach it?'),
  'settings.residual.functionalEarth': asked('look', 'Where is the functional-earth lead of {x}?'),
  'settings.residual.surgeImmune': asked('plate', 'Is {x} proof against surges of 3 kA 8/20?'),
  standingMa: asked('measure', 'What standing leakage does a clamp read through {x}?'),
  standingAllOn: asked('measure', 'Was everything on when the leakage through {x} was read?'),
  'settings.type': asked('plate', 'Which type of surge device is {x}?'),
  'settings.ucV': asked('plate', ['Which Uc is marked on {x}?', 'Which MCOV is marked on {x}?']),
  'settings.upKv': asked('plate', ['Which Up is marked on {x}?', 'Which VPR is marked on {x}?']),
  'settings.inKa': asked('plate', ['Which In is marked on {x}?', 'Which nominal discharge current is marked on {x}?']),
  'settings.iimpKa': asked('plate', 'Which Iimp is marked on {x}?'),
  'settings.npeInKa': asked('plate', [
    'Which In between N and PE is marked on {x}?',
    'Which nominal discharge current between neutral and ground is marked on {x}?',
  ]),
  'settings.npeIimpKa': asked('plate', [
    'Which Iimp between N and PE is marked on {x}?',
    'Which impulse current between neutral and ground is marked on {x}?',
  ]),
  'settings.sccrA': asked('plate', ['Which Isccr is marked on {x}?', 'Which SCCR is marked on {x}?']),
  'settings.leadM': asked('measure', 'How long are the leads of {x}, all in a row?'),
  'settings.ownDisconnector': asked('plate', 'What disconnects {x} when it fails?'),
  'settings.mount': asked('look', 'How is {x} connected?'),
  'settings.indicator': asked('look', 'What does the status indicator of {x} show?'),
  'settings.nearAllowed': asked('plate', [
    'May {x} stand nearer than 10 m to the intake?',
    'May {x} stand nearer than 30 ft to the service?',
  ]),
  'settings.terminalWires': asked('plate', 'How many wires does a terminal of {x} take?'),
  'settings.terminalTorqueNm': asked('plate', 'Which torque is marked for the terminals of {x}?'),
  'settings.widthModules': asked('look', 'How many modules wide is {x}?'),
  'settings.spaceUse': asked('look', 'How much space does {x} take?'),
  'settings.neutralLead': asked('look', 'How is the neutral of {x} connected?'),
  'settings.listedHere': asked(
    'plate',
    ['Is {x} verified for this board?', 'Is {x} listed for this panel?'],
    ["the board's label names what may be fitted", "the panel's label names what may be installed"],
  ),
  'settings.thresholdA': asked('plate', 'From which current on does {x} operate?'),
  'settings.reversed': asked('look', 'Are line and load of {x} the right way round?'),
  'settings.weatherResistant': asked('look', 'Is {x} weather-resistant?', 'WR on its face'),
  'settings.tamperResistant': asked('look', 'Is {x} tamper-resistant?', 'TR on its face'),
  neutralAt: asked('look', ['Where is the neutral of {x} connected?', 'Where does the load neutral of {x} land?']),
  tie: asked('look', ['How is {x} linked to its neighbour?', 'How is {x} tied to its neighbour?']),
  backFed: asked('look', 'Is {x} fed from its load side?'),
  fastened: asked('look', 'Is {x} held to the bus by a fastener?'),
};
