import { metricWithstand, steelWithstand, type Withstand } from '../../conductors/withstand';
import type { Band } from '../../curves/band';
import { timeAt } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import { type LetThrough, letThroughOf } from '../../devices/letThrough';
import { residualPart } from '../../devices/residual';
import { otherWays } from '../../house/chains';
import { type CircuitFacts, isResidual } from '../../house/facts';
import { all, type Givens, join, known, lack, type Maybe, map, type Unknown } from '../../job/known';
import { settingIfEntered, settingPath } from '../../job/readers';
import type { Device } from '../../job/sealed';
import { protectiveWord } from '../../job/terms';
import type { Check, WorkingLine } from '../../judging/answer';
import { faultLine } from '../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line, notApplicable, unknownCheck } from '../../judging/judge';
import { type CheckName, keyed } from '../../judging/keys';
import type { Fault } from '../../network/fault';
import { currentOf } from '../../network/feeds';
import type { Stretch } from '../../network/paths';
import type { ReturnPath, SegmentFacts } from '../../network/segmentFacts';
import { type FaultKind, kindsAmong } from '../../network/states';
import { ADIABATIC_S, GUIDE_1_MM2, K_SOURCE } from '../../tables/adiabatic';
import { ADJUSTABLE } from '../../tables/breakerGates';
import { OVERLOAD_TIMES } from '../../tables/overload';
import { RESIDUAL_SOURCE } from '../../tables/residualTimes';
import type { Source } from '../../tables/source';

const TYPICAL: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'seven tenths of the class value; typical band',
  basis: 'practice',
};
const OVERLOAD: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '435.1, 434.5.2: up to 5 s', basis: 'memory' };

/**
 * Let-through against what the live and the protective conductor of a segment take, for the fault at its start (MAX) and at
 * its far end from every source (MIN), every kind there can be; the one that asks most of its conductor counts. Between lines and
 * neutral no residual device helps; to earth one may be the sooner. In live conductors what takes longer than 5 s is left to overload
 * protection, as far as overload goes; beyond, and in a protective conductor, its heat counts all the same (435.1, 543.1).
 * @param held the device holds the cable against overload too
 */
export function adiabaticChecks(facts: CircuitFacts, device: Device, stretch: Stretch, held: boolean): Check[] {
  const { segment } = stretch;
  const liveId = keyed('energy', segment.id, 'live');
  const live = `Adiabatic, live conductors of ${stretch.facts.name}`;
  if (!facts.poles.known) return [unknownCheck(liveId, live, facts.poles.missing)];
  const kinds = kindsAmong(facts.poles.value).filter((kind) => kind !== 'L-PE');
  const residual = residualOnAllWays(facts);
  const check = (id: CheckName, title: string, among: readonly FaultKind[]) => {
    const worst = worstOf(facts, device, stretch, among, residual, held);
    if (!worst.known) return unknownCheck(id, title, worst.missing);
    if (worst.value !== undefined) return judge(id, title, known(worst.value, worst.given));
    return notApplicable(id, title, `disconnection > ${ADIABATIC_S} s: overload protection decides`);
  };
  const checks = kinds.length === 0 ? [] : [check(liveId, live, kinds)];
  const path = stretch.facts.returnPath;
  const earthId = keyed('energy', segment.id, 'L-PE');
  if (!path.known) checks.push(unknownCheck(earthId, `Adiabatic, return path along ${stretch.facts.name}`, path.missing));
  else if (path.value !== 'pen' && path.value !== 'none') {
    const conductor = path.value === 'conductor' ? protectiveWord(facts.job) : path.value;
    checks.push(check(earthId, `Adiabatic, ${conductor} of ${stretch.facts.name}`, ['L-PE']));
  }
  return checks;
}

/** One fault and what it asks of its conductor. */
interface Asked {
  fault: Fault;
  energy: LetThrough;
  /** When the fault is gone, at the latest. */
  timeS: number;
  /** A residual device is the sooner. */
  byResidual: boolean;
  /** The device surely opens at once. */
  magnetic: boolean;
  withstand: Withstand;
  /** Least it lets through by custom, where how soon it opens is a maker's to say. */
  leastA2s: number | undefined;
}

