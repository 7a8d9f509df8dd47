import { hash } from '../cells/hash';
import { residualPart } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { andThen, known, type Maybe, map, unknown } from '../job/known';
import { ifStated } from '../job/readers';
import type { Device, Reading } from '../job/sealed';
import { rowsOf } from '../job/tracked';
import type { Verdict } from '../judging/answer';
import { figure, fits } from '../judging/judge';
import type { Stretch } from '../network/paths';
import { segmentOhm } from '../network/segmentLoop';
import { INSULATION_MOHM } from '../tables/insulation';
import { BREAK_S, NOT_BEFORE_S } from '../tables/residualTimes';
import { CONTINUITY, DEAD_V, INSULATION_LOOK_MOHM, OPEN, RING_ALIKE_OHM, VOLTAGE_SHARE } from '../tables/testing';
import { milli } from '../units';

export type TestKind = Reading['kind'];
/**
 * What a reading says. `unknown` proves nothing: it was not taken, it cannot be, or what it was taken on has changed since; it is to be
 * taken again.
 */
export interface Judged {
  verdict: Exclude<Verdict, 'not-applicable'>;
  because: string;
  /** A caution of practice: to be looked into, and enough by the rule. */
  practice?: true;
}
const look = (because: string): Judged => ({ verdict: 'caution', because, practice: true });
const says = (verdict: Judged['verdict'], because: string): Judged => ({ verdict, because });

/** Tests of what opens on a residual current: it is to trip. */
const TRIPS: ReadonlySet<TestKind> = new Set(['gfci-trip', 'rcd-one', 'rcd-five', 'rcd-button']);
const CONTINUOUS: ReadonlySet<TestKind> = new Set(['r1-r2', 'r2', 'ring-r1', 'ring-rn', 'ring-r2']);
const BY_EYE: ReadonlySet<TestKind> = new Set(['polarity', 'functional', 'phase-order']);

/**
 * A reading of a circuit, or of a device on its way, held to its own limit.
 * @param others readings of the same circuit that stand, for what is read in pairs
 * @returns undefined for a kind that is judged elsewhere (loops that can be, and fault currents) or not yet
 */
export function judgeReading(facts: CircuitFacts, reading: Reading, others: readonly Reading[] = []): Judged | undefined {
  const { kind, outcome, reason } = reading;
  if (outcome === 'not-tested') return says('unknown', `not tested${reason === undefined ? '' : `: ${reason}`}`);
  if (isVoid(facts, reading)) return says('unknown', 'what it was read on has changed since: test again');
  if (TRIPS.has(kind) || kind === 'rcd-half') return ofResidual(facts, reading);
  if (CONTINUOUS.has(kind)) return ofContinuity(facts, reading, others);
  if (kind === 'insulation') return ofInsulation(facts, reading);
  if (BY_EYE.has(kind)) return ofEye(reading);
  if (kind === 'voltage') return ofVoltage(facts, reading);
  return kind === 'zs' ? notALoop(facts, reading) : undefined;
}

/** Whether a reading says anything of what it was taken on, right or wrong. */
export function proves(facts: CircuitFacts, { takenOn: _, ...reading }: Reading): boolean {
  return judgeReading(facts, reading)?.verdict !== 'unknown';
}

/** How many of the wanted unit are in one that may be written beside a figure. */
const TIMES: Readonly<Record<'Ω' | 'MΩ' | 'ms' | 'V', Readonly<Partial<Record<NonNullable<Reading['unit']>, number>>>>> = {
  Ω: { Ω: 1, MΩ: 1e6 },
  MΩ: { MΩ: 1, Ω: 1e-6 },
  ms: { ms: 1, s: 1000 },
  V: { V: 1 },
};
/** A figure in a unit; where nobody wrote one it is that which an instrument shows. @returns nothing for one of another quantity */
export function valueIn({ value, unit }: Pick<Reading, 'value' | 'unit'>, wanted: keyof typeof TIMES): number | undefined {
  const times = unit === undefined || unit === '' ? 1 : TIMES[wanted][unit];
  return value === undefined || times === undefined ? undefined : value * times;
}
const noFigure = (reading: Reading): Judged =>
  says('unknown', reading.value === undefined ? 'no figure was read' : `${figure(reading.value)} ${reading.unit} is none of it`);

