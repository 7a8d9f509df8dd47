import { neutralReturnBehind } from '../../house/bonds';
import { chainFrom, type OnThePath } from '../../house/chains';
import { type CircuitFacts, isOvercurrent, isResidual } from '../../house/facts';
import { BOTH_SIDES } from '../../house/relaxations';
import { known, lack, type Maybe, unknown } from '../../job/known';
import { factOf } from '../../job/readers';
import { word } from '../../job/terms';
import { type Answer, type Check, rankOf, worstVerdict } from '../../judging/answer';
import { answer, notApplicable, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import type { SupplyCase } from '../../network/cases';
import type { Fault } from '../../network/fault';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { disconnectionTimeS } from '../../tables/disconnection';
import { contactChecks } from '../contacts';
import { bondChecks } from './bonds';
import { measuredLoop } from './measuredLoop';
import { necOptions } from './nec/necGroundFault';
import { neutralAsGround } from './nec/neutralAsGround';
import type { Allowed, ProtectionOption } from './option';
import { overcurrentOption } from './overcurrentOption';
import { SLOW_FINAL } from './relaxations';
import { electrodeCheck, residualOption } from './residualOption';
import { returnPath } from './returnPath';

const titleOf = ({ job }: Pick<CircuitFacts, 'job'>): string =>
  job.dialect === 'nec' ? 'Ground fault at the farthest point' : 'Earth fault at the farthest point';

/** Compares the least earth fault at the farthest point, from every single source, with what makes some device open in time. */
export function clearsInTime(facts: CircuitFacts): Answer {
  const { circuit, house } = facts;
  const lacking = returnPath(facts, titleOf(facts));
  if (lacking !== undefined) return answer('clears-in-time', [lacking, ...bondChecks(facts), ...contactChecks(facts)]);
  const cases = house.network.casesFor(facts.wiring, 'MIN');
  if (cases.length === 0)
    return answer('clears-in-time', [
      unknownCheck(keyed('source'), titleOf(facts), [{ path: 'sourceStates', what: 'a source state: what feeds the job' }]),
    ]);
  const checks = cases.flatMap((at) => checksIn(facts, at, cases.length > 1 ? ` (${at.when})` : ''));
  checks.push(
    ...bondChecks(facts),
    ...contactChecks(facts),
    ...neutralAsGround(facts),
    ...backFed(facts),
    ...residualWithoutSight(facts),
  );
  checks.push(...electrodeCheck(facts), ...measuredLoop(facts));
  return answer(
    'clears-in-time',
    checks.length > 0 ? checks : [unknownCheck(keyed('device'), titleOf(facts), [noDevice(circuit)])],
  );
}

const noDevice = ({ id, name }: CircuitFacts['circuit']) =>
  lack('device-ahead', `circuits.${id}`, `an overcurrent device ahead of ${name}`);

function checksIn(facts: CircuitFacts, at: SupplyCase, suffix: string): readonly Check[] {
  const checks = judgedIn(facts, at, suffix);
  // Whether the source can feed alone is not said: what does not pass then may never be.
  if (at.doubt === undefined || checks.every(({ verdict }) => verdict === 'pass' || verdict === 'not-applicable')) return checks;
  return [unknownCheck(keyed('source').in(suffix), `${titleOf(facts)}${suffix}`, [at.doubt])];
}

function judgedIn(facts: CircuitFacts, at: SupplyCase, suffix: string): readonly Check[] {
  const { circuit, house, wiring, job } = facts;
  const apart = notJoined(facts, at, suffix);
  if (apart !== undefined) return [apart];
  const fault = house.network.leastIn(at, wiring, 'L-PE');
  const chain = chainFrom(facts, at.origins[0]!);
  if (!chain.known) return [unknownCheck(keyed('way-here').in(suffix), `${titleOf(facts)}${suffix}`, chain.missing)];
  const able = chain.value.filter(
    (seated) => (isOvercurrent(seated) || isResidual(seated)) && !(seated.wiring === wiring && seated.seat === 'end'),
  );
  if (able.length === 0) return [nothingClears(facts, chain.value, fault, suffix)];
  const ways = job.dialect === 'nec' ? necOptions(facts, able, fault, suffix) : metricOptions(facts, able, fault, suffix);
  const best = bestOf(ways);
  const reversed = chain.value.filter((seated) => seated.reversed).flatMap((seated) => fromBehind(facts, seated, suffix));
  return best === undefined
    ? [
        unknownCheck(keyed('device').in(suffix), `${titleOf(facts)}${suffix}`, fault.known ? [noDevice(circuit)] : fault.missing),
        ...reversed,
      ]
    : [...best.checks, ...reversed];
}

/** A generator or inverter whose neutral is not joined to earth drives no earth fault: nothing opens, and nothing tells. */
function notJoined({ job }: CircuitFacts, { origins, when }: SupplyCase, suffix: string): Check | undefined {
  const earth = word(job.dialect, 'earth');
  const origin = origins[0]!;
  if (origin.kind !== 'generator' && origin.kind !== 'inverter') return undefined;
  const bond = factOf('origins', origin, 'neutralBond', `whether the neutral of ${origin.name} is joined to ${earth} in ${when}`);
  if (!bond.known) return unknownCheck(keyed('bond-apart').in(suffix), `${titleOf({ job })}${suffix}`, bond.missing);
  if (bond.value) return undefined;
  const why = `the neutral of ${origin.name} is not joined to ${earth}: no device opens on a fault to ${earth}`;
  return ruled(
    keyed('bond-apart').in(suffix),
    `${titleOf({ job })}${suffix}`,
    'stop',
    why,
    clause(job.pack, 'islandBond'),
    bond.given,
  );
}

/** No device that opens is ahead: the supplier's own side for a service; a stop where something is there that only alarms. */
function nothingClears({ circuit, job }: CircuitFacts, chain: readonly OnThePath[], fault: Maybe<Fault>, suffix: string): Check {
  const id = keyed('device').in(suffix);
  const title = `${titleOf({ job })}${suffix}`;
  const monitor = chain.find(({ device }) => device.settings.family === 'monitor');
  if (monitor !== undefined) {
    const words = `${monitor.device.name} only alarms: another device has to open`;
    return ruled(id, title, 'stop', words, clause(job.pack, 'disconnection'));
  }
  if (circuit.kind === 'service') return notApplicable(id, title, 'ahead of the first device of this job: the supplier’s side');
  return unknownCheck(id, title, fault.known ? [noDevice(circuit)] : fault.missing);
}

function metricOptions(facts: CircuitFacts, able: readonly OnThePath[], fault: Maybe<Fault>, suffix: string): ProtectionOption[] {
  const allowed = allowedTime(facts);
  return able.flatMap((seated): ProtectionOption[] => [
    ...(isOvercurrent(seated) ? [overcurrentOption(facts, seated, fault, allowed, suffix)] : []),
    ...(isResidual(seated) ? [residualOption(facts, seated, fault, allowed, suffix)] : []),
  ]);
}

/** The longest an earth fault may last on a circuit, s; nothing where no rule of the job's says. */
export function longestS(facts: CircuitFacts): number | undefined {
  if (facts.job.dialect === 'nec') return undefined;
  const { timeS, longerS, relaxation } = allowedTime(facts);
  const longer = longerS === undefined ? undefined : relaxation();
  const counts = longer?.known === true && longer.value.applies ? longerS! : timeS;
  return counts.known ? counts.value : undefined;
}

/** The longest time by the table, and the longer one a large final circuit may have. */
function allowedTime(facts: CircuitFacts): Allowed {
  const { job, circuit, isTT: tt } = facts;
  const { u0V } = job.supply;
  const final = circuit.kind === 'final';
  const timeS = (distribution: boolean): Maybe<number> => {
    if (!tt.known) return tt;
    const s = disconnectionTimeS(u0V, tt.value, distribution);
    return s === undefined ? unknown('supply.u0V', `a disconnection time for ${u0V} V`) : known(s, tt.given);
  };
  return { timeS: timeS(!final), longerS: final ? timeS(true) : undefined, relaxation: () => applies(SLOW_FINAL, facts) };
}

/**
 * One way that clears is enough, so the best decides: of equals the nearest device, of ways that fail the one that comes
 * closest. Where none passes, an unknown way stays unknown: it might be the one that clears.
 */
function bestOf(ways: readonly ProtectionOption[]): ProtectionOption | undefined {
  let best: { way: ProtectionOption; rank: number; margin: number } | undefined;
  for (const way of [...ways].reverse()) {
    const verdict = worstVerdict(way.checks.map((check) => check.verdict));
    // A stop is settled; an unknown may still turn out well.
    const rank = verdict === 'stop' ? -1 : rankOf(verdict);
    const margin = Math.min(...way.checks.map((check) => check.margin ?? Number.NEGATIVE_INFINITY));
    if (best === undefined || rank > best.rank || (rank === best.rank && verdict === 'stop' && margin > best.margin))
      best = { way, rank, margin };
  }
  return best?.way;
}

/** The circuit's own devices, where a source behind can feed them from there. */
const backFed = (facts: CircuitFacts): Check[] =>
  facts.own.flatMap((seated) => fromBehind(facts, { ...seated, reversed: false }, ''));

/** A device made for one direction only, fed from the other: what it does then nobody has tried. */
function fromBehind(facts: CircuitFacts, seated: OnThePath, suffix: string): Check[] {
  const { device } = seated;
  if (device.settings.family !== 'rcbo') return [];
  const id = keyed('back-fed', device.id).in(suffix);
  const title = `${device.name} fed from both sides${suffix}`;
  const relaxation = applies(BOTH_SIDES, { facts, seated });
  if (!relaxation.known) return [unknownCheck(id, title, relaxation.missing)];
  const rule = clause(facts.job.pack, 'oneWay');
  if (!relaxation.value.applies) return [ruled(id, title, 'stop', relaxation.value.why, rule, relaxation.given)];
  return relaxation.given.assumed ? [ruled(id, title, 'pass', 'it may be fed from both sides', rule, relaxation.given)] : [];
}

/**
 * A residual device ahead of a place where the neutral brings earth faults home sees none of them, or opens on load: a stop by
 * itself, whatever else clears.
 */
function residualWithoutSight(facts: CircuitFacts): Check[] {
  return facts.ahead.filter(isResidual).flatMap((seated) => {
    const { device } = seated;
    const place = neutralReturnBehind(facts, seated);
    const id = keyed('sight', device.id);
    const title = `Neutral behind ${device.name}`;
    if (!place.known) return [unknownCheck(id, title, place.missing)];
    const rule = clause(facts.job.pack, 'residualPen');
    if (place.value !== undefined)
      return [
        ruled(
          id,
          title,
          'stop',
          `${place.value}: ${device.name} does not see an earth fault there, or opens on load`,
          rule,
          place.given,
        ),
      ];
    return place.given.assumed
      ? [ruled(id, title, 'pass', 'neutral and protective conductor are apart behind it', rule, place.given)]
      : [];
  });
}
