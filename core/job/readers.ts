import { ifEntered, type Known, type Maybe, need } from './known';
import type {
  Board,
  Circuit,
  Combination,
  Device,
  DeviceSettings,
  Electrode,
  Inspection,
  Load,
  Origin,
  Point,
  Room,
  Sealed,
  Segment,
} from './sealed';

interface Rows {
  loads: Load;
  circuits: Circuit;
  boards: Board;
  origins: Origin;
  electrodes: Electrode;
  points: Point;
  rooms: Room;
  combinations: Combination;
  devices: Device;
  segments: Segment;
  inspections: Inspection;
}
type Named = (name: string) => string;
type Inner<F> = NonNullable<F> extends Sealed<infer T> ? T : never;
const of =
  (what: string): Named =>
  (name) =>
    `${what} of ${name}`;

/** What each fact is called, of a row called by name, where it is given or missing. */
const WORDS = {
  loads: {
    powerW: of('power'),
    currentA: of('current'),
    plateV: of('plate voltage'),
    cosPhi: of('power factor'),
    thirdHarmonicPercent: of('third harmonic'),
    motorHp: of('motor'),
    lines: of('lines'),
    overloadProtected: of('overload protection'),
    appliance: (name) => `what ${name} is`,
    inrushPeakA: of('peak of the inrush'),
    inrushS: (name) => `how long the inrush of ${name} lasts`,
    startCurrentA: of('starting current'),
    startTimeS: (name) => `how long ${name} takes to start`,
    plug: of('plug'),
    voltages: (name) => `voltage ${name} takes`,
    fastened: (name) => `whether ${name} is fastened in place or plugged in`,
    continuous: (name) => `whether ${name} is continuous`,
    disconnect: (name) => `what separates ${name} from the supply`,
    equipment: (name) => `kind of equipment ${name} is`,
    inCord: (name) => `protection in the cord of ${name}`,
    listed: (name) => `whether ${name} is listed`,
    minimumAmpacityA: (name) => `minimum circuit ampacity marked on ${name}`,
    maximumDeviceA: (name) => `maximum overcurrent device marked on ${name}`,
    waveform: (name) => `residual current ${name} can leak`,
    leakageMa: of('standing leakage'),
    withstandKv: (name) => `surge ${name} stands`,
    dcLeakageMa: of('DC leakage'),
    dcDetection: (name) => `whether ${name} opens at 6 mA of smooth DC (RDC-DD)`,
    makersType: (name) => `residual type the maker of ${name} asks for`,
    electronics: (name) => `whether there are electronics in ${name}`,
    touched: (name) => `whether ${name} is held or touched`,
    wet: (name) => `whether ${name} is used in the wet`,
  },
  circuits: {
    designCurrentA: of('design current'),
    continuous: (name) => `whether the load of ${name} is continuous`,
    ringContinuity: (name) => `continuity of the ring ${name}`,
    thirdHarmonicPercent: (name) => `third harmonic in what ${name} carries`,
    bs1363: (name) => `whether every accessory of ${name} is one of BS 1363`,
    purpose: (name) => `what ${name} is asked for as`,
    neutralPigtailed: (name) => `whether the neutral ${name} shares goes on without the outlet`,
    neutralGrouped: (name) => `whether the neutral ${name} shares lies with its lines in the panel`,
    neutralMark: (name) => `how the neutral ${name} shares is told from others`,
    temporary: (name) => `whether ${name} is temporary`,
    wholeDwelling: (name) => `whether ${name} carries a whole dwelling`,
  },
  boards: {
    ratedA: of('rating'),
    areaM2: (name) => `floor area ${name} serves`,
    managedA: (name) => `current ${name} is held to`,
    meteredVa: (name) => `greatest demand metered at ${name}`,
    demandMethod: (name) => `way the demand of ${name} is calculated`,
    deviceFactor: of('device factor'),
    earthTied: (name) => `whether metal ties ${name} to the supply`,
    earthsWithinReach: (name) => `whether metal of both earths is within reach together at ${name}`,
    spaces: of('spaces'),
    halfFrom: (name) => `which spaces of ${name} take half-size devices`,
    plugOnNeutral: (name) => `whether neutrals plug on in ${name}`,
    oneLineJumper: (name) => `whether a jumper joins the bars of ${name}`,
    openingsClosed: (name) => `whether the spaces without a device in ${name} are closed`,
    nonCombustible: (name) => `whether the enclosure of ${name} is non-combustible`,
    neutralTerminals: (name) => `terminals of the neutral bar in ${name}`,
    earthTerminals: (name) => `terminals of the bar for green conductors in ${name}`,
    earthWiresPerTerminal: (name) => `wires a terminal of that bar in ${name} takes`,
    intersystemBonding: (name) => `whether there is an intersystem bonding termination at ${name}`,
    disconnect: (name) => `where ${name} is switched off as a whole`,
    emergencyDisconnect: (name) => `whether an emergency disconnect of ${name} stands outdoors`,
    people: (name) => `people in what ${name} serves`,
    overSteps: (name) => `whether ${name} stands over steps`,
    premises: (name) => `what ${name} serves`,
    readilyAccessible: (name) => `whether ${name} is readily accessible`,
    growthPercent: (name) => `what is kept free in ${name}`,
    annexZB: (name) => `whether ${name} is marked by annex ZB, 16 kA`,
  },
  origins: {
    xOverR: of('X/R'),
    partedBy: (name) => `what keeps ${name} from feeding beside another source`,
    pipes: (name) => `whether metal pipes and frames are bonded at ${name}`,
    bondingSize: of('bonding conductor'),
    runsAlone: (name) => `whether ${name} can feed the house by itself`,
    dcLeakageMa: (name) => `DC ${name} can leak`,
    surroundings: (name) => `what stands around ${name}`,
    flashesPerKm2: (name) => `lightning strikes at ${name}`,
    overheadLvM: (name) => `overhead line before ${name}`,
    cableLvM: (name) => `cable before ${name}`,
    overheadHvM: (name) => `overhead line of high voltage before ${name}`,
    cableHvM: (name) => `cable of high voltage before ${name}`,
    lightningProtection: (name) => `whether external lightning protection stands behind ${name}`,
    surgeCosts: (name) => `what a surge could cost behind ${name}`,
    surgeDeclined: (name) => `whether surge protection is declined in writing behind ${name}`,
  },
  electrodes: {
    resistanceOhm: of('resistance'),
    lengthM: (name) => `length of ${name} in the soil`,
    spacingM: (name) => `distance of ${name} to the nearest other`,
    soilOhmM: (name) => `resistivity of the soil at ${name}`,
  },
  points: {
    ratedA: of('rating'),
    configuration: of('configuration'),
    onward: (name) => `how ${name} feeds what comes after it`,
    serves: (name) => `purpose of ${name}`,
    heightM: of('height'),
    wetness: (name) => `how wet it gets at ${name}`,
    touched: (name) => `whether what is used at ${name} is held or touched`,
    readilyAccessible: (name) => `whether ${name} is readily accessible`,
    sinkDistanceM: (name) => `distance of ${name} to a sink`,
    sinkThroughDoor: (name) => `whether the way from ${name} to the sink goes through a door`,
    tubDistanceM: (name) => `distance of ${name} to a tub or shower`,
    poolDistanceM: (name) => `distance of ${name} to the pool or spa`,
    zone: (name) => `zone ${name} is in`,
    ipX: (name) => `how ${name} keeps water out`,
    fedBy: (name) => `what feeds ${name}`,
    selvV: (name) => `voltage ${name} is fed at`,
    hanging: (name) => `whether ${name} hangs, or runs on a track`,
    earthTo: (name) => `what the third contact of ${name} is joined to`,
    neutralTouchesEarth: (name) => `whether the neutral touches earth in the box of ${name}`,
    tamperResistant: (name) => `whether ${name} is tamper-resistant`,
    weatherResistant: (name) => `whether ${name} is weather-resistant`,
    cover: (name) => `cover of ${name}`,
    receptacles: (name) => `whether ${name} is one receptacle or several on one yoke`,
    noEarthMarked: (name) => `whether ${name} is marked "no equipment ground"`,
    boxVolumeCm3: (name) => `volume of the box of ${name}`,
    boxWires: (name) => `wires in the box of ${name}`,
    boxEarths: (name) => `grounds in the box of ${name}`,
    boxGangs: (name) => `gangs the devices of ${name} take`,
    boxClamps: (name) => `whether there are clamps in the box of ${name}`,
    boxFittings: (name) => `studs and hickeys in the box of ${name}`,
  },
  rooms: {
    use: (name) => `what ${name} is used as`,
    part: (name) => `what ${name} is part of`,
    atGrade: (name) => `whether the floor of ${name} is at grade or below`,
    habitable: (name) => `whether ${name} is lived in`,
    wetness: (name) => `how wet it gets in ${name}`,
    water: (name) => `sinks, tubs and showers by the outlets of ${name}`,
    foodPreparation: (name) => `whether food or drink is prepared beside a sink in ${name}`,
    bonding: (name) => `bonding of the metal in ${name}`,
  },
  segments: { throughBath: (name) => `whether ${name} passes through a zone of a bath` },
  inspections: {},
  combinations: { capacityA: (reference) => `rating of the combination ${reference}` },
  devices: {
    diversity: (name) => `share of what hangs behind ${name} that runs together`,
    neutralAt: (name) => `where the neutral behind ${name} lands`,
    tie: (name) => `how ${name} is tied to its neighbour`,
    backFed: (name) => `whether ${name} is fed from its load side`,
    fastened: (name) => `whether ${name} is held to the bars`,
    standingMa: (name) => `standing leakage through ${name} by clamp`,
    standingAllOn: (name) => `whether everything behind ${name} was on when its leakage was read`,
  },
} satisfies { [C in keyof Rows]: { [F in keyof Rows[C]]?: Named } };

