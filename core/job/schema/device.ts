import * as z from 'zod';
import { DateText, fact, Id, Lines, OrderKey, quantity, ShortText, WorkState } from './facts';

const ratingA = fact(quantity(0.5, 4_000, 'A')).optional();
const breakingA = fact(quantity(100, 200_000, 'A')).optional();
const Poles = z.enum(['1P', '1P+N', '2P', '3P', '3P+N', '4P']);

/** Maker's let-through energy, each point good up to its own prospective current. */
const LetThrough = z
  .array(z.strictObject({ upToA: quantity(1, 200_000, 'A'), letThroughA2s: quantity(1, 1e9, 'A²s') }))
  .min(1, 'at least one point')
  .max(40, 'at most 40 points')
  .refine(
    (points) =>
      points.every(
        (point, index) =>
          index === 0 || (point.upToA > points[index - 1]!.upToA && point.letThroughA2s >= points[index - 1]!.letThroughA2s),
      ),
    'currents rise from point to point, and energy does not fall',
  );

/** Points of a device's own time-current curve. */
export const CurvePoints = z
  .array(
    z.strictObject({
      currentA: quantity(0.1, 200_000, 'A'),
      fastS: quantity(0.0001, 100_000, 's'),
      slowS: quantity(0.0001, 100_000, 's'),
    }),
  )
  .min(2, 'at least two points')
  .max(80, 'at most 80 points')
  .refine(
    (points) => points.every(({ fastS, slowS }) => fastS <= slowS),
    'opens no later than it has opened: fast_s ≤ slow_s at every point',
  )
  .refine(
    (points) =>
      points.every(({ currentA, fastS, slowS }, at) => {
        const before = points[at - 1];
        return before === undefined || (currentA > before.currentA && fastS <= before.fastS && slowS <= before.slowS);
      }),
    'currents rise from point to point, and no time rises with them',
  );

const Residual = z.strictObject({
  sensitivityA: fact(quantity(0.004, 30, 'A')).optional(),
  type: fact(z.enum(['AC', 'A', 'F', 'B'])).optional(),
  delay: fact(z.enum(['general', 'S'])).optional(),
  /** Its electronics live on the voltage of the line: dead with the neutral ahead of it lost, unless an earth lead keeps them alive. */
  voltageDependent: fact(z.boolean()).optional(),
  functionalEarth: fact(z.enum(['landed', 'loose', 'none'])).optional(),
  /** It stands a surge of 3 kA 8/20 without opening, as type S does. */
  surgeImmune: fact(z.boolean()).optional(),
});

/** What is seen on a device that sits in a board. */
const mounting = {
  /** Wires one of its terminals takes. */
  terminalWires: fact(z.int().min(1, 'at least 1 wire').max(4, 'at most 4 wires')).optional(),
  terminalTorqueNm: fact(quantity(0.1, 100, 'N·m')).optional(),
  /** Room it takes on a rail, in modules of 18 mm. */
  widthModules: fact(quantity(0.5, 16, 'modules')).optional(),
  /** Of the American boards: `half` takes half a space for each pole, a `twin` is two breakers in one space. */
  spaceUse: fact(z.enum(['full', 'half', 'twin'])).optional(),
  /** How the neutral of a device with one reaches the bar: a wire of its own, or by being plugged on. */
  neutralLead: fact(z.enum(['pigtail', 'plug-on'])).optional(),
  /** Listed, or verified by the maker of the board, for the board it sits in. */
  listedHere: fact(z.boolean()).optional(),
};

/** What a device without a breaking capacity of its own stands together with an overcurrent device. */
const conditional = {
  conditionalA: breakingA,
  conditionalWithDeviceId: Id.optional(),
  /** That device as it was named, in one line. */
  conditionalWithAs: ShortText.optional(),
};

const overcurrentBreaker = {
  ratingA,
  curve: fact(z.enum(['B', 'C', 'D', 'Z', 'K'])).optional(),
  poles: Poles,
  /** Rated short-circuit capacity Icn. */
  icnA: breakingA,
  /** Service short-circuit capacity Ics. */
  icsA: breakingA,
  energyClass: fact(z.enum(['1', '2', '3'])).optional(),
  makerLetThrough: fact(LetThrough).optional(),
  curvePoints: fact(CurvePoints).optional(),
  /** Overrides the board's factor for this one device. */
  ownFactor: fact(quantity(0.3, 1, '')).optional(),
  ...mounting,
};

