import { FAMILIES, opensOnResidual } from '../job/families';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { word } from '../job/terms';
import { BREAKER_RATINGS, GG_RATINGS, NEC_RATINGS } from './preferred';
import { type Applies, choice, iec, length, named, nec, quantity, type Row, type Spec, type SpecsOf, said, yesNo } from './spec';

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
  'settings.ownFactor': quantity('share of its rating it may carry', 'factor'),
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
  standingAllOn: yesNo('read by clamp with', 'everything on', 'some of it off'),
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
  'settings.ownDisconnector': yesNo('opened when it fails', 'by itself', 'by a device ahead'),
  'settings.mount': choice('connected', [
    { value: 'plug-on', label: 'plugged onto the bars' },
    { value: 'breaker-fed', label: 'behind a breaker' },
    { value: 'line-side', label: 'ahead of the main' },
  ]),
  'settings.indicator': choice('its window', [
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
  tie: choice('tied to its neighbour by', [
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