type FieldOf<C extends keyof Rows> = keyof Rows[C] & string;
/** Another name for a fact: free where it has a usual one, wanted where it has none. */
type What<C extends keyof Rows, F> = F extends keyof (typeof WORDS)[C] ? [what?: string] : [what: string];

/** A fact of a row: its value with its place, its name and where it is from, or that it is missing. */
export const factOf = <C extends keyof Rows, F extends FieldOf<C>>(
  on: C,
  row: Rows[C],
  field: F,
  ...[what]: What<C, F>
): Maybe<Inner<Rows[C][F]>> =>
  need(row[field] as Sealed<Inner<Rows[C][F]>> | undefined, `${on}.${row.id}.${field}`, what ?? usualName(on, row, field));

/** The same where nothing is missing if it is absent. */
export const ifStated = <C extends keyof Rows, F extends FieldOf<C>>(
  on: C,
  row: Rows[C],
  field: F,
  ...[what]: What<C, F>
): Known<Inner<Rows[C][F]> | undefined> =>
  ifEntered(row[field] as Sealed<Inner<Rows[C][F]>> | undefined, `${on}.${row.id}.${field}`, what ?? usualName(on, row, field));

const usualName = <C extends keyof Rows>(on: C, row: Rows[C], field: string): string =>
  (WORDS[on] as Record<string, Named>)[field]!(
    'name' in row ? (row.name ?? row.id) : 'reference' in row ? row.reference : row.id,
  );

