import type { Job } from '../job/schema/job';
import type { Dialect } from '../job/terms';
import type * as boards from './boards';
import type * as circuits from './circuits';
import type * as combinations from './combinations';
import type * as devices from './devices';
import type * as electrodes from './electrodes';
import type * as loads from './loads';
import type * as origins from './origins';
import type { PLAIN } from './plain';
import type * as points from './points';
import type * as rooms from './rooms';
import type * as segments from './segments';

/** Who or what can say a fact: somebody who looks, a plate or leaflet, an instrument, the supplier, the owner, whoever designs. */
export const FINDERS = ['look', 'plate', 'measure', 'supplier', 'owner', 'design'] as const;
export type Finder = (typeof FINDERS)[number];
/** Who can find it out, as the list to take along is parted. */
export const FINDER_WORDS: Readonly<Record<Finder, Readonly<Record<Dialect, string>>>> = {
  look: { iec: 'Look', nec: 'Look' },
  plate: { iec: 'Read the rating plate or leaflet', nec: 'Read the nameplate or instructions' },
  measure: { iec: 'Measure', nec: 'Measure' },
  supplier: { iec: 'Ask the distributor', nec: 'Ask the utility' },
  owner: { iec: 'Ask the owner', nec: 'Ask the owner' },
  design: { iec: 'Decide', nec: 'Decide' },
};

interface Asked {
  /** The question in the words of each trade; `{x}` is what it is about. */
  ask: Readonly<Record<Dialect, string>>;
  by: Finder;
  /** Where one sees it, where that is not plain. */
  see?: Readonly<Record<Dialect, string>>;
}
type Either = string | readonly [iec: string, nec: string];
const pair = (words: Either): Readonly<Record<Dialect, string>> =>
  typeof words === 'string' ? { iec: words, nec: words } : { iec: words[0], nec: words[1] };

const asked = (by: Finder, ask: Either, see?: Either): Asked => ({
  ask: pair(ask),
  by,
  ...(see === undefined ? {} : { see: pair(see) }),
});

type Fields<S> = Readonly<Record<keyof S & string, Asked>>;