/** Why a loop reading proves nothing: it has no figure, or is below what the supply alone has. */
function notALoop({ job }: CircuitFacts, reading: Reading): Judged | undefined {
  const ohm = valueIn(reading, 'Ω');
  if (ohm === undefined) return noFigure(reading);
  const supplies = rowsOf(job.origins)
    .filter(({ state }) => state !== 'removed')
    .map((origin) => ifStated('origins', origin, 'zeOhm', `Ze of ${origin.name}`).value);
  const zeOhm = supplies.reduce(
    (least, each) => (least === undefined || each === undefined ? undefined : Math.min(least, each)),
    Number.POSITIVE_INFINITY as number | undefined,
  );
  return zeOhm !== undefined && Number.isFinite(zeOhm) && ohm < zeOhm
    ? says('unknown', `${figure(ohm)} Ω, below Ze of ${figure(zeOhm)} Ω: it cannot be, read again`)
    : undefined;
}

function ofResidual({ job }: CircuitFacts, reading: Reading): Judged {
  const { kind, value, outcome, deviceId } = reading;
  if (kind === 'rcd-half') {
    if (outcome === 'holds') return says('pass', 'holds at half its sensitivity');
    return outcome === 'trips'
      ? says('caution', 'opened at half its sensitivity: it will open without a fault')
      : says('unknown', 'nothing was said of it');
  }
  if (outcome === 'holds') return says('stop', 'it did not open when it was tested');
  const device = job.devices[deviceId ?? ''];
  const part = device === undefined ? undefined : residualPart(device);
  const delay = part?.known === true ? part.value.delay : 'general';
  const field = kind === 'rcd-one' ? 'once' : kind === 'rcd-five' ? 'five' : undefined;
  const ms = valueIn(reading, 'ms');
  if (field === undefined) return outcome === 'trips' ? says('pass', 'opened') : says('unknown', 'nothing was said of it');
  if (ms === undefined) return value === undefined ? says('unknown', 'opened, and no time was read') : noFigure(reading);
  const mostMs = milli(BREAK_S[delay][field]);
  if (!fits(ms, mostMs)) return says('stop', `it took ${figure(ms)} ms to open, of ${figure(mostMs)} ms`);
  if (delay === 'S' && !fits(milli(NOT_BEFORE_S[field]), ms))
    return says('caution', `opened in ${figure(ms)} ms: type S stays closed for ${figure(milli(NOT_BEFORE_S[field]))} ms`);
  return says('pass', `opened in ${figure(ms)} ms of ${figure(mostMs)} ms`);
}

function ofInsulation({ job }: CircuitFacts, reading: Reading): Judged {
  const mohm = valueIn(reading, 'MΩ');
  if (mohm === undefined && reading.value !== undefined) return noFigure(reading);
  if (reading.outcome === 'off-scale')
    return mohm === undefined || fits(INSULATION_LOOK_MOHM, mohm)
      ? says('pass', 'beyond the scale of the instrument')
      : says('unknown', `beyond ${figure(mohm)} MΩ: that scale is too short to say`);
  if (mohm === undefined) return noFigure(reading);
  if (!fits(INSULATION_MOHM, mohm))
    // The American code has no figure for it: what is usual is the same.
    return says(job.dialect === 'nec' ? 'caution' : 'stop', `insulation ${mohm} MΩ, minimum ${INSULATION_MOHM} MΩ`);
  return fits(INSULATION_LOOK_MOHM, mohm)
    ? says('pass', `${mohm} MΩ ≥ ${INSULATION_MOHM} MΩ`)
    : look(`${mohm} MΩ: enough, and low enough to look why`);
}

const ofEye = ({ kind, outcome }: Reading): Judged => {
  if (outcome === 'right') return says('pass', 'right');
  if (outcome !== 'wrong') return says('unknown', 'nothing was said of it');
  return kind === 'polarity' ? says('stop', 'polarity found wrong') : says('caution', 'found wrong when it was tried');
};