/** Written out plainly: it is asked twice for every segment, and is most of what a study does. */
function worstOf(
  facts: CircuitFacts,
  device: Device,
  { segment, after, facts: own }: Stretch,
  kinds: readonly FaultKind[],
  residualDevices: readonly Device[],
  held: boolean,
): Maybe<Comparison | undefined> {
  const { network } = facts.house;
  const { wiring } = facts;
  const letThrough = letThroughOf(device);
  const band = overcurrentBand(device, 'standard');
  if (!letThrough.known || !band.known) return all({ letThrough, band }) as Unknown;
  const { overloadOnly } = band.value;
  const typical = overloadOnly === true ? overcurrentBand(device, 'typical') : undefined;
  const overloadA = overloadRange(device, band.value);
  const sureA = band.value.instantaneous?.upperA ?? Number.POSITIVE_INFINITY;
  let worst: Asked | undefined;
  let given = join(letThrough.given, band.given);
  for (const kind of kinds) {
    const withstand = withstandOf(own, kind);
    const least = network.eachLeast(wiring, segment.id, kind);
    const most = network.most(wiring, after, kind);
    if (!withstand.known || !least.known || !most.known) return all({ withstand, least, most }) as Unknown;
    given = join(given, join(withstand.given, join(least.given, most.given)));
    for (const fault of [...least.value, asRead(most.value)]) {
      const slowS = timeAt(band.value.maximum, fault.currentA);
      // Above its sure instantaneous current the device limits the energy, whatever a residual part would take.
      const magnetic = fits(sureA, fault.currentA);
      const residual = kind === 'L-PE' && !magnetic ? residualTime(residualDevices, fault.currentA) : undefined;
      const byResidual = residual !== undefined && residual.timeS < slowS;
      const timeS = byResidual ? residual.timeS : slowS;
      if (byResidual) given = join(given, residual.given);
      if (timeS > ADIABATIC_S && held && kind !== 'L-PE' && fits(fault.currentA, overloadA)) continue;
      const energy = letThrough.value(fault.currentA);
      // That another asks more rests on what this one lets through.
      given = join(given, energy.given);
      const leastA2s = typical?.known === true ? fault.currentA ** 2 * timeAt(typical.value.minimum, fault.currentA) : undefined;
      const asked: Asked = { fault, energy, timeS, byResidual, magnetic, withstand: withstand.value, leastA2s };
      if (worst === undefined || share(asked, held) > share(worst, held)) worst = asked;
    }
  }
  return worst === undefined
    ? known(undefined, given)
    : known(worst.timeS > ADIABATIC_S && !held ? tooLong(device, worst) : byEnergy(device, worst), given);
}

/** A fault by what was read at the source, where a supplier's declared greatest current stands beside a reading: what a cable is heated by. */
function asRead(fault: Fault): Fault {
  if (fault.feeds.every(({ source }) => source.read === undefined)) return fault;
  const feeds = fault.feeds.map(({ source, cable }) => ({ source: source.read ?? source, cable }));
  const currentA = currentOf(feeds, 'MAX');
  return { ...fault, feeds, currentA, loopOhm: fault.emfV / currentA };
}

/** As far as overload goes: ten times the rating or setting (practice), and no farther than where a short delay may take over. */
function overloadRange(device: Device, { ratedA }: Band): number {
  const shortA = settingIfEntered(device, 'isdA').value;
  const tenfoldA = OVERLOAD_TIMES * ratedA;
  return shortA === undefined ? tenfoldA : Math.min(tenfoldA, ADJUSTABLE.setting.low * shortA);
}

/**
 * Residual devices a fault's current passes whatever source drives it. One at the far end of the cable does not see it, and
 * one at the usual source sees nothing of what another drives.
 */
function residualOnAllWays(facts: CircuitFacts): Device[] {
  const residual = facts.ahead.filter(isResidual);
  if (residual.length === 0) return [];
  const others = otherWays(facts).map(({ way }) => (way.known ? way.value : []));
  return residual
    .map(({ device }) => device)
    .filter(({ id }) => others.every((way) => way.some(({ device }) => device.id === id)));
}

/** The soonest of some residual devices. */
function residualTime(devices: readonly Device[], currentA: number): { timeS: number; given: Givens } | undefined {
  let soonest: { timeS: number; given: Givens } | undefined;
  for (const device of devices) {
    const part = residualPart(device);
    if (part?.known !== true) continue;
    const timeS = timeAt(part.value.maximum, currentA);
    if (soonest === undefined || timeS < soonest.timeS) soonest = { timeS, given: part.given };
  }
  return soonest;
}

const demandOf = ({ fault, energy, timeS, byResidual }: Asked): number =>
  byResidual ? Math.min(energy.sureA2s, fault.currentA ** 2 * timeS) : energy.sureA2s;
const share = (asked: Asked, held: boolean): number =>
  asked.timeS > ADIABATIC_S && !held ? Number.POSITIVE_INFINITY : demandOf(asked) / asked.withstand.a2s;