/** Every fact as a question, by collection and field: one that is forgotten does not compile. */
const ASKED: {
  segments: Fields<typeof segments.SPECS> & Fields<typeof PLAIN.segments>;
  circuits: Fields<typeof circuits.SPECS>;
  loads: Fields<typeof loads.SPECS>;
  boards: Fields<typeof boards.SPECS>;
  devices: Fields<typeof devices.SPECS>;
  origins: Fields<typeof origins.SPECS>;
  points: Fields<typeof points.SPECS> & Fields<typeof PLAIN.points>;
  rooms: Fields<typeof rooms.SPECS>;
  electrodes: Fields<typeof electrodes.SPECS>;
  combinations: Fields<typeof combinations.SPECS>;
} = {
  segments: {
    lengthM: asked('measure', 'How long is {x}?', 'paced out or by tape, with what goes up and down'),
    lineSize: asked(
      'look',
      ['What size are the line conductors of {x}?', 'What size are the hots of {x}?'],
      'printed on the sheath',
    ),
    neutralSize: asked('look', 'What size is the neutral of {x}?', 'printed on the sheath'),
    protectiveSize: asked('look', [
      'What size is the protective conductor of {x}?',
      'What size is the grounding conductor of {x}?',
    ]),
    material: asked(
      'look',
      ['Is {x} copper or aluminium?', 'Is {x} copper or aluminum?'],
      'the colour of a bared end, or the print on the sheath',
    ),
    protectiveMaterial: asked('look', [
      'Is the protective conductor of {x} copper or aluminium?',
      'Is the grounding conductor of {x} copper or aluminum?',
    ]),
    insulation: asked('look', 'Which insulation has {x}?', 'printed on the sheath or the conductors'),
    method: asked('look', 'How is {x} installed?', 'where it runs for the worst of its length'),
    ambientC: asked('design', 'How warm does it get where {x} runs?', [
      'the hottest place on its way: a loft, a boiler room',
      'the hottest place on its way: an attic, a boiler room',
    ]),
    groupedCircuits: asked('look', 'How many loaded circuits run together with {x}?', [
      'itself counted; where they are bunched closest',
      'itself counted; where they are bundled closest',
    ]),
    loadedConductors: asked(
      'look',
      ['How many loaded conductors run together with {x}?', 'How many current-carrying conductors run together with {x}?'],
      'its own counted; no grounds, and no neutral that carries only the unbalance',
    ),
    soilKmPerW: asked('design', 'What is the thermal resistivity of the soil round {x}?'),
    terminalC: asked('plate', 'Which temperature do the terminals of {x} take?', 'marked by the terminals'),
    concealed: asked('look', 'Where in the wall does {x} run?'),
    throughBath: asked('look', 'Does {x} pass through zone 1 or 2 of a bath?'),
    jacket: asked('look', 'Which colour has the sheath of {x}?'),
    diameterM: asked('measure', 'How wide is {x} outside, the wider way?'),
    raceway: asked('look', 'Which kind of raceway does {x} run through?'),
    racewaySize: asked('look', 'Which trade size has the raceway of {x}?'),
    racewayWires: asked('look', 'Which wires are in the raceway of {x}?', 'every one counted, by size'),
    returnMohmPerM: asked('plate', 'What resistance has the metal that carries a fault of {x} back?', "its maker's data"),
    construction: asked('look', 'Which kind of cable is {x}?'),
    place: asked('look', 'Where does {x} run?'),
    protectivePath: asked('look', ['By what does an earth fault on {x} return?', 'By what does a ground fault on {x} return?']),
    inSun: asked('look', 'Is {x} exposed to the sun?'),
  },
  circuits: {
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
  },
  loads: {
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
  },
  boards: {
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
  },
  devices: {
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
  },
  origins: {
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
  },
  points: {
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
  },
  rooms: {
    use: asked('look', 'What is {x} used as?'),
    part: asked('look', 'What is {x} part of?'),
    water: asked('look', [
      'Which water is within 2 m of the points in {x}?',
      'Which water is within 6 ft of the outlets in {x}?',
    ]),
    wetness: asked('look', 'How wet does it get in {x}?'),
    foodPreparation: asked('look', 'Is food or drink prepared beside a sink in {x}?'),
    habitable: asked('look', 'Is {x} lived in?'),
    atGrade: asked('look', 'Is the floor of {x} at grade or below?'),
    bonding: asked('measure', ['Is the metal in {x} supplementary bonded?', 'Is the metal in {x} in an equipotential bond?']),
    wallM: asked('measure', 'How much wall has {x} to space outlets along?'),
    counterM: asked('measure', ['How much worktop runs along the wall of {x}?', 'How much counter runs along the wall of {x}?']),
  },
  electrodes: {
    conductorSize: asked('look', ['What size is the earthing conductor to {x}?', 'What size is the GEC to {x}?']),
    resistanceOhm: asked('measure', 'What is the resistance of {x}?', [
      'by an earth tester, lead off',
      'by a ground resistance tester, lead off',
    ]),
    lengthM: asked('look', 'How much of {x} is in the soil?'),
    spacingM: asked('measure', 'How far is {x} from the nearest other electrode?'),
    soilOhmM: asked('measure', 'What is the resistivity of the soil at {x}?'),
  },
  combinations: { capacityA: asked('plate', ['What is the rating of the combination {x}?', 'What is the series rating {x}?']) },
};

/** Verbs that go with several things. */
const MANY: readonly [RegExp, string][] = [
  [/\bis \{x\}/, 'are {x}'],
  [/\bIs \{x\}/, 'Are {x}'],
  [/\bhas \{x\}/, 'have {x}'],
  [/\bHas \{x\}/, 'Have {x}'],
  [/\bdoes \{x\}/, 'do {x}'],
  [/\bDoes \{x\}/, 'Do {x}'],
  [/\{x\} is\b/, '{x} are'],
  [/when it is\b/, 'when they are'],
  [/\{x\} has\b/, '{x} have'],
  [/\{x\} (run|feed|serve|drive)s\b/, '{x} $1'],
];
const ofMany = (text: string): string => MANY.reduce((so, [one, many]) => so.replace(one, many), text);

/** A fact as it is asked of one thing or of several at once. */
export interface Question {
  text: string;
  by: Finder;
  see: string | undefined;
}

/**
 * How a fact is asked in the job's dialect.
 * @param of what it is asked of, as it is read inside a sentence: "Hob", "the 12 breakers"
 * @param many it is asked of several
 * @returns undefined for a path that leads to no fact
 */
export function questionOf(job: Job, on: string, field: string, of: string, many = false): Question | undefined {
  const found = (ASKED as Readonly<Record<string, Readonly<Record<string, Asked>>>>)[on]?.[field];
  if (found === undefined) return undefined;
  const text = found.ask[job.dialect];
  return { text: (many ? ofMany(text) : text).replace('{x}', of), by: found.by, see: found.see?.[job.dialect] };
}
