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
    thirdHarmonicPercent: of('third-harmonic content'),
    motorHp: of('motor'),
    lines: of('lines'),
    overloadProtected: of('overload protection'),
    appliance: (name) => `type of appliance of ${name}`,
    inrushPeakA: of('peak of the inrush'),
    inrushS: (name) => `how long the inrush of ${name} lasts`,
    startCurrentA: of('starting current'),
    startTimeS: (name) => `how long ${name} takes to start`,
    plug: of('plug'),
    voltages: (name) => `rated voltage of ${name}`,
    fastened: (name) => `whether ${name} is fastened in place or plugged in`,
    continuous: (name) => `whether ${name} is continuous`,
    disconnect: (name) => `means of isolation of ${name}`,
    equipment: (name) => `equipment type of ${name}`,
    inCord: (name) => `protection in the cord of ${name}`,
    listed: (name) => `whether ${name} is listed`,
    minimumAmpacityA: (name) => `minimum circuit ampacity marked on ${name}`,
    maximumDeviceA: (name) => `maximum overcurrent device marked on ${name}`,
    waveform: (name) => `waveform of the leakage of ${name}`,
    leakageMa: of('standing leakage'),
    withstandKv: (name) => `impulse withstand of ${name}`,
    dcLeakageMa: of('DC leakage'),
    dcDetection: (name) => `6 mA DC detection (RDC-DD) of ${name}`,
    makersType: (name) => `residual type required by the maker of ${name}`,
    electronics: (name) => `whether there are electronics in ${name}`,
    touched: (name) => `whether ${name} is held or touched`,
    wet: (name) => `whether ${name} is used in the wet`,
  },
  circuits: {
    designCurrentA: of('design current'),
    continuous: (name) => `whether the load of ${name} is continuous`,
    ringContinuity: (name) => `continuity of the ring ${name}`,
    thirdHarmonicPercent: (name) => `third-harmonic content of the load of ${name}`,
    bs1363: (name) => `whether every accessory of ${name} is one of BS 1363`,
    purpose: (name) => `required-circuit type of ${name}`,
    neutralPigtailed: (name) => `whether the shared neutral of ${name} is pigtailed`,
    neutralGrouped: (name) => `whether the shared neutral of ${name} is grouped with its lines`,
    neutralMark: (name) => `identification of the shared neutral of ${name}`,
    temporary: (name) => `whether ${name} is temporary`,
    wholeDwelling: (name) => `whether ${name} supplies a whole dwelling`,
  },
  boards: {
    ratedA: of('rating'),
    areaM2: (name) => `floor area supplied by ${name}`,
    managedA: (name) => `current limit of load management at ${name}`,
    meteredVa: (name) => `maximum metered demand at ${name}`,
    demandMethod: (name) => `demand method of ${name}`,
    deviceFactor: of('device derating factor'),
    earthTied: (name) => `whether a metallic path connects ${name} to the supply`,
    earthsWithinReach: (name) => `whether metal of both earths is within reach at ${name}`,
    spaces: of('spaces'),
    halfFrom: (name) => `half-size positions of ${name}`,
    plugOnNeutral: (name) => `whether ${name} has a plug-on neutral`,
    oneLineJumper: (name) => `jumper between the line bars of ${name}`,
    openingsClosed: (name) => `whether unused positions of ${name} are closed`,
    nonCombustible: (name) => `whether the enclosure of ${name} is non-combustible`,
    neutralTerminals: (name) => `terminals of the neutral bar in ${name}`,
    earthTerminals: (name) => `terminals of the earth bar in ${name}`,
    earthWiresPerTerminal: (name) => `conductors per earth-bar terminal in ${name}`,
    intersystemBonding: (name) => `whether there is an intersystem bonding termination at ${name}`,
    disconnect: (name) => `main isolation of ${name}`,
    emergencyDisconnect: (name) => `outdoor emergency disconnect of ${name}`,
    people: (name) => `number of occupants supplied by ${name}`,
    overSteps: (name) => `whether ${name} is over steps`,
    premises: (name) => `premises type of ${name}`,
    readilyAccessible: (name) => `whether ${name} is readily accessible`,
    growthPercent: (name) => `spare positions required in ${name}`,
    annexZB: (name) => `whether ${name} is marked by annex ZB, 16 kA`,
  },
  origins: {
    xOverR: of('X/R'),
    partedBy: (name) => `interlock of ${name} with other sources`,
    pipes: (name) => `whether metal pipes and frames are bonded at ${name}`,
    bondingSize: of('bonding conductor'),
    runsAlone: (name) => `whether ${name} can supply the house alone`,
    dcLeakageMa: (name) => `DC leakage of ${name}`,
    surroundings: (name) => `environment of ${name}`,
    flashesPerKm2: (name) => `lightning flash density at ${name}`,
    overheadLvM: (name) => `overhead line before ${name}`,
    cableLvM: (name) => `cable before ${name}`,
    overheadHvM: (name) => `overhead line of high voltage before ${name}`,
    cableHvM: (name) => `cable of high voltage before ${name}`,
    lightningProtection: (name) => `external lightning protection at ${name}`,
    surgeCosts: (name) => `consequence of overvoltage at ${name}`,
    surgeDeclined: (name) => `whether surge protection is declined in writing at ${name}`,
  },
  electrodes: {
    resistanceOhm: of('resistance'),
    lengthM: (name) => `length of ${name} in the soil`,
    spacingM: (name) => `spacing of ${name} to the next electrode`,
    soilOhmM: (name) => `resistivity of the soil at ${name}`,
  },
  points: {
    ratedA: of('rating'),
    configuration: of('configuration'),
    onward: (name) => `onward feed of ${name}`,
    serves: (name) => `purpose of ${name}`,
    heightM: of('height'),
    wetness: (name) => `wetness of the location of ${name}`,
    touched: (name) => `whether what is used at ${name} is held or touched`,
    readilyAccessible: (name) => `whether ${name} is readily accessible`,
    sinkDistanceM: (name) => `distance of ${name} to a sink`,
    sinkThroughDoor: (name) => `whether the way from ${name} to the sink goes through a door`,
    tubDistanceM: (name) => `distance of ${name} to a tub or shower`,
    poolDistanceM: (name) => `distance of ${name} to the pool or spa`,
    zone: (name) => `zone of ${name}`,
    ipX: (name) => `IPX rating of ${name}`,
    fedBy: (name) => `supply of ${name}`,
    selvV: (name) => `SELV voltage of ${name}`,
    hanging: (name) => `whether ${name} hangs, or runs on a track`,
    earthTo: (name) => `connection of the earth contact of ${name}`,
    neutralTouchesEarth: (name) => `whether the neutral touches earth in the box of ${name}`,
    tamperResistant: (name) => `whether ${name} is tamper-resistant`,
    weatherResistant: (name) => `whether ${name} is weather-resistant`,
    cover: (name) => `cover of ${name}`,
    receptacles: (name) => `whether ${name} is one receptacle or several on one yoke`,
    noEarthMarked: (name) => `whether ${name} is marked "no equipment ground"`,
    boxVolumeCm3: (name) => `volume of the box of ${name}`,
    boxWires: (name) => `conductors in the box of ${name}`,
    boxEarths: (name) => `grounds in the box of ${name}`,
    boxGangs: (name) => `gangs the devices of ${name} take`,
    boxClamps: (name) => `whether there are clamps in the box of ${name}`,
    boxFittings: (name) => `studs and hickeys in the box of ${name}`,
  },
  rooms: {
    use: (name) => `room use of ${name}`,
    part: (name) => `dwelling or unit of ${name}`,
    atGrade: (name) => `whether the floor of ${name} is at grade or below`,
    habitable: (name) => `whether ${name} is habitable`,
    wetness: (name) => `wetness of ${name}`,
    water: (name) => `sinks, tubs and showers by the outlets of ${name}`,
    foodPreparation: (name) => `whether food or drink is prepared beside a sink in ${name}`,
    bonding: (name) => `bonding of the metal in ${name}`,
  },
  segments: { throughBath: (name) => `whether ${name} passes through a zone of a bath` },
  inspections: {},
  combinations: { capacityA: (reference) => `rating of the combination ${reference}` },
  devices: {
    diversity: (name) => `diversity behind ${name}`,
    neutralAt: (name) => `load neutral termination of ${name}`,
    tie: (name) => `pole linking of ${name}`,
    backFed: (name) => `whether ${name} is fed from its load side`,
    fastened: (name) => `whether ${name} is fastened to the bars`,
    standingMa: (name) => `standing leakage through ${name} by clamp`,
    standingAllOn: (name) => `loads on when the leakage of ${name} was read`,
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
  aicA: (name: string) => `interrupting rating of ${name}, or that none is marked`,
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
  listedHere: (name: string) => `whether ${name} is listed for this board`,
  terminalTorqueNm: (name: string) => `torque marked on ${name}`,
  terminalWires: (name: string) => `conductors per terminal of ${name}`,
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
  ownDisconnector: (name: string) => `disconnector of ${name}`,
  mount: (name: string) => `connection of ${name}`,
  indicator: (name: string) => `status indicator of ${name}`,
  nearAllowed: (name: string) => `whether ${name} may be near the service by its instructions`,
  thresholdA: (name: string) => `threshold of ${name}`,
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
