import { all, andThen, known, type Maybe, map } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Fault } from '../../network/faults';
import { FAULT_KINDS } from '../../network/states';
import { type OvercurrentPair, overcurrentPair } from '../../selectivity/overcurrentPair';
import type { Source } from '../../tables/source';
import type { Answer, Check } from '../answer';
import type { CircuitFacts, Seated } from '../facts';
import { answer, type Comparison, figure, judge, line, notApplicable, notAssessed, unknownCheck } from '../judge';
import { faultAtDevice, faultLine } from './breaksFault';

const RULE: Source = { standard: 'IEC 60364-5-53', edition: '2019', clause: '535, 536.4', basis: 'memory' };
const STEPS: Source = {
  standard: 'IEC 60269-2',
  edition: '2013',
  clause: 'selectivity of gG at two steps, 1:1.6',
  basis: 'memory',
};

/** Compares each of this circuit's devices with every overcurrent device upstream, up to the greatest fault at its load terminals. */
export function onlyOneTrips(facts: CircuitFacts): Answer {
  const { chain, circuit, path, own } = facts;
  if (!path.known) return answer('only-one-trips', [unknownCheck('path', 'Devices upstream', path.missing)]);
  if (own.length === 0)
    return answer('only-one-trips', [
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    ]);
  const checks = own.flatMap((downstream) => {
    const above = chain.slice(0, chain.indexOf(downstream));
    if (above.length === 0) return [];
    const fault = greatestFault(facts, downstream.device);
    return [
      ...above.map((upstream) => pairCheck(facts, upstream, downstream.device, fault)),
      ...residualChecks(facts, above, downstream.device),
    ];
  });
  for (const device of facts.wiring.pointDevices)
    checks.push(notAssessed(`point:${device.id}`, device.name, `${device.name}: devices at points are not assessed yet`));
  if (checks.length === 0)
    return answer('only-one-trips', [notApplicable('pair', 'Devices upstream', 'no overcurrent device of this job is upstream')]);
  return answer('only-one-trips', checks);
}

/** The greatest fault at the device's load terminals: those of its line terminals, a device having no length. */
function greatestFault(facts: CircuitFacts, device: Device): Maybe<Fault> {
  const faults = all(Object.fromEntries(FAULT_KINDS.map((kind) => [kind, faultAtDevice(facts, device, kind)])));
  return map(faults, (byKind) => Object.values(byKind).reduce((most, fault) => (fault.currentA > most.currentA ? fault : most)));
}

function pairCheck(facts: CircuitFacts, upstream: Seated, downstream: Device, fault: Maybe<Fault>): Check {
  const comparison = andThen(fault, (most) =>
    andThen(
      overcurrentPair(upstream.device, downstream, most.currentA),
      (pair): Maybe<Comparison> => known(compare(facts, upstream, downstream, most, pair)),
    ),
  );
  const withFacts = fault.known && comparison.known ? map(all({ fault, comparison }), (parts) => parts.comparison) : comparison;
  return judge(
    `overcurrent:${downstream.id}:${upstream.device.id}`,
    `${downstream.name} under ${upstream.device.name}`,
    withFacts,
  );
}

function compare(facts: CircuitFacts, upstream: Seated, downstream: Device, most: Fault, pair: OvercurrentPair): Comparison {
  const lost = pair.total ? undefined : safetyServiceLost(facts, upstream);
  const none = pair.limitA <= pair.downstream.ratedA;
  const sentence = pair.total
    ? `only ${downstream.name} opens, up to the greatest fault`
    : none
      ? `${upstream.device.name} may open as well from the start`
      : `up to ${figure(pair.limitA)} A only ${downstream.name} opens; above, ${upstream.device.name} may open too`;
  const settled = {
    curves: line(
      'slow edge downstream ≤ fast edge upstream',
      `${pair.downstream.grade} under ${pair.upstream.grade}`,
      `to ${figure(pair.limitA)} A`,
      pair.upstream.sources.at(-1)!,
    ),
    steps: line(
      'gG under gG, two rating steps or more',
      `${pair.downstream.ratedA} A under ${pair.upstream.ratedA} A`,
      'total',
      STEPS,
    ),
    energy: line(
      'let-through ≤ least pre-arcing I²t',
      `${downstream.name} under ${upstream.device.name}`,
      `to ${figure(pair.limitA)} A`,
      pair.upstream.sources.at(-1)!,
    ),
  }[pair.basis];
  return {
    demand: most.currentA,
    limit: pair.limitA,
    unit: 'A',
    rule: RULE,
    grade: pair.grade,
    beyond: lost === undefined ? 'caution' : 'stop',
    because: lost === undefined ? sentence : `${sentence}; then ${lost} is lost`,
    working: () => [faultLine(most), settled],
  };
}

/** A flagged safety service on another circuit that goes dark when the upstream device opens. */
function safetyServiceLost(facts: CircuitFacts, upstream: Seated): string | undefined {
  const start = upstream.wiring.circuit.toBoardId;
  const pending = start === undefined ? [] : [start];
  const seen = new Set<string>();
  while (pending.length > 0) {
    const boardId = pending.pop()!;
    if (seen.has(boardId)) continue;
    seen.add(boardId);
    for (const circuit of facts.wirings.outgoing.get(boardId) ?? []) {
      if (circuit.id === facts.circuit.id) continue;
      if (circuit.toBoardId !== undefined) pending.push(circuit.toBoardId);
      const flagged = facts.loadsOf(circuit.id).find((load) => load.safetyService === true);
      if (flagged !== undefined) return flagged.name;
    }
  }
  return undefined;
}

/** Residual parts one above the other are not compared yet. */
function residualChecks(facts: CircuitFacts, above: Seated[], downstream: Device): Check[] {
  const residual = (device: Device) => device.settings.family === 'rcbo' || device.settings.family === 'rccb';
  const upstreamResidual = [...above.map(({ device }) => device), ...facts.wiring.groupDevices].filter(residual);
  if (upstreamResidual.length === 0) return [];
  if (!residual(downstream))
    return [
      notAssessed(
        'residual',
        'Residual devices',
        `${upstreamResidual[0]!.name} upstream: residual selectivity is not assessed yet`,
      ),
    ];
  return upstreamResidual.map((device) =>
    notAssessed(
      `residual:${device.id}`,
      'Residual devices',
      `${downstream.name} under ${device.name}: residual selectivity is not assessed yet`,
    ),
  );
}
