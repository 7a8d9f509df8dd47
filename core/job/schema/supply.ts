import * as z from 'zod';
import { ConductorSize, fact, Id, Lines, OrderKey, quantity, ShortText, WorkState } from './facts';

export const VoltageSystem = z.enum(['single-phase', 'split-phase', 'three-phase-400-230', 'three-phase-208-120']);
export const EarthingSystem = z.enum(['TN-S', 'TN-C-S', 'TT']);

/** The nominal supply of the whole job. U0 is line to earth. */
export const Supply = z.strictObject({
  voltageSystem: VoltageSystem,
  earthing: EarthingSystem,
  u0V: quantity(100, 400, 'V'),
  frequencyHz: z.union([z.literal(50), z.literal(60)]),
  /** IEC 60909-0 voltage factors; never applied to a declared or measured current. */
  cMax: quantity(1, 1.1, ''),
  cMin: quantity(0.9, 1, ''),
});
export type Supply = z.infer<typeof Supply>;

export const Transformer = z
  .strictObject({
    ratedVA: fact(quantity(1_000, 5_000_000, 'VA')).optional(),
    impedancePercent: fact(quantity(0.5, 15, '%')).optional(),
    xOverR: fact(quantity(0, 30, '')).optional(),
    standard: z.enum(['iec', 'ieee']).optional(),
    /** `infinite` serves the MAX state only. */
    upstream: z.enum(['infinite', 'fault-level']).optional(),
    /** Greatest fault level of the network above: serves MAX. */
    upstreamFaultVA: fact(quantity(10_000, 5_000_000_000, 'VA')).optional(),
    /** Least fault level of the network above: serves MIN. */
    upstreamLeastVA: fact(quantity(10_000, 5_000_000_000, 'VA')).optional(),
  })
  .refine((transformer) => Object.keys(transformer).length > 0, 'an empty transformer says nothing: leave it out');

/**
 * A place where power comes in. A stated impedance is a declared maximum (serves MIN); a stated current is a
 * declared maximum (serves MAX); a measured value serves both. What is absent is unknown; nothing is borrowed.
 */
export const Origin = z.strictObject({
  id: Id,
  order: OrderKey,
  name: ShortText,
  kind: z.enum(['network', 'transformer', 'generator', 'inverter']),
  state: WorkState,
  /** Loop line to earth, through the earth the installation uses: in TT its own electrode is part of it. */
  zeOhm: fact(quantity(0.001, 5_000, 'Ω')).optional(),
  zLnOhm: fact(quantity(0.001, 50, 'Ω')).optional(),
  /** Line to neutral prospective short-circuit current. */
  psccA: fact(quantity(1, 200_000, 'A')).optional(),
  /** Line to line prospective short-circuit current. */
  psccLlA: fact(quantity(1, 200_000, 'A')).optional(),
  /** Three-phase prospective short-circuit current. */
  pscc3A: fact(quantity(1, 200_000, 'A')).optional(),
  /** Line to earth prospective fault current. */
  pefcA: fact(quantity(0.1, 200_000, 'A')).optional(),
  /** The supplier's declared maximum prospective fault current, of any kind. */
  maxFaultA: fact(quantity(1, 200_000, 'A')).optional(),
  /** Least current the source is declared to drive into a bolted fault of any kind at its terminals. */
  minFaultA: fact(quantity(0.1, 200_000, 'A')).optional(),
  /** The source's neutral has no more impedance than one of its lines. */
  fullNeutral: fact(z.boolean()).optional(),
  /** Reactance over resistance of the source loops. */
  xOverR: fact(quantity(0, 30, '')).optional(),
  transformer: Transformer.optional(),
  /** It can feed the house by itself; one that only follows the network cannot. */
  runsAlone: fact(z.boolean()).optional(),
  /** Smooth DC it can feed into the installation and its earth; none through a transformer. */
  dcLeakageMa: fact(quantity(0, 500, 'mA')).optional(),
  /** What surges come in by: what stands around, flashes to ground a km² and year, lengths of line before the house. */
  surroundings: fact(z.enum(['rural', 'suburban', 'urban'])).optional(),
  flashesPerKm2: fact(quantity(0.01, 100, 'a km² and year')).optional(),
  overheadLvM: fact(quantity(0, 1_000_000, 'm')).optional(),
  cableLvM: fact(quantity(0, 1_000_000, 'm')).optional(),
  overheadHvM: fact(quantity(0, 1_000_000, 'm')).optional(),
  cableHvM: fact(quantity(0, 1_000_000, 'm')).optional(),
  /** An external lightning protection system stands on the building. */
  lightningProtection: fact(z.boolean()).optional(),
  /** What a surge could cost here, and whether its owner declared in writing that he bears it (BS 7671 443.4.1). */
  surgeCosts: fact(z.enum(['life', 'safety-service', 'money-or-data', 'no-more'])).optional(),
  surgeDeclined: fact(z.boolean()).optional(),
  /** Neutral to protective conductor joined for this source: needed for an island or generator. */
  neutralBond: fact(z.boolean()).optional(),
  /**
   * What keeps it from feeding together with a source it may not feed beside: a changeover that opens the lines, one that opens the
   * neutral with them, an interlock of two breakers, or nothing. A transfer switch that is drawn says it by itself.
   */
  partedBy: fact(z.enum(['changeover', 'changeover-neutral', 'interlock', 'nothing'])).optional(),
  /** Copper conductor that bonds metal pipes and frames to the main earthing terminal. */
  bondingSize: fact(ConductorSize).optional(),
  /** Metal pipes and frames that come in here: bonded to the main earthing terminal, not bonded, or there are none. */
  pipes: fact(z.enum(['bonded', 'not-bonded', 'none'])).optional(),
});
export type Origin = z.infer<typeof Origin>;

