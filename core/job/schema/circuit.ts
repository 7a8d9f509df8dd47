import * as z from 'zod';
import { ConductorSize, fact, Id, OrderKey, quantity, ShortText, WireList, WorkState } from './facts';

/** Circuits a dwelling must have (NEC 210.11(C), 220.52). */
export const CircuitPurpose = z.enum(['small-appliance', 'laundry', 'bathroom', 'garage', 'outdoor', 'other']);
export type CircuitPurpose = z.infer<typeof CircuitPurpose>;

/**
 * A length of wiring with its protection: the service from an origin to a board, a distribution circuit (feeder)
 * from board to board, or a final circuit from a board to its points.
 */
export const Circuit = z.strictObject({
  id: Id,
  order: OrderKey,
  number: ShortText,
  name: ShortText,
  kind: z.enum(['service', 'distribution', 'final']),
  state: WorkState,
  fromOriginId: Id.optional(),
  fromBoardId: Id.optional(),
  toBoardId: Id.optional(),
  /** The group device in the same board this circuit hangs behind. */
  behindDeviceId: Id.optional(),
  use: z.enum(['lighting', 'sockets', 'fixed', 'mixed']).optional(),
  /** What a code asks such a circuit for, where it asks for one (NEC 210.11(C)). */
  purpose: fact(CircuitPurpose).optional(),
  topology: z.enum(['radial', 'ring']),
  /** Line, neutral and protective conductor are each closed all round. */
  ringContinuity: fact(z.boolean()).optional(),
  /** Every accessory on it is one of BS 1363: what a ring final circuit is made for. */
  bs1363: fact(z.boolean()).optional(),
  /** It alone carries the whole load of one dwelling (NEC 310.12). */
  wholeDwelling: fact(z.boolean()).optional(),
  sharesNeutralWith: Id.optional(),
  /** Of a shared neutral: it goes on where a device is taken out; it is kept with its lines in the board; it is told from others by. */
  neutralPigtailed: fact(z.boolean()).optional(),
  neutralGrouped: fact(z.boolean()).optional(),
  neutralMark: fact(z.enum(['tape', 'number', 'size', 'colour', 'none'])).optional(),
  /** Entered design current Ib. Where absent it is summed from the loads. */
  designCurrentA: fact(quantity(0.01, 4_000, 'A')).optional(),
  /** The entered design current runs for three hours or more (NEC article 100). */
  continuous: fact(z.boolean()).optional(),
  /** Share of the connected load that runs together. */
  diversity: fact(quantity(0.05, 1, '')).optional(),
  /** Third harmonic in the entered current, in per cent of it. */
  thirdHarmonicPercent: fact(quantity(0, 150, '%')).optional(),
  /** Power for building, repair or a feast, taken away afterwards. */
  temporary: fact(z.boolean()).optional(),
});
export type Circuit = z.infer<typeof Circuit>;

const ConductorRole = z.enum(['line', 'line2', 'line3', 'neutral', 'protective', 'switched', 'signal']);

/** Reference methods: IEC 60364-5-52 A1 to D2; 100 to 103 are the flat-cable methods of BS 7671 table 4D5. */
export const InstallationMethod = z.enum(['A1', 'A2', 'B1', 'B2', 'C', 'D1', 'D2', 'E', 'F', '100', '101', '102', '103']);
export type InstallationMethod = z.infer<typeof InstallationMethod>;

export const Insulation = z.enum([
  ...(['PVC70', 'XLPE90'] as const),
  ...(['TW60', 'THW75', 'THWN75', 'THHN90', 'THWN2-90', 'XHHW2-90', 'USE2-90'] as const),
]);
export type Insulation = z.infer<typeof Insulation>;

export const Construction = z.enum([
  'flat-sheathed',
  'round-sheathed',
  'armoured',
  'singles',
  'mineral',
  'NM-B',
  'UF-B',
  'AC',
  'MC',
  'SE',
]);

/**
 * Rules by which a thinner conductor may leave a larger one: feeder taps of NEC 240.21(B)(1) and (2), taps of a range circuit
 * and of single outlets of 210.19.
 */
export const Tap = z.enum(['feeder-10-ft', 'feeder-25-ft', 'cooking', 'outlet']);
export type Tap = z.infer<typeof Tap>;

/** Raceways and trade sizes of NEC chapter 9 table 4. */
const RacewayKind = z.enum(['EMT', 'PVC40', 'PVC80', 'RMC', 'IMC', 'FMC']);
const RacewaySize = z.enum(['1/2', '3/4', '1', '1-1/4', '1-1/2', '2']);