const SETTINGS = {
  ratingA: of('rating'),
  curve: of('curve'),
  icnA: of('breaking capacity'),
  icsA: of('Ics'),
  aicA: (name: string) => `interrupting rating of ${name}, or that it bears none`,
  breakingA: of('breaking capacity'),
  frameA: of('frame rating'),
  irA: of('setting Ir'),
  trS: of('long delay tr'),
  isdA: of('short-delay setting Isd'),
  tsdS: of('short delay tsd'),
  iiA: of('instantaneous setting Ii'),
  icuA: of('breaking capacity Icu'),
  curvePoints: of('curve points'),
  unmarked: of('marking'),
  voltageMarking: of('voltage marking'),
  energyClass: of('energy class'),
  makerLetThrough: of('let-through'),
  instantaneousLowTimes: of('lower instantaneous bound'),
  instantaneousHighTimes: of('upper instantaneous bound'),
  conditionalA: of('conditional rating'),
  ownFactor: of('own factor'),
  neutralLead: of('neutral lead'),
  spaceUse: of('space'),
  widthModules: of('width'),
  listedHere: (name: string) => `whether ${name} is listed for where it sits`,
  terminalTorqueNm: (name: string) => `torque marked on ${name}`,
  terminalWires: (name: string) => `how many wires a terminal of ${name} takes`,
  timeDelay: of('time delay'),
  type: of('type'),
  ucV: of('maximum continuous voltage'),
  upKv: of('voltage protection level'),
  inKa: of('nominal discharge current'),
  iimpKa: of('impulse current'),
  npeInKa: of('nominal discharge current N-PE'),
  npeIimpKa: of('impulse current N-PE'),
  sccrA: of('short-circuit current rating'),
  leadM: (name: string) => `length of the leads of ${name}`,
  ownDisconnector: (name: string) => `what opens ${name} when it fails`,
  mount: (name: string) => `how ${name} is connected`,
  indicator: (name: string) => `what the window of ${name} shows`,
  nearAllowed: (name: string) => `whether ${name} may stand near the service by its instructions`,
  thresholdA: (name: string) => `current ${name} answers to`,
  reversed: (name: string) => `whether line and load wires of ${name} are reversed`,
  tamperResistant: (name: string) => `whether ${name} is tamper-resistant`,
  weatherResistant: (name: string) => `whether ${name} is weather-resistant`,
  bidirectional: (name: string) => `whether ${name} may be fed from both sides`,
  hundredPercentListed: (name: string) => `whether ${name} is listed for 100 % continuous`,
} satisfies Record<string, Named>;

/** A setting whatever the family; of those that do not have it, never. */
type SettingValue<F extends string, S = DeviceSettings> = S extends { readonly [K in F]?: infer V } ? Inner<V> : never;

/** Where a setting of a device stands in the job. */
export const settingPath = ({ id }: Device, field: string): string => `devices.${id}.settings.${field}`;

/** A setting of a device, or that it is missing: its family may not have it. */
export const settingOf = <F extends keyof typeof SETTINGS>(device: Device, field: F): Maybe<SettingValue<F>> =>
  need(settingIn(device, field), settingPath(device, field), SETTINGS[field](device.name));

/** The same where nothing is missing if it is absent. */
export const settingIfEntered = <F extends keyof typeof SETTINGS>(device: Device, field: F): Known<SettingValue<F> | undefined> =>
  ifEntered(settingIn(device, field), settingPath(device, field), SETTINGS[field](device.name));

const settingIn = <F extends string>({ settings }: Device, field: F): Sealed<SettingValue<F>> | undefined =>
  (settings as { readonly [name: string]: unknown })[field] as Sealed<SettingValue<F>> | undefined;