/** One way the house can be fed: which origins are connected, and whether together. */
export const SourceState = z.strictObject({
  id: Id,
  order: OrderKey,
  name: ShortText,
  kind: z.enum(['grid', 'island', 'generator']),
  originIds: z.array(Id).min(1, 'a source state needs an origin').max(8, 'at most 8 origins in one source state'),
});
export type SourceState = z.infer<typeof SourceState>;

export const ElectrodeKind = z.enum(['rod', 'pipe', 'plate', 'ring', 'foundation', 'water-pipe', 'structure']);

export const Electrode = z.strictObject({
  id: Id,
  order: OrderKey,
  name: ShortText,
  boardId: Id.optional(),
  originId: Id.optional(),
  kind: ElectrodeKind.optional(),
  resistanceOhm: fact(quantity(0.01, 20_000, 'Ω')).optional(),
  /** Copper conductor that leads to it. */
  conductorSize: fact(ConductorSize).optional(),
  /** Length of a rod or pipe in contact with the soil; clear distance to the nearest other; resistivity of the soil. */
  lengthM: fact(quantity(0.1, 50, 'm')).optional(),
  spacingM: fact(quantity(0.1, 100, 'm')).optional(),
  soilOhmM: fact(quantity(1, 20_000, 'Ω·m')).optional(),
  state: WorkState,
});
export type Electrode = z.infer<typeof Electrode>;

/** What a room is used as: what codes ask of it hangs on that. */
export const RoomUse = z.enum([
  ...(['kitchen', 'bath', 'laundry', 'bedroom', 'living', 'dining', 'hall', 'stairs', 'store', 'closet', 'utility'] as const),
  ...(['workshop', 'garage', 'outbuilding', 'basement-finished', 'basement-unfinished', 'attic', 'crawl-space'] as const),
  ...(['outdoors', 'boathouse', 'sauna', 'pool', 'other'] as const),
]);
export type RoomUse = z.infer<typeof RoomUse>;

export const Room = z.strictObject({
  id: Id,
  order: OrderKey,
  name: ShortText,
  floor: ShortText.optional(),
  zone: z.enum(['dry', 'damp', 'bath', 'pool', 'sauna', 'outdoor', 'garage', 'kitchen', 'workshop', 'agricultural']).optional(),
  use: fact(RoomUse).optional(),
  /** What it is part of: a dwelling, an accessory building of one, or neither. */
  part: fact(z.enum(['dwelling', 'accessory', 'other'])).optional(),
  /** Its floor is at grade level or below. */
  atGrade: fact(z.boolean()).optional(),
  /** People live in it: a den, a library, a sunroom. */
  habitable: fact(z.boolean()).optional(),
  /** How wet its outlets get, where one of them says nothing else. */
  wetness: fact(z.enum(['dry', 'damp', 'wet'])).optional(),
  /** Sinks, tubs and showers in it, or within six feet of its outlets. */
  water: fact(z.enum(['none', 'sink', 'tub', 'both'])).optional(),
  /** Permanent means to prepare food or drink, beside a sink. */
  foodPreparation: fact(z.boolean()).optional(),
  /** Supplementary or equipotential bonding of its metal. */
  bonding: fact(z.enum(['bonded', 'not-bonded', 'no-metal'])).optional(),
  /** Wall along which outlets are spaced, doorways left out, and counter measured along its back edge. */
  wallM: fact(quantity(0.1, 500, 'm')).optional(),
  counterM: fact(quantity(0.1, 100, 'm')).optional(),
});
export type Room = z.infer<typeof Room>;