/** One length of one cable under one set of conditions. Segments follow each other by `order`; a spur names its parent. */
export const Segment = z.strictObject({
  id: Id,
  circuitId: Id,
  order: OrderKey,
  /** A spur leaves the chain at the end of this segment. */
  branchOf: Id.optional(),
  name: ShortText.optional(),
  state: WorkState,
  lengthM: fact(quantity(0.01, 5_000, 'm')).optional(),
  lineSize: fact(ConductorSize).optional(),
  neutralSize: fact(ConductorSize).optional(),
  protectiveSize: fact(ConductorSize).optional(),
  material: fact(z.enum(['Cu', 'Al'])).optional(),
  /** Of the protective conductor, where it is another metal than the lines. */
  protectiveMaterial: fact(z.enum(['Cu', 'Al'])).optional(),
  insulation: fact(Insulation).optional(),
  construction: Construction.optional(),
  place: z.enum(['in-wall', 'exposed', 'roof-space', 'raceway', 'wet', 'buried', 'under-floor']).optional(),
  method: fact(InstallationMethod).optional(),
  /** Around the cable; for D1 and D2 the ground. */
  ambientC: fact(quantity(-40, 90, '°C')).optional(),
  /** Loaded circuits grouped together here, this one included. */
  groupedCircuits: fact(z.int().min(1, 'at least 1: this circuit itself').max(40, 'at most 40 circuits together')).optional(),
  /** Current-carrying conductors in the raceway or bundle, its own included (NEC); counted instead of circuits where it is there. */
  loadedConductors: fact(z.int().min(1, 'at least 1 conductor').max(200, 'at most 200 conductors together')).optional(),
  soilKmPerW: fact(quantity(0.3, 5, 'K·m/W')).optional(),
  terminalC: fact(z.union([z.literal(60), z.literal(70), z.literal(75), z.literal(90)])).optional(),
  inSun: z.boolean().optional(),
  /** In a wall or partition: less than 50 mm deep in the zones where cables are looked for, or outside them, deeper, behind metal or mechanical protection, or in one with metal parts. */
  concealed: fact(z.enum(['shallow', 'off-zones', 'deep', 'protected', 'metal-partition', 'not'])).optional(),
  /** It passes through zones 1 or 2 of a bath or shower without serving anything there. */
  throughBath: fact(z.boolean()).optional(),
  tap: Tap.optional(),
  /** Outside, the wider way of a flat cable. */
  diameterM: fact(quantity(0.001, 0.2, 'm')).optional(),
  /** Colour of the sheath: a clue to the size, never proof of it. */
  jacket: fact(z.enum(['white', 'yellow', 'orange', 'black', 'other'])).optional(),
  /** The raceway it lies in, and every wire in that, of other circuits and without current too. */
  raceway: fact(RacewayKind).optional(),
  racewaySize: fact(RacewaySize).optional(),
  racewayWires: fact(WireList).optional(),
  /** Label of the box it ends in, where other circuits may end too. */
  box: ShortText.optional(),
  /**
   * What carries an earth fault back; without a word the conductors listed or sized say it. `pen` is the neutral, ahead of the
   * point of separation.
   */
  protectivePath: z.enum(['conductor', 'pen', 'raceway', 'armour', 'none']).optional(),
  /** Resistance of a raceway or armour as the return path, at 20 °C. */
  returnMohmPerM: fact(quantity(0.001, 100, 'mΩ/m')).optional(),
  roles: z.array(ConductorRole).max(12, 'at most 12 conductors').optional(),
});
export type Segment = z.infer<typeof Segment>;

/** Contact arrangements of outlets and of the plugs that fit them: NEMA WD 6, BS 1363, IEC 60884 with the sheets of IEC/TR 60083, IEC 60309. */
export const Configuration = z.enum([
  ...(['5-15', '5-20', '6-15', '6-20', '6-30', '6-50', '10-30', '10-50', '14-30', '14-50', 'L5-30', 'L14-30'] as const),
  ...(['BS1363', 'C2b', 'C3b', 'C5', '309-16-1', '309-32-1', '309-16-3', '309-32-3'] as const),
]);
export type Configuration = z.infer<typeof Configuration>;

