import { correctedAmpacity } from '../../conductors/ampacity';
import {
  ADIABATIC_S,
  metricWithstand,
  SLOW_SOURCE,
  slowWithstand,
  steelWithstand,
  type Withstand,
} from '../../conductors/withstand';
import { timeAt } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import { type LetThrough, letThroughOf } from '../../devices/letThrough';
import { RESIDUAL_SOURCE, residualPart } from '../../devices/residual';
import { otherWays } from '../../house/chains';
import { type CircuitFacts, isResidual } from '../../house/facts';
import { all, andThen, both, type Givens, join, known, type Maybe, map, type Unknown, unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Check, WorkingLine } from '../../judging/answer';
import { faultLine } from '../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line, unknownCheck } from '../../judging/judge';
import type { Fault } from '../../network/faults';
import type { Stretch } from '../../network/paths';
import type { SegmentFacts } from '../../network/segmentFacts';
import { type FaultKind, kindsAmong } from '../../network/states';
import { K_SOURCE } from '../../tables/adiabatic';
import type { Source } from '../../tables/source';

const TYPICAL: Source = { standard: 'common practice', edition: '', clause: 'typical band', basis: 'practice' };
const OVERLOAD: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '433.1: 1.45 Iz', basis: 'memory' };
/** What a cable is held to where its device never opens: the overload rule's own allowance. */
const OVERLOAD_TIMES = 1.45;

/**
 * Let-through against what the live and the protective conductor of a segment take, for the fault at its start (MAX) and at
 * its far end (MIN), every kind there can be; the one that asks most of its conductor counts. Between lines and neutral no
 * residual device helps; to earth one may be the sooner.
 */
export function adiabaticChecks(facts: CircuitFacts, device: Device, stretch: Stretch): Check[] {
  const { segment } = stretch;
  const live = `Heat in the live conductors of ${stretch.facts.name}`;
  if (!facts.poles.known) return [unknownCheck(`energy:${segment.id}:live`, live, facts.poles.missing)];
  const kinds = kindsAmong(facts.poles.value).filter((kind) => kind !== 'L-PE');
  const residual = residualOnAllWays(facts);
  const worst = (among: readonly FaultKind[]) => worstOf(facts, device, stretch, among, residual);
  const checks = kinds.length === 0 ? [] : [judge(`energy:${segment.id}:live`, live, worst(kinds))];
  const path = segment.protectivePath ?? 'conductor';
  if (path !== 'pen' && path !== 'none')
    checks.push(
      judge(
        `energy:${segment.id}:L-PE`,
        `Heat in the ${path === 'conductor' ? 'protective conductor' : path} of ${stretch.facts.name}`,
        worst(['L-PE']),
      ),
    );
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
  withstand: Withstand;
}

/** Written out plainly: it is asked twice for every segment, and is most of what a study does. */
function worstOf(
  facts: CircuitFacts,
  device: Device,
  { segment, after, facts: own }: Stretch,
  kinds: readonly FaultKind[],
  residualDevices: readonly Device[],
): Maybe<Comparison> {
  const { network } = facts.house;
  const { wiring } = facts;
  const letThrough = letThroughOf(device);
  const band = overcurrentBand(device, 'standard');
  if (!letThrough.known || !band.known) return all({ letThrough, band }) as Unknown;
  let worst: Asked | undefined;
  let given = join(letThrough.given, band.given);
  for (const kind of kinds) {
    const withstand = withstandOf(own, kind);
    const least = network.least(wiring, segment.id, kind);
    const most = network.most(wiring, after, kind);
    if (!withstand.known || !least.known || !most.known) return all({ withstand, least, most }) as Unknown;
    given = join(given, join(withstand.given, join(least.given, most.given)));
    for (const fault of [least.value, most.value]) {
      const slowS = timeAt(band.value.slow, fault.currentA);
      const residual = kind === 'L-PE' ? residualTime(residualDevices, fault.currentA) : undefined;
      const byResidual = residual !== undefined && residual.timeS < slowS;
      const energy = letThrough.value(fault.currentA);
      const timeS = byResidual ? residual.timeS : slowS;
      if (byResidual) given = join(given, residual.given);
      const asked: Asked = { fault, energy, timeS, byResidual, withstand: withstand.value };
      const slow = timeS > ADIABATIC_S ? slowLimit(facts, own, asked, kind) : known(asked);
      if (!slow.known) return slow;
      given = join(given, slow.given);
      if (worst === undefined || share(slow.value) > share(worst)) worst = slow.value;
    }
  }
  return known(judged(device, worst!), join(given, worst!.energy.given));
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
    const timeS = timeAt(part.value.slow, currentA);
    if (soonest === undefined || timeS < soonest.timeS) soonest = { timeS, given: part.given };
  }
  return soonest;
}

/**
 * Past 5 s the conductor gives off heat; where the device never opens, the overload rule's allowance is all there is. A
 * protective conductor is given its share of the line's ampacity by section, which is less than it has.
 */
function slowLimit({ poles, system }: CircuitFacts, own: SegmentFacts, asked: Asked, kind: FaultKind): Maybe<Asked> {
  const steel = steelPath(own, kind);
  if (steel !== undefined)
    return unknown(own.at('protectivePath'), `heat of the ${steel} of ${own.name} in a fault of more than ${ADIABATIC_S} s`);
  const parts = all({ iz: correctedAmpacity(own, poles, system), insulation: own.insulation, share: sectionShare(own, kind) });
  return andThen(parts, ({ iz, insulation, share: part }) => {
    const izA = iz.izA * part;
    if (Number.isFinite(asked.timeS))
      return known({ ...asked, withstand: slowWithstand(asked.withstand, insulation, asked.timeS, izA) });
    const withstand = { a2s: OVERLOAD_TIMES * izA, formula: '1.45·Iz', values: `1.45 · ${figure(izA)}`, source: OVERLOAD };
    return known({ ...asked, withstand });
  });
}

