import { canBeBackFed, chainFrom, type OnTheWay } from '../../house/chains';
import { type CircuitFacts, isOvercurrent, isResidual } from '../../house/facts';
import { known, type Maybe, need, unknown } from '../../job/known';
import { word } from '../../job/terms';
import { type Answer, type Check, rankOf, worstVerdict } from '../../judging/answer';
import { answer, notApplicable, ruled, unknownCheck } from '../../judging/judge';
import type { Fault } from '../../network/faults';
import type { SupplyCase } from '../../network/feeding';
import { DISCONNECTION_SOURCE, disconnectionTimeS } from '../../tables/disconnection';
import type { Source } from '../../tables/source';
import { measuredLoop } from './measuredLoop';
import { necWays } from './nec/necGroundFault';
import { overcurrentWay } from './overcurrentWay';
import { electrodeCheck, residualWay } from './residualWay';
import type { Way } from './way';

const RETURN: Source = { standard: 'IEC 60364-4-41', edition: '2005+A1:2017', clause: '411.3.1.1', basis: 'memory' };
const NEC_RETURN: Source = { standard: 'NEC', edition: '', clause: '250.4(A)(5)', basis: 'memory' };
const UNMARKED: Source = { standard: 'NEC', edition: '', clause: '406.4(D)(2)', basis: 'memory' };
const BOND: Source = { standard: 'IEC 60364-5-55', edition: '2011', clause: '551.4.4, 551.6', basis: 'memory' };
const BACK_FED: Source = { standard: 'IEC 60364-5-53', edition: '2019', clause: '531, bidirectional supply', basis: 'memory' };
const TITLE = 'Earth fault at the farthest point';

/** Compares the least earth fault at the farthest point, from every single source, with what makes some device open in time. */
export function clearsInTime(facts: CircuitFacts): Answer {
  const { circuit, house } = facts;
  const lacking = withoutReturn(facts) ?? withoutMetal(facts);
  if (lacking !== undefined) return answer('clears-in-time', [lacking]);
  const cases = house.network.casesFor(facts.wiring, 'MIN');
  if (cases.length === 0)
    return answer('clears-in-time', [
      unknownCheck('source', TITLE, [{ path: 'sourceStates', what: 'a source state: what feeds the job' }]),
    ]);
  const checks = cases.flatMap((at) => checksIn(facts, at, cases.length > 1 ? ` (${at.when})` : ''));
  checks.push(...backFed(facts), ...electrodeCheck(facts), ...measuredLoop(facts));
  return answer('clears-in-time', checks.length > 0 ? checks : [unknownCheck('device', TITLE, [noDevice(circuit)])]);
}

const noDevice = ({ id, name }: CircuitFacts['circuit']) => ({
  path: `circuits.${id}`,
  what: `an overcurrent device ahead of ${name}`,
});

/** A cable with no way back for an earth fault: nothing will open, unless the electrode is what it is meant to go through. */
function withoutReturn({ wiring, circuit, job, house }: CircuitFacts): Check | undefined {
  const bare = wiring.stretches.find(({ segment }) => segment.protectivePath === 'none');
  if (bare === undefined) return undefined;
  const ownElectrode = circuit.toBoardId !== undefined && house.wirings.electrodesAt.has(circuit.toBoardId);
  if (job.supply.earthing === 'TT' && (circuit.kind === 'service' || ownElectrode)) return undefined;
  if (job.dialect === 'iec') return ruled('return', TITLE, 'stop', `${bare.facts.name} has no protective conductor`, RETURN);
  const points = house.socketsOf(circuit.id);
  const marked = points.length > 0 && points.every((point) => point.noEarthMarked?.value === true);
  const groundFault = wiring.startDevices.some(
    ({ settings }) => settings.family === 'moulded-case-nec' && settings.groundFault === 'class-A',
  );
  return marked && groundFault
    ? ruled('return', TITLE, 'caution', 'outlets without an equipment ground, marked so, behind class A protection', UNMARKED)
    : ruled(
        'return',
        TITLE,
        'stop',
        `${bare.facts.name} has no equipment ground: earth itself would be the way back`,
        NEC_RETURN,
      );
}

/** A service in TT without a protective conductor earths no metalwork: there is nothing along it to disconnect for. */
function withoutMetal({ wiring, circuit, job }: CircuitFacts): Check | undefined {
  const bare = wiring.stretches.some(({ segment }) => segment.protectivePath === 'none');
  return bare && circuit.kind === 'service' && job.supply.earthing === 'TT'
    ? notApplicable('return', TITLE, 'no metalwork is earthed along a service without a protective conductor')
    : undefined;
}