export const Board = z.strictObject({
  id: Id,
  order: OrderKey,
  name: ShortText,
  place: ShortText.optional(),
  roomId: Id.optional(),
  state: WorkState,
  otherBuilding: z.boolean().optional(),
  /** It stands over the steps of a stair. */
  overSteps: fact(z.boolean()).optional(),
  /** What it serves: a household, a residential building above 18 m, one shared by households, student rooms, a care home, a workplace. */
  premises: fact(z.enum(['household', 'high-rise', 'shared', 'student', 'care', 'work'])).optional(),
  /** What switches it off in an emergency stands outdoors, within reach (NEC 230.85, 225.41). */
  emergencyDisconnect: fact(z.boolean()).optional(),
  /** Within reach without a ladder, a key, or moving anything. */
  readilyAccessible: fact(z.boolean()).optional(),
  spaces: fact(z.int().min(1, 'at least 1 space').max(200, 'at most 200 spaces')).optional(),
  busLines: Lines.optional(),
  ratedA: fact(quantity(1, 4_000, 'A')).optional(),
  /** Share of its rating a device may carry here: inside temperature and neighbours (IEC 61439-3 diversity). */
  deviceFactor: fact(quantity(0.3, 1, '')).optional(),
  neutralBonded: fact(z.boolean()).optional(),
  /** Armour, pipe or bond ties the earth here to the supply's. */
  earthTied: fact(z.boolean()).optional(),
  /** Something of this earth and something of the supply's can be touched together. */
  earthsWithinReach: fact(z.boolean()).optional(),
  /** Marked by BS EN 61439-3 annex ZB: 16 kA behind the supplier's cut-out. */
  annexZB: fact(z.boolean()).optional(),
  /** Floor area of the dwelling it serves, outside dimensions, without porches, garages and what is not to be finished (NEC 220). */
  areaM2: fact(quantity(1, 5_000, 'm²')).optional(),
  /** Way the demand of the dwelling it serves is calculated. */
  demandMethod: fact(z.enum(['standard', 'optional', 'existing', 'metered'])).optional(),
  /** Greatest demand metered over a year, in quarter-hours. */
  meteredVa: fact(quantity(100, 1_000_000, 'VA')).optional(),
  /** Current an energy management system holds the board to, as it is set. */
  managedA: fact(quantity(1, 4_000, 'A')).optional(),
  floors: fact(z.int().min(1, 'at least 1').max(20, 'at most 20')).optional(),
  people: fact(z.int().min(1, 'at least 1').max(100, 'at most 100')).optional(),
  electronics: fact(z.enum(['few', 'usual', 'many'])).optional(),
  /** Of what is used now, kept free for later. */
  growthPercent: fact(quantity(0, 200, '%')).optional(),
  /** Two columns of spaces on alternating lines, or rails of modules; without a word as boards of the dialect are. */
  layout: z.enum(['slots', 'rails']).optional(),
  rails: fact(z.int().min(1, 'at least 1 rail').max(12, 'at most 12 rails')).optional(),
  /** Spaces from this number on take half-size and twin devices; 0: none does. */
  halfFrom: fact(z.int().min(0, '0: no space takes them').max(200, 'at most 200')).optional(),
  /** Neutrals of devices plug onto the bars. */
  plugOnNeutral: fact(z.boolean()).optional(),
  /** A jumper joins the bars: every space is on one line. */
  oneLineJumper: fact(z.boolean()).optional(),
  /** Every space without a device is closed. */
  openingsClosed: fact(z.boolean()).optional(),
  nonCombustible: fact(z.boolean()).optional(),
  neutralTerminals: fact(z.int().min(0, 'at least 0').max(200, 'at most 200')).optional(),
  earthTerminals: fact(z.int().min(0, 'at least 0').max(200, 'at most 200')).optional(),
  /** Wires one terminal of the earth bar is listed for. */
  earthWiresPerTerminal: fact(z.int().min(1, 'at least 1').max(6, 'at most 6')).optional(),
  /** A place where the earths of telephone, aerial and cable are bonded. */
  intersystemBonding: fact(z.boolean()).optional(),
  /** Where what switches the whole board off is. */
  disconnect: fact(z.enum(['own-main', 'in-sight', 'lockable', 'remote'])).optional(),
});
export type Board = z.infer<typeof Board>;