/** An outlet or connection. Points form a tree: each hangs from another point or from the circuit itself. */
export const Point = z.strictObject({
  id: Id,
  circuitId: Id,
  order: OrderKey,
  parentPointId: Id.optional(),
  /** At the end of which segment. */
  segmentId: Id.optional(),
  roomId: Id.optional(),
  name: ShortText,
  kind: z.enum(['socket', 'light', 'switch', 'spur', 'appliance', 'junction', 'isolator']),
  /** How the next points are fed from this one; absent is unknown. */
  onward: fact(z.enum(['feed-through', 'pigtail'])).optional(),
  ratedA: fact(quantity(0.5, 400, 'A')).optional(),
  heightM: fact(quantity(0, 10, 'm')).optional(),
  /** What it is there for: a worktop, one appliance in its space, servicing of equipment, or anything. */
  serves: fact(z.enum(['countertop', 'appliance', 'servicing', 'general'])).optional(),
  sinkDistanceM: fact(quantity(0, 100, 'm')).optional(),
  /** That way goes through a door or a doorway. */
  sinkThroughDoor: fact(z.boolean()).optional(),
  /** To the edge of the nearest tub or shower, to the inside wall of the nearest pool or spa. */
  tubDistanceM: fact(quantity(0, 100, 'm')).optional(),
  poolDistanceM: fact(quantity(0, 1_000, 'm')).optional(),
  /** Zone of a bath, pool or sauna it is in (IEC 60364-7-701 to 703). */
  zone: fact(z.enum(['0', '1', '2', '3', 'outside'])).optional(),
  /** Second figure of its IP code: how it keeps water out. */
  ipX: fact(z.int().min(0, 'at least 0').max(9, 'at most 9')).optional(),
  /** Its own way of being fed: the mains, extra-low voltage apart from it, a separating transformer, a shaver unit. */
  fedBy: fact(z.enum(['mains', 'selv', 'separated', 'shaver'])).optional(),
  /** Voltage of its extra-low voltage. */
  selvV: fact(quantity(1, 120, 'V')).optional(),
  /** What its earth terminal is joined to. */
  earthTo: fact(z.enum(['conductor', 'metal-box', 'unearthed-box', 'used-as-neutral', 'none'])).optional(),
  /** It hangs on a cord, a chain or a rod, runs on a track, or is a paddle fan. */
  hanging: fact(z.boolean()).optional(),
  /** Somewhere in its box the neutral touches earth: a bare wire, a nicked one, a jumper. */
  neutralTouchesEarth: fact(z.boolean()).optional(),
  readilyAccessible: fact(z.boolean()).optional(),
  /** What stands or is shut before it: a fridge, a cupboard door. */
  behind: ShortText.optional(),
  /** Receptacles on its yoke: one is a single receptacle, two a duplex. */
  receptacles: fact(z.int().min(1, 'at least 1').max(4, 'at most 4 on one yoke')).optional(),
  configuration: fact(Configuration).optional(),
  /** How wet it gets where it stands. */
  wetness: fact(z.enum(['dry', 'damp', 'wet'])).optional(),
  /** What is plugged in or fitted here is held or touched in use. */
  touched: fact(z.boolean()).optional(),
  tamperResistant: fact(z.boolean()).optional(),
  weatherResistant: fact(z.boolean()).optional(),
  cover: fact(z.enum(['plain', 'weatherproof', 'in-use'])).optional(),
  /** Split-wired: the point that is the other half of the same outlet, on another feed. */
  splitWithId: Id.optional(),
  /** Outlet without an equipment earth, marked so (NEC 406.4(D)). */
  noEarthMarked: fact(z.boolean()).optional(),
  /** Its box: volume as marked, wires that end or are joined in it or pass, those of them that are for protection alone. */
  boxVolumeCm3: fact(quantity(20, 20_000, 'cm³')).optional(),
  boxWires: fact(WireList).optional(),
  boxEarths: fact(WireList).optional(),
  /** Gangs its devices take: one wider than a gang takes two; clamps inside it; studs and hickeys. */
  boxGangs: fact(z.int().min(0, 'at least 0').max(12, 'at most 12')).optional(),
  boxClamps: fact(z.boolean()).optional(),
  boxFittings: fact(z.int().min(0, 'at least 0').max(6, 'at most 6')).optional(),
  state: WorkState,
});
export type Point = z.infer<typeof Point>;

/** Kinds of appliance that rules on demand and on circuits treat apart. */
export const Appliance = z.enum([
  ...(['range', 'cooking-unit', 'dryer', 'water-heater', 'space-heating', 'heat-pump', 'cooling'] as const),
  ...(['vehicle-charger', 'fixed', 'other'] as const),
]);
export type Appliance = z.infer<typeof Appliance>;