function checksIn(facts: CircuitFacts, at: SupplyCase, suffix: string): Check[] {
  const { circuit, house, wiring, job } = facts;
  const apart = notJoined(at, suffix, word(job.dialect, 'earth'));
  if (apart !== undefined) return [apart];
  const fault = house.network.leastIn(at, wiring, 'L-PE');
  const chain = chainFrom(facts, at.origins[0]!);
  if (!chain.known) return [unknownCheck(`way${suffix}`, `${TITLE}${suffix}`, chain.missing)];
  const able = chain.value.filter(
    (seated) => (isOvercurrent(seated) || isResidual(seated)) && !(seated.wiring === wiring && seated.seat === 'end'),
  );
  if (able.length === 0) return [nothingClears(facts, chain.value, fault, suffix)];
  const ways = job.dialect === 'nec' ? necWays(facts, able, fault, suffix) : metricWays(facts, able, fault, suffix);
  const best = bestOf(ways);
  return best === undefined
    ? [unknownCheck(`device${suffix}`, `${TITLE}${suffix}`, fault.known ? [noDevice(circuit)] : fault.missing)]
    : [...best.checks];
}

/** A generator or inverter whose neutral is not joined to earth drives no earth fault: nothing opens, and nothing tells. */
function notJoined({ state, origins, when }: SupplyCase, suffix: string, earth: string): Check | undefined {
  const origin = origins[0]!;
  if (state.kind === 'grid' || (origin.kind !== 'generator' && origin.kind !== 'inverter')) return undefined;
  const path = `origins.${origin.id}.neutralBond`;
  const bond = need(origin.neutralBond, path, `whether the neutral of ${origin.name} is joined to ${earth} in ${when}`);
  if (!bond.known) return unknownCheck(`bond${suffix}`, `${TITLE}${suffix}`, bond.missing);
  if (bond.value) return undefined;
  const why = `the neutral of ${origin.name} is not joined to ${earth}: no device opens on a fault to ${earth}`;
  return ruled(`bond${suffix}`, `${TITLE}${suffix}`, 'stop', why, BOND, bond.given);
}

/** No device that opens is ahead: the supplier's own side for a service; a stop where something is there that only alarms. */
function nothingClears({ circuit }: CircuitFacts, chain: readonly OnTheWay[], fault: Maybe<Fault>, suffix: string): Check {
  const id = `device${suffix}`;
  const title = `${TITLE}${suffix}`;
  const monitor = chain.find(({ device }) => device.settings.family === 'monitor');
  if (monitor !== undefined)
    return ruled(id, title, 'stop', `${monitor.device.name} only alarms: another device has to open`, DISCONNECTION_SOURCE);
  if (circuit.kind === 'service') return notApplicable(id, title, 'ahead of the first device of this job: the supplier’s side');
  return unknownCheck(id, title, fault.known ? [noDevice(circuit)] : fault.missing);
}

function metricWays(facts: CircuitFacts, able: readonly OnTheWay[], fault: Maybe<Fault>, suffix: string): Way[] {
  const { supply } = facts.job;
  const allowedS = disconnectionTimeS(supply.u0V, supply.earthing === 'TT', facts.circuit.kind !== 'final');
  const time: Maybe<number> =
    allowedS === undefined ? unknown('supply.u0V', `a disconnection time for ${supply.u0V} V`) : known(allowedS);
  return able.flatMap((seated): Way[] => [
    ...(isOvercurrent(seated) ? [overcurrentWay(facts, seated, fault, time, suffix)] : []),
    ...(isResidual(seated) ? [residualWay(facts, seated, fault, time, suffix)] : []),
  ]);
}

/**
 * One way that clears is enough, so the best decides: of equals the nearest device, of ways that fail the one that comes
 * closest. Where none passes, an unknown way stays unknown: it might be the one that clears.
 */
function bestOf(ways: readonly Way[]): Way | undefined {
  let best: { way: Way; rank: number; margin: number } | undefined;
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

/** A device made for one direction only, where a source below can feed it from behind. */
function backFed(facts: CircuitFacts): Check[] {
  return facts.own.flatMap((seated) => {
    const { device } = seated;
    if (device.settings.family !== 'rcbo' || !canBeBackFed(facts, seated)) return [];
    const id = `back-fed:${device.id}`;
    const title = `${device.name} fed from both sides`;
    const { bidirectional } = device.settings;
    if (bidirectional === undefined)
      return [
        unknownCheck(id, title, [
          { path: `devices.${device.id}.settings.bidirectional`, what: `whether ${device.name} may be fed from both sides` },
        ]),
      ];
    return bidirectional.value
      ? []
      : [
          ruled(
            id,
            title,
            'stop',
            'it may be fed from its line side only, and a source below it can feed it from behind',
            BACK_FED,
          ),
        ];
  });
}