function ofVoltage({ job, poles }: CircuitFacts, reading: Reading): Judged {
  const value = valueIn(reading, 'V');
  if (value === undefined) return noFigure(reading);
  if (!poles.known) return says('unknown', 'which lines the circuit has is not known');
  const { lines, neutral } = poles.value;
  const between = job.supply.voltageSystem === 'split-phase' ? 2 : Math.sqrt(3);
  const nominalV = neutral && lines === 1 ? job.supply.u0V : lines === 1 ? undefined : job.supply.u0V * between;
  if (nominalV === undefined) return says('unknown', 'which lines the circuit has is not known');
  if (value < DEAD_V) return says('caution', `${figure(value)} V: dead, or a conductor is open`);
  const off = Math.abs(value - nominalV) / nominalV;
  return fits(off, VOLTAGE_SHARE)
    ? says('pass', `${figure(value)} V of ${figure(nominalV)} V`)
    : says('caution', `${figure(value)} V, not within 5 % of ${figure(nominalV)} V: look at the neutral and at the supply`);
}

function ofContinuity(facts: CircuitFacts, reading: Reading, others: readonly Reading[]): Judged {
  const { kind, outcome } = reading;
  const nec = facts.job.dialect === 'nec';
  const open =
    kind === 'r1-r2' || kind === 'r2'
      ? `${nec ? 'the ground-fault path' : 'the protective conductor'} is open`
      : 'the ring is open';
  if (outcome === 'off-scale' || outcome === 'wrong') return says('stop', open);
  const value = valueIn(reading, 'Ω');
  if (value === undefined) return noFigure(reading);
  const design = designOhm(facts, kind);
  if (value > (design.known ? OPEN.times * design.value + OPEN.ohm : OPEN.unknownOhm))
    return says('stop', `${figure(value)} Ω: ${open}, or as good as`);
  const ring = ofRing(facts, kind, value, others);
  if (ring !== undefined) return ring;
  if (!design.known) return look(`continuous, ${figure(value)} Ω: its length is not known, to hold it against`);
  const least = CONTINUITY.fromShare * design.value - CONTINUITY.ohm;
  if (value < least)
    return says('unknown', `${figure(value)} Ω, far below the ${figure(design.value)} Ω of its length: read again`);
  return fits(value, CONTINUITY.toShare * design.value + CONTINUITY.ohm)
    ? says('pass', `${figure(value)} Ω, of its length ${figure(design.value)} Ω`)
    : says('caution', `${figure(value)} Ω, above the ${figure(design.value)} Ω of its length: look for a joint`);
}

/** Ends of a ring against each other: line and neutral alike, the protective conductor by its section. */
function ofRing(facts: CircuitFacts, kind: TestKind, value: number, others: readonly Reading[]): Judged | undefined {
  const first = others.find((each) => each.kind === 'ring-r1');
  const r1 = first === undefined ? undefined : valueIn(first, 'Ω');
  if (kind === 'ring-rn' && r1 !== undefined)
    return Math.abs(value - r1) <= RING_ALIKE_OHM + 1e-9
      ? says('pass', `${figure(value)} Ω, as r1`)
      : says('caution', `${figure(value)} Ω beside r1 of ${figure(r1)} Ω: not one and the same ring, or a poor joint`);
  if (kind === 'ring-r2' && r1 !== undefined) {
    const ratio = sectionsRatio(facts);
    if (ratio === undefined) return undefined;
    const expected = r1 * ratio;
    if (ratio > 1 && value < r1 - RING_ALIKE_OHM)
      return says('unknown', `${figure(value)} Ω, below r1 with a thinner conductor: another way round, or read again`);
    return Math.abs(value - expected) <= Math.max(RING_ALIKE_OHM, 0.15 * expected) + 1e-9
      ? says('pass', `${figure(value)} Ω, by its section ${figure(expected)} Ω`)
      : says('caution', `${figure(value)} Ω, by its section ${figure(expected)} Ω: look for a joint`);
  }
  return undefined;
}