/** Kinds of equipment codes ask protection for by name. */
export const Equipment = z.enum([
  ...(['range', 'wall-oven', 'counter-cooking', 'microwave', 'dishwasher', 'disposer', 'refrigerator'] as const),
  ...(['clothes-dryer', 'clothes-washer', 'water-heater', 'space-heating', 'heat-pump', 'air-conditioner'] as const),
  ...(['room-air-conditioner', 'floor-heating', 'floor-heating-concrete', 'snow-melting', 'pipe-heating'] as const),
  ...(['sump-pump', 'drinking-cooler', 'pressure-washer', 'tire-inflator', 'vacuum-machine', 'vending-machine'] as const),
  ...(['vehicle-charger', 'pool-pump', 'pool-light', 'spa', 'hydromassage', 'sauna-heater', 'boat-hoist'] as const),
  ...(['boat-supply', 'caravan-supply', 'alarm', 'smoke-alarm', 'fire-alarm', 'burglar-alarm'] as const),
  ...(['sign', 'fire-pump', 'inverter', 'battery', 'central-heating', 'fan', 'towel-rail', 'other'] as const),
]);
export type Equipment = z.infer<typeof Equipment>;

/** Something that draws current. Power is the electrical input. */
export const Load = z.strictObject({
  id: Id,
  circuitId: Id,
  order: OrderKey,
  pointId: Id.optional(),
  name: ShortText,
  powerW: fact(quantity(0.1, 1_000_000, 'W')).optional(),
  currentA: fact(quantity(0.001, 4_000, 'A')).optional(),
  /** Voltage its power is stated at. */
  plateV: fact(quantity(10, 700, 'V')).optional(),
  /** Lines of its circuit it hangs on, where that has several and feeds more than this. */
  lines: fact(z.enum(['L1', 'L2', 'L3', 'L1-L2', 'L2-L3', 'L1-L3', 'all'])).optional(),
  cosPhi: fact(quantity(0.1, 1, '')).optional(),
  continuous: fact(z.boolean()).optional(),
  /** Shape of the residual current it can leak: decides the residual device's type. */
  waveform: fact(z.enum(['sine', 'pulsating-dc', 'mixed-frequency', 'smooth-dc'])).optional(),
  leakageMa: fact(quantity(0, 500, 'mA')).optional(),
  dcLeakageMa: fact(quantity(0, 500, 'mA')).optional(),
  /** It opens by itself at 6 mA of smooth DC (RDC-DD, IEC 62955). */
  dcDetection: fact(z.boolean()).optional(),
  /** The least type of residual device its maker asks for in writing. */
  makersType: fact(z.enum(['A', 'F', 'B'])).optional(),
  inrushPeakA: fact(quantity(0, 100_000, 'A')).optional(),
  inrushS: fact(quantity(0, 10, 's')).optional(),
  startCurrentA: fact(quantity(0, 10_000, 'A')).optional(),
  startTimeS: fact(quantity(0, 120, 's')).optional(),
  /** Kinds of appliance the NEC sizes circuits for by rules of their own. */
  appliance: fact(Appliance).optional(),
  /** What codes ask protection for it as. */
  equipment: fact(Equipment).optional(),
  /** Protection built into its cord or plug. */
  inCord: fact(z.enum(['none', 'gfci', 'lcdi', 'afci', 'hdci'])).optional(),
  /** Listed for what it is used as. */
  listed: fact(z.boolean()).optional(),
  /** Fastened in place or wired in, not plugged in and moved about. */
  fastened: fact(z.boolean()).optional(),
  /** Voltages it can take: between a line and the neutral, between lines, or either. */
  voltages: fact(z.enum(['line', 'line-line', 'either'])).optional(),
  plug: fact(Configuration).optional(),
  electronics: fact(z.boolean()).optional(),
  touched: fact(z.boolean()).optional(),
  wet: fact(z.boolean()).optional(),
  /** Of a motor: its table current, not its nameplate, sizes conductors by the NEC. */
  motorHp: fact(quantity(0.1, 200, 'hp')).optional(),
  /** Protected against overload by a device of its own. */
  overloadProtected: fact(z.boolean()).optional(),
  /** Minimum circuit ampacity on the nameplate (NEC 440.4(B)). */
  minimumAmpacityA: fact(quantity(0.1, 1_000, 'A')).optional(),
  /** Greatest overcurrent device on the nameplate. */
  maximumDeviceA: fact(quantity(1, 2_000, 'A')).optional(),
  thirdHarmonicPercent: fact(quantity(0, 150, '%')).optional(),
  /** What separates it from the supply when it is worked on. */
  disconnect: fact(z.enum(['plug', 'in-sight', 'lockable', 'none'])).optional(),
  needsNeutral: z.boolean().optional(),
  mustStayOn: z.boolean().optional(),
  safetyService: z.boolean().optional(),
  withstandKv: fact(quantity(0.1, 20, 'kV')).optional(),
});
export type Load = z.infer<typeof Load>;