/** A warranty of a surge device: of itself, or of what is connected behind it. */
const Warranty = z.strictObject({
  of: z.enum(['product', 'connected-equipment']),
  until: DateText.optional(),
  /** The most it pays, in the currency of the job. */
  most: quantity(0, 100_000_000, '').optional(),
  conditions: ShortText.optional(),
  toldTo: ShortText.optional(),
  on: DateText.optional(),
});

/** Parameters by family. Families are those of a published standard, never a maker's range. */
export const DeviceSettings = z.discriminatedUnion('family', [
  z.strictObject({ family: z.literal('mcb'), ...overcurrentBreaker }),
  z.strictObject({
    family: z.literal('rcbo'),
    ...overcurrentBreaker,
    residual: Residual,
    bidirectional: fact(z.boolean()).optional(),
  }),
  z.strictObject({
    family: z.literal('rccb'),
    ratingA,
    poles: Poles,
    residual: Residual,
    ...conditional,
    ...mounting,
  }),
  z.strictObject({
    family: z.literal('fuse'),
    system: z.enum(['gG', 'BS88-2', 'BS88-3', 'BS1361', 'BS1362', 'semi-enclosed', 'J', 'R', 'T', 'CC', 'G', 'plug']),
    ratingA,
    poles: Poles,
    breakingA,
    /** True where the device bears no breaking capacity: its standard's floor then counts. */
    unmarked: fact(z.boolean()).optional(),
    timeDelay: fact(z.boolean()).optional(),
    curvePoints: fact(CurvePoints).optional(),
    ...mounting,
  }),
  z.strictObject({
    family: z.literal('mccb'),
    frameA: ratingA,
    poles: Poles,
    irA: fact(quantity(1, 4_000, 'A')).optional(),
    trS: fact(quantity(0.1, 60, 's')).optional(),
    isdA: fact(quantity(1, 50_000, 'A')).optional(),
    tsdS: fact(quantity(0, 5, 's')).optional(),
    iiA: fact(quantity(1, 100_000, 'A')).optional(),
    curvePoints: fact(CurvePoints).optional(),
    icuA: breakingA,
    icsA: breakingA,
    ...mounting,
  }),
  z.strictObject({
    family: z.literal('moulded-case-nec'),
    ratingA,
    poles: Poles,
    aicA: breakingA,
    /** True where the device bears no interrupting rating: its standard's floor then counts. */
    unmarked: fact(z.boolean()).optional(),
    voltageMarking: fact(z.enum(['120', '120/240', '240', '277', '480'])).optional(),
    curvePoints: fact(CurvePoints).optional(),
    instantaneousLowTimes: fact(quantity(2, 20, 'In')).optional(),
    instantaneousHighTimes: fact(quantity(2, 30, 'In')).optional(),
    hundredPercentListed: fact(z.boolean()).optional(),
    arcFault: z.enum(['none', 'combination', 'branch-feeder']).optional(),
    groundFault: z.enum(['none', 'class-A', 'equipment-30mA']).optional(),
    ...mounting,
  }),
  z.strictObject({
    family: z.literal('outlet-protection'),
    groundFault: z.enum(['none', 'class-A', 'residual']),
    arcFault: z.enum(['none', 'outlet']),
    residual: Residual.optional(),
    ratingA,
    weatherResistant: fact(z.boolean()).optional(),
    tamperResistant: fact(z.boolean()).optional(),
    /** Fed at its load terminals: found so. */
    reversed: fact(z.boolean()).optional(),
    ...conditional,
  }),
  z.strictObject({ family: z.literal('afdd'), ratingA, poles: Poles, ...conditional, ...mounting }),
  z.strictObject({
    family: z.literal('switch'),
    duty: z.enum(['main', 'isolator', 'transfer', 'contactor']),
    ratingA,
    poles: Poles,
    ...conditional,
    ...mounting,
  }),
  z.strictObject({
    family: z.literal('spd'),
    type: fact(z.enum(['1', '1+2', '2', '3'])).optional(),
    ucV: fact(quantity(50, 1_000, 'V')).optional(),
    upKv: fact(quantity(0.1, 20, 'kV')).optional(),
    inKa: fact(quantity(0.1, 200, 'kA')).optional(),
    iimpKa: fact(quantity(0.1, 200, 'kA')).optional(),
    /** Of its part between neutral and earth. */
    npeInKa: fact(quantity(0.1, 200, 'kA')).optional(),
    npeIimpKa: fact(quantity(0.1, 200, 'kA')).optional(),
    sccrA: breakingA,
    leadM: fact(quantity(0, 20, 'm')).optional(),
    connection: z.enum(['1+1', '2+0', '3+1', '4+0', 'L-N-G']).optional(),
    /** What opens it when it fails, and that device as its listing names it, in one line. */
    backupDeviceId: Id.optional(),
    backupAs: ShortText.optional(),
    /** It opens itself when it fails: a listed disconnector inside. */
    ownDisconnector: fact(z.boolean()).optional(),
    mount: fact(z.enum(['plug-on', 'breaker-fed', 'line-side'])).optional(),
    /** What its window shows. */
    indicator: fact(z.enum(['good', 'failed'])).optional(),
    /** Of type 3: its instructions allow it nearer than 10 m (30 ft) to the service. */
    nearAllowed: fact(z.boolean()).optional(),
    warranties: z.array(Warranty).max(10, 'at most 10 warranties').optional(),
  }),
  z.strictObject({
    family: z.literal('monitor'),
    watches: z.enum(['earth-leakage', 'dc-6mA', 'open-pen', 'voltage', 'insulation', 'load']),
    opens: z.boolean(),
    thresholdA: fact(quantity(0.001, 1_000, 'A')).optional(),
  }),
]);
export type DeviceSettings = z.infer<typeof DeviceSettings>;
export type DeviceFamily = DeviceSettings['family'];