/** Section of the thinner conductor of a loop over that of the line. */
function sectionShare(own: SegmentFacts, kind: FaultKind): Maybe<number> {
  const back = kind === 'L-N' ? 'neutralSize' : kind === 'L-PE' ? 'protectiveSize' : 'lineSize';
  return both(own.mm2('lineSize'), own.mm2(back), (line, other) => Math.min(1, other / line));
}

const demandOf = ({ fault, energy, timeS, byResidual }: Asked): number => {
  if (!Number.isFinite(timeS)) return fault.currentA;
  return byResidual ? Math.min(energy.sureA2s, fault.currentA ** 2 * timeS) : energy.sureA2s;
};
const share = (asked: Asked): number => demandOf(asked) / asked.withstand.a2s;

const withstandOf = (segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> =>
  segment.once(`withstand ${kind}`, () => made(segment, kind));

function made(segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> {
  const back = kind === 'L-N' ? 'neutralSize' : kind === 'L-PE' ? 'protectiveSize' : 'lineSize';
  const facts = all({
    material: segment.material,
    insulation: segment.insulation,
    lineMm2: segment.mm2('lineSize'),
    backMm2: segment.mm2(back),
  });
  const steel = steelPath(segment, kind);
  return map(facts, ({ material, insulation, lineMm2, backMm2 }) => {
    if (steel === undefined) return metricWithstand(material, insulation, Math.min(lineMm2, backMm2));
    const line = metricWithstand(material, insulation, lineMm2);
    const back = steelWithstand(steel, insulation, backMm2);
    return back.a2s < line.a2s ? back : line;
  });
}

/** The steel a fault to earth returns through, where it does; its section stands where a protective conductor's does. */
function steelPath({ segment }: SegmentFacts, kind: FaultKind): 'armour' | 'raceway' | undefined {
  const path = segment.protectivePath;
  return kind === 'L-PE' && (path === 'armour' || path === 'raceway') ? path : undefined;
}

/** Sure value within: pass. Sure value beyond but typical within: caution. Beyond, with no maker's data: not known. */
function judged(device: Device, asked: Asked): Comparison {
  const { fault, energy, withstand, timeS, byResidual } = asked;
  const { currentA } = fault;
  const never = !Number.isFinite(timeS);
  const demand = demandOf(asked);
  const sure = fits(demand, withstand.a2s);
  const magnetic = timeS <= 0.1 && !byResidual;
  // Above the energy classes, and for D, a customary time says nothing of the energy let through.
  const customary = !never && fits(energy.typicalA2s, withstand.a2s) && (!magnetic || energy.classed);
  const beyond = customary ? 'caution' : magnetic && energy.how !== 'maker' ? 'unknown' : 'stop';
  const where = fault.state === 'MAX' ? 'at its start, cold' : 'at its far end, hot';
  const why = sure
    ? ''
    : customary
      ? '; the surest value exceeds, the typical one fits'
      : beyond === 'unknown'
        ? "; needs the maker's let-through at this current"
        : '';
  return {
    demand,
    limit: withstand.a2s,
    unit: never ? 'A' : 'A²s',
    rule: never ? OVERLOAD : timeS > ADIABATIC_S ? SLOW_SOURCE : K_SOURCE,
    beyond,
    because: () => `${figure(currentA)} A ${fault.kind} ${where}${never ? `: ${device.name} never opens` : ''}${why}`,
    missing:
      beyond === 'unknown'
        ? [
            {
              path: `devices.${device.id}.settings.makerLetThrough`,
              what: `let-through of ${device.name} at ${figure(currentA)} A`,
            },
          ]
        : [],
    working: () => [
      faultLine(fault),
      ...(never ? [] : [byResidual ? residualLine(currentA, timeS, demand) : energyLine(energy, currentA)]),
      ...(sure || never
        ? []
        : [
            line(
              'typical let-through',
              'I²·t on the typical slow edge, never above the sure value',
              `${figure(energy.typicalA2s)} A²s`,
              TYPICAL,
            ),
          ]),
      line(withstand.formula, withstand.values, `${figure(withstand.a2s)} ${never ? 'A' : 'A²s'}`, withstand.source),
      line(
        never ? 'I ≤ 1.45 Iz' : 'let-through ≤ withstand',
        `${figure(demand)} ≤ ${figure(withstand.a2s)}`,
        holds(demand, withstand.a2s),
        withstand.source,
      ),
    ],
  };
}

const residualLine = (currentA: number, timeS: number, a2s: number): WorkingLine =>
  line('I²·t, residual slow edge', `${figure(currentA)}² · ${figure(timeS)} s`, `${figure(a2s)} A²s`, RESIDUAL_SOURCE);

function energyLine(energy: LetThrough, currentA: number): WorkingLine {
  const how = {
    time: 'I²·t, slow edge',
    class: 'energy class, up to its own current',
    maker: "maker's let-through",
    fuse: 'operating I²t, greatest',
  }[energy.how];
  const values = energy.how === 'time' ? `${figure(currentA)}² · ${figure(energy.sureTimeS)} s` : `at ${figure(currentA)} A`;
  return line(how, values, `${figure(energy.sureA2s)} A²s`, energy.source);
}