/** By how much the protective conductor is thinner than the line; undefined where sections differ along the ring or are not known. */
function sectionsRatio({ wiring }: CircuitFacts): number | undefined {
  const ratios = wiring.stretches.map(({ facts }) => {
    const [line, protective] = [facts.mm2('lineSize'), facts.mm2('protectiveSize')];
    return line.known && protective.known ? line.value / protective.value : undefined;
  });
  return new Set(ratios).size === 1 ? ratios[0] : undefined;
}

/**
 * What a continuity test reads by the lengths of the circuit: cold, at its farthest end; of a ring end to end.
 * @returns Ω at 20 °C
 */
export function designOhm({ wiring, circuit, job }: CircuitFacts, kind: TestKind): Maybe<number> {
  const { stretches } = wiring;
  if (stretches.length === 0) return unknown(`circuits.${circuit.id}.segments`, `cable of ${circuit.name}`);
  const ohmOf = ({ facts }: Stretch): Maybe<number> => {
    const { line, neutral, back } = segmentOhm(facts, 'MAX', job.dialect);
    if (kind === 'ring-r1') return map(line, ({ re }) => re);
    if (kind === 'ring-rn') return map(neutral, ({ re }) => re);
    if (kind === 'ring-r2' || kind === 'r2') return map(back, ({ re }) => re);
    return andThen(line, (out) => map(back, (home) => out.re + home.re));
  };
  const main = stretches.filter(({ spur }) => !spur);
  if (circuit.topology === 'ring') return kind.startsWith('ring') ? sum(main.map(ohmOf)) : quarter(sum(main.map(ohmOf)));
  const far = (stretch: Stretch): Maybe<number> => {
    const before = stretches.find(({ segment }) => segment.id === stretch.after);
    const own = ohmOf(stretch);
    return before === undefined ? own : andThen(far(before), (to) => map(own, (ohm) => to + ohm));
  };
  return stretches.map(far).reduce((most, each) => andThen(most, (a) => map(each, (b) => Math.max(a, b))), known(0));
}
const sum = (all: readonly Maybe<number>[]): Maybe<number> =>
  all.reduce((total, each) => andThen(total, (a) => map(each, (b) => a + b)), known(0));
/** At the far point of a ring, cross-connected: (r1 + r2)/4. */
const quarter = (whole: Maybe<number>): Maybe<number> => map(whole, (ohm) => ohm / 4);

/** Facts of cables that a reading along them rests on, and of the device a reading of it rests on, as one text. */
export function restsOn(facts: CircuitFacts, kind: TestKind, deviceId: string | undefined): string {
  const device = facts.job.devices[deviceId ?? ''];
  if (device !== undefined) return JSON.stringify(settled(device));
  const cables = (wirings: readonly CircuitFacts['wiring'][]) =>
    wirings.flatMap(({ stretches }) =>
      stretches.map(({ segment: { id, lengthM, lineSize, neutralSize, protectiveSize, material, branchOf } }) => [
        ...[id, branchOf ?? '', said(lengthM), said(lineSize), said(neutralSize), said(protectiveSize), said(material)],
      ]),
    );
  const own = [facts.circuit.topology, cables([facts.wiring])];
  if (kind !== 'zs') return JSON.stringify(own);
  const { path, protective } = facts;
  return JSON.stringify([
    own,
    path.known ? cables(path.value.slice(0, -1)) : [],
    protective === undefined ? '' : settled(protective),
  ]);
}
const said = (fact: unknown): unknown => (fact as { value?: unknown } | undefined)?.value ?? null;
/** A device as what its tests rest on: its family and what of it decides when it opens. */
const settled = ({ id, settings, state }: Device): readonly unknown[] => {
  const { family } = settings;
  const of = (field: string): unknown => said((settings as Readonly<Record<string, unknown>>)[field]);
  const residual = 'residual' in settings ? settings.residual : undefined;
  return [
    ...[id, state, family, of('ratingA'), of('curve'), of('groundFault')],
    ...[said(residual?.sensitivityA), said(residual?.type), said(residual?.delay)],
  ];
};

/** Whether what a reading was taken on is no longer what it was. */
export const isVoid = (facts: CircuitFacts, { kind, deviceId, takenOn }: Reading): boolean =>
  takenOn !== undefined && takenOn !== hash(restsOn(facts, kind, deviceId));