const withstandOf = (segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> =>
  segment.once(`withstand ${kind}`, () => leastWithstand(segment, kind));

function leastWithstand(segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> {
  const back = kind === 'L-N' ? 'neutralSize' : kind === 'L-PE' ? 'protectiveSize' : 'lineSize';
  const path: Maybe<ReturnPath> = kind === 'L-PE' ? segment.returnPath : CONDUCTOR;
  const facts = all({
    path,
    material: segment.material,
    backMaterial: segment.metalOf(back),
    insulation: segment.insulation,
    lineMm2: segment.mm2('lineSize'),
    backMm2: segment.mm2(back),
  });
  return map(facts, ({ path: by, material, backMaterial, insulation, lineMm2, backMm2 }) => {
    const line = metricWithstand(material, insulation, lineMm2);
    const home =
      by === 'armour' || by === 'raceway'
        ? steelWithstand(by, insulation, backMm2)
        : metricWithstand(backMaterial, insulation, backMm2);
    return home.a2s < line.a2s ? home : line;
  });
}
const CONDUCTOR = known<ReturnPath>('conductor');

/** With no overload protection of its own the cable may be heated for as long as it takes. */
const tooLong = (device: Device, { fault, timeS }: Asked): Comparison => ({
  demand: timeS,
  limit: ADIABATIC_S,
  unit: 's',
  of: ['trip', 'tMax'],
  rule: OVERLOAD,
  because: () =>
    `${figure(fault.currentA)} A ${fault.said} ${where(fault)}: ${device.name} ${Number.isFinite(timeS) ? `takes ${figure(timeS)} s` : 'never opens'}, and does not protect the cable against overload`,
  working: () => [faultLine(fault), line('t ≤ 5 s', `${figure(timeS)} ≤ ${ADIABATIC_S}`, holds(timeS, ADIABATIC_S), OVERLOAD)],
});

const where = ({ state }: Fault): string =>
  state === 'MAX' ? 'at its start, conductors at 20 °C' : 'at its far end, conductors at operating temperature';

/** Sure value within: pass. Sure value beyond but typical within: caution. Beyond at once, with no maker's data: not known. */
function byEnergy(device: Device, asked: Asked): Comparison {
  const { fault, energy, withstand, timeS, byResidual, magnetic } = asked;
  const { currentA } = fault;
  if (energy.byGuide && !fits(demandOf(asked), withstand.a2s) && fits(GUIDE_1_MM2.a2s, withstand.a2s)) return bySize(asked);
  const demand = demandOf(asked);
  const sure = fits(demand, withstand.a2s);
  // What its maker measured is what it lets through: no custom says otherwise.
  const customary = energy.how !== 'maker' && energy.typicalA2s !== undefined && fits(energy.typicalA2s, withstand.a2s);
  const perhaps = asked.leastA2s !== undefined && fits(asked.leastA2s, withstand.a2s);
  const beyond = customary ? 'caution' : perhaps || (magnetic && energy.how !== 'maker') ? 'unknown' : 'stop';
  const why = sure
    ? ''
    : customary
      ? '; the surest value exceeds, the typical one fits'
      : beyond === 'unknown'
        ? `; needs the maker's ${perhaps ? 'curve' : 'let-through'} at this current`
        : '';
  return {
    demand,
    limit: withstand.a2s,
    unit: 'A²s',
    of: ['I2t', 'k2S2'],
    rule: K_SOURCE,
    beyond,
    because: () => `${figure(currentA)} A ${fault.said} ${where(fault)}${why}`,
    missing:
      beyond === 'unknown'
        ? [
            perhaps
              ? { path: settingPath(device, 'curvePoints'), what: `curve points of ${device.name}` }
              : lack(
                  'let-through',
                  settingPath(device, 'makerLetThrough'),
                  `let-through of ${device.name} at ${figure(currentA)} A`,
                ),
          ]
        : [],
    working: () => [
      faultLine(fault),
      byResidual ? residualLine(currentA, timeS, demand) : energyLine(energy, currentA),
      ...(sure || energy.typicalA2s === undefined
        ? []
        : [line('typical let-through', 'never above the sure value', `${figure(energy.typicalA2s)} A²s`, TYPICAL)]),
      line(withstand.formula, withstand.values, `${figure(withstand.a2s)} A²s`, withstand.source),
      line(
        'let-through ≤ withstand',
        `${figure(demand)} ≤ ${figure(withstand.a2s)}`,
        holds(demand, withstand.a2s),
        withstand.source,
      ),
    ],
  };
}

/** What the trade's table of sizes allows where energies are within its rounding: sizes then, no energies. */
function bySize({ fault, withstand }: Asked): Comparison {
  const there = Math.sqrt(withstand.a2s / GUIDE_1_MM2.a2s);
  return {
    demand: 1,
    limit: there,
    unit: 'mm²',
    of: ['requiredSize', 'S', 'limit-first'],
    rule: GUIDE_SOURCE,
    because: () => `${figure(fault.currentA)} A ${fault.said} ${where(fault)}: 1.0 mm² of copper by the trade's table of sizes`,
    working: () => [
      faultLine(fault),
      line('size by the table ≤ size there, as copper', `1.0 ≤ ${figure(there)} mm²`, holds(1, there), GUIDE_SOURCE),
    ],
  };
}
const GUIDE_SOURCE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'least protective conductor behind B to 16 A, class 3, at up to 3 kA: 1.0 mm² (1.07 rounded)',
  basis: 'practice',
};

const residualLine = (currentA: number, timeS: number, a2s: number): WorkingLine =>
  line('I²·t, max residual trip time', `${figure(currentA)}² · ${figure(timeS)} s`, `${figure(a2s)} A²s`, RESIDUAL_SOURCE);

function energyLine(energy: LetThrough, currentA: number): WorkingLine {
  const how = {
    time: 'I²·t, max trip time',
    class: 'energy class, up to its own current',
    maker: "maker's let-through",
    fuse: 'operating I²t, maximum',
  }[energy.how];
  const values = energy.how === 'time' ? `${figure(currentA)}² · ${figure(energy.sureTimeS)} s` : `at ${figure(currentA)} A`;
  return line(how, values, `${figure(energy.sureA2s)} A²s`, energy.source);
}