export const Grade = z.enum(['standard', 'typical', 'maker']);
export type Grade = z.infer<typeof Grade>;

/**
 * A device and where it sits: at the start or the end of a circuit, in a board ahead of several circuits,
 * or at a point. `lines` are the lines its poles open; the neutral's landing is recorded apart.
 */
export const Device = z.strictObject({
  id: Id,
  order: OrderKey,
  name: ShortText,
  state: WorkState,
  seat: z.enum(['start', 'end', 'board', 'point']),
  circuitId: Id.optional(),
  boardId: Id.optional(),
  pointId: Id.optional(),
  behindDeviceId: Id.optional(),
  slot: ShortText.optional(),
  lines: Lines,
  /** Another device it is tied to: they are switched together by their handles, or trip together. */
  tiedTo: Id.optional(),
  tie: fact(z.enum(['handle', 'common-trip'])).optional(),
  /** A main that is fed from its load side, and held so that it cannot be pulled off the bars by hand. */
  backFed: fact(z.boolean()).optional(),
  fastened: fact(z.boolean()).optional(),
  neutralAt: fact(z.enum(['bar', 'this-device', 'other-device'])).optional(),
  neutralDeviceId: Id.optional(),
  /** Share of what hangs behind a device of a board that runs together. */
  diversity: fact(quantity(0.05, 1, '')).optional(),
  /** Standing leakage through a residual device, read with a clamp round all its live conductors. */
  standingMa: fact(quantity(0, 10_000, 'mA')).optional(),
  /** Everything behind it was on while that was read. */
  standingAllOn: fact(z.boolean()).optional(),
  /** How its time-current band is read; each verdict that rests on it names it. */
  grade: Grade,
  settings: DeviceSettings,
});
export type Device = z.infer<typeof Device>;

/**
 * A tested combination (series rating, back-up protection): together the two break what the downstream device alone may
 * not. It names both as they were listed; when either is no longer that device, it is void.
 */
export const Combination = z.strictObject({
  id: Id,
  order: OrderKey,
  upstreamDeviceId: Id,
  downstreamDeviceId: Id,
  capacityA: fact(quantity(100, 200_000, 'A')),
  reference: ShortText.min(1, 'name the listing or table it is from'),
  /** The devices as listed, each in one line. */
  upstreamAs: ShortText,
  downstreamAs: ShortText,
});
export type Combination = z.infer<typeof Combination>;
