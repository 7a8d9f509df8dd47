import { alike } from '../../cells/alike';
import { type ResidualPart, residualPart } from '../../devices/residual';
import { otherWays } from '../../house/chains';
import {
  type CircuitFacts,
  faultAtDevice,
  HOUSE,
  type House,
  isOvercurrent,
  isResidual,
  type SafetyService,
  type Seated,
} from '../../house/facts';
import { all, andThen, join, type Known, known, type Maybe, unknown } from '../../job/known';
import type { Circuit, Device } from '../../job/sealed';
import { word } from '../../job/terms';
import type { Answer, Check } from '../../judging/answer';
import { faultLine } from '../../judging/faultLine';
import { answer, type Comparison, figure, judge, line, notApplicable, ruled, unknownCheck } from '../../judging/judge';
import type { SupplyCase } from '../../network/cases';
import type { Fault } from '../../network/fault';
import { theMore } from '../../network/faults';
import { linesOpened, opensNeutral } from '../../network/poles';
import { kindsAmong, type Poles } from '../../network/states';
import { clause } from '../../rules/clauses';
import { earned } from '../../rules/credit';
import { GG_STEPS, RESIDUAL_SELECTIVE } from '../../selectivity/credits';
import { type OvercurrentPair, overcurrentPair, pairSentence } from '../../selectivity/overcurrentPair';
import { RESIDUAL_RATIO } from '../../tables/residualTimes';
import type { Source } from '../../tables/source';
import { milli } from '../../units';

const NEC_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'coordination; asked for by NEC 240.12, 700.32',
  basis: 'practice',
};
const ruleOf = ({ job }: CircuitFacts): Source => (job.dialect === 'nec' ? NEC_PRACTICE : clause(job.pack, 'selective'));
/** Compares each of this circuit's devices with every device upstream, up to the greatest fault at its load terminals. */
export function onlyOneTrips(facts: CircuitFacts): Answer {
  const { chain, circuit, path, own, wiring } = facts;
  if (!path.known) return answer('only-one-trips', [unknownCheck('path', 'Devices upstream', path.missing)]);
  const downstream = own.filter(({ seat }) => seat !== 'group');
  if (!downstream.some(isOvercurrent))
    return answer('only-one-trips', [
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    ]);
  const checks: Check[] = [];
  for (const seated of downstream.filter(isOvercurrent))
    checks.push(...overcurrentChecks(facts, chain.slice(0, chain.indexOf(seated)), seated));
  checks.push(...residualChecks(facts, chain), ...fromOtherSources(facts, downstream));
  // An outlet's own residual part stands under every one ahead of it.
  for (const device of wiring.pointDevices) {
    const own: Seated = { device, wiring, seat: 'start' };
    if (isResidual(own)) checks.push(...chain.filter(isResidual).map((upstream) => inSeries(facts, upstream, own)));
  }
  if (checks.length === 0)
    return answer('only-one-trips', [notApplicable('pair', 'Devices upstream', 'no device of this job is upstream')]);
  return answer('only-one-trips', checks);
}

/** The same for devices current passes only from another source: each in the states that source is there. */
function fromOtherSources(facts: CircuitFacts, downstream: readonly Seated[]): Check[] {
  const { house, chain, job } = facts;
  const known = new Set(chain.map(({ device }) => device.id));
  return otherWays(facts).flatMap(({ origin, way }) => {
    if (!way.known) return [unknownCheck(`way:${origin.id}`, `Devices between ${origin.name} and here`, way.missing)];
    const cases = house.network.maxCases.filter((at) => at.origins.includes(origin));
    const checks = downstream.filter(isOvercurrent).flatMap((seated) => {
      const at = way.value.findIndex(({ device }) => device.id === seated.device.id);
      const above = way.value.slice(0, Math.max(0, at)).filter(({ device }) => !known.has(device.id));
      return overcurrentChecks(facts, above, seated, cases);
    });
    const residual = residualChecks(facts, way.value).filter(({ id }) => {
      const upstream = job.devices[id.split(':').at(-1)!];
      return upstream !== undefined && !known.has(upstream.id);
    });
    return [...checks, ...residual];
  });
}

function overcurrentChecks(
  facts: CircuitFacts,
  above: readonly Seated[],
  seated: Seated,
  cases?: readonly SupplyCase[],
): Check[] {
  const upstream = above.filter(isOvercurrent);
  if (upstream.length === 0) return [];
  const fault = greatestFault(facts, seated, cases);
  const when = cases === undefined ? '' : ` (${cases.map(({ state }) => state.name).join(', ')})`;
  return upstream.map((each) => pairCheck(facts, each, seated.device, fault, when));
}

/** The greatest fault of any kind at the device's load terminals: those of its line terminals, a device having no length. */
function greatestFault(facts: CircuitFacts, seated: Seated, cases?: readonly SupplyCase[]): Maybe<Fault> {
  return andThen(facts.house.polesOf(seated.wiring), (circuit) => {
    const lines = Math.min(linesOpened(seated.device), facts.system) as 1 | 2 | 3;
    const poles: Poles = { lines, neutral: circuit.neutral || opensNeutral(seated.device) };
    let most: Known<Fault> | undefined;
    for (const kind of kindsAmong(poles)) {
      const fault = faultAtDevice(facts, seated, kind, cases);
      if (!fault.known) return fault;
      most = theMore(most, fault, (a, b) => a > b);
    }
    return most!;
  });
}

function pairCheck(facts: CircuitFacts, upstream: Seated, downstream: Device, fault: Maybe<Fault>, when: string): Check {
  const comparison = andThen(fault, (most) =>
    andThen(overcurrentPair(upstream.device, downstream, most.currentA), (pair): Maybe<Comparison> => {
      if (!pair.total && pair.blind) return blind(pair.blind === 'upstream' ? upstream.device : downstream);
      return known(compare(facts, upstream, downstream, most, pair, when));
    }),
  );
  return judge(
    `overcurrent:${downstream.id}:${upstream.device.id}`,
    `${downstream.name} under ${upstream.device.name}`,
    comparison,
  );
}

/** What would let a device be compared of which its standard says only how it takes an overload. */
function blind({ id, name, settings }: Device): Maybe<Comparison> {
  const why = 'at standard grade only the overload range can be compared';
  return settings.family === 'moulded-case-nec'
    ? unknown(`devices.${id}.settings.instantaneousLowTimes`, `instantaneous bounds of ${name}: ${why}`)
    : unknown(`devices.${id}.settings.curvePoints`, `curve of ${name} by its maker: ${why}`);
}

function compare(
  facts: CircuitFacts,
  upstream: Seated,
  downstream: Device,
  most: Fault,
  pair: OvercurrentPair,
  when: string,
): Comparison {
  const lost = pair.total ? undefined : safetyServiceLost(facts, upstream);
  const sentence = () => pairSentence(pair, downstream.name, upstream.device.name, 'the maximum fault');
  const settled = () =>
    ({
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
        GG_STEPS.clause(facts.job.pack),
      ),
      energy: line(
        `let-through of ${downstream.name} ≤ minimum pre-arcing I²t of ${upstream.device.name}`,
        `${figure(pair.energy?.letThroughA2s ?? Number.NaN)} ≤ ${figure(pair.energy?.preArcingA2s ?? Number.NaN)} A²s`,
        `to ${figure(pair.limitA)} A`,
        pair.upstream.sources.at(-1)!,
      ),
    })[pair.basis];
  return {
    demand: most.currentA,
    limit: pair.limitA,
    unit: 'A',
    rule: ruleOf(facts),
    grade: pair.grade,
    beyond: lost === undefined ? 'caution' : 'stop',
    because: () => `${sentence()}${lost === undefined ? '' : `; then ${lost} is lost`}${when}`,
    working: () => [faultLine(most), settled()],
  };
}

/** A flagged safety service on another circuit that goes dark when the upstream device opens. */
const safetyServiceLost = ({ house, circuit }: CircuitFacts, { device, wiring, seat }: Seated): string | undefined =>
  (seat === 'group' ? safetyBehind(house, device.id) : safetyOn(house, wiring.circuit)).find(
    (service) => service.circuitId !== circuit.id,
  )?.name;
const safetyBehind = HOUSE.cell(
  'safety services behind a group device',
  (house: House, deviceId): readonly SafetyService[] =>
    house.wirings.idsBehindGroup(deviceId).flatMap((id) => safetyOn(house, house.job.circuits[id]!)),
  alike,
);
const safetyOn = (house: House, { id, fromBoardId, toBoardId }: Circuit): readonly SafetyService[] => [
  ...(fromBoardId === undefined ? [] : house.safetyOf(id)),
  ...(toBoardId === undefined ? [] : house.safetyBelow(toBoardId)),
];

/**
 * Residual devices one above the other. The nearest to the circuit is compared with every one above it. Where that nearest
 * one is not the circuit's own, an earth fault on the circuit opens it, and everything else behind it goes with it.
 */
function residualChecks(facts: CircuitFacts, chain: readonly Seated[]): Check[] {
  const { circuit } = facts;
  const residual = chain.filter(isResidual);
  const nearest = residual.at(-1);
  if (nearest === undefined) return [];
  const own = nearest.wiring.circuit.id === circuit.id && nearest.seat !== 'group';
  return [
    ...(own ? [] : [alone(facts, nearest)]),
    ...residual.slice(0, -1).map((upstream) => inSeries(facts, upstream, nearest)),
  ];
}

/** Two residual devices in series. */
function inSeries(facts: CircuitFacts, upstream: Seated, downstream: Seated): Check {
  const id = `residual:${downstream.device.id}:${upstream.device.id}`;
  const title = `${downstream.device.name} under ${upstream.device.name}, residual`;
  const parts = all({ up: partOf(upstream.device), down: partOf(downstream.device) });
  if (!parts.known) return unknownCheck(id, title, parts.missing);
  const { up, down } = parts.value;
  const pair = earned(RESIDUAL_SELECTIVE, { up, down, below: downstream.device.name });
  if (!pair.known) return unknownCheck(id, title, pair.missing);
  const given = join(parts.given, pair.given);
  const rule = RESIDUAL_SELECTIVE.clause(facts.job.pack);
  const values = `${figure(milli(up.sensitivityA))} mA ${up.delay} over ${figure(milli(down.sensitivityA))} mA ${down.delay}`;
  if (pair.value.earned) {
    const comparison: Comparison = {
      demand: RESIDUAL_RATIO,
      limit: up.sensitivityA / down.sensitivityA,
      unit: '× IΔn',
      rule: rule,
      aside: true,
      because: () => `only ${downstream.device.name} opens: ${values}`,
      working: () => [line(`ratio ≥ ${RESIDUAL_RATIO}, S over general, type not less`, values, 'total', rule)],
    };
    return judge(id, title, known(comparison, given));
  }
  const lost = safetyServiceLost(facts, upstream);
  const why = `${upstream.device.name} may open too: ${pair.value.reason}`;
  return lost === undefined
    ? ruled(id, title, 'caution', why, rule, given)
    : ruled(id, title, 'stop', `${why}; then ${lost} is lost`, rule, given);
}

const partOf = (device: Device): Maybe<ResidualPart> =>
  residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);

/** Without a residual device of its own, the circuit's earth faults open the one upstream. */
function alone(facts: CircuitFacts, upstream: Seated): Check {
  const { house, circuit } = facts;
  const id = `residual:${upstream.device.id}`;
  const title = `Earth fault under ${upstream.device.name}`;
  const others =
    upstream.seat === 'group' ? house.wirings.idsBehindGroup(upstream.device.id).some((each) => each !== circuit.id) : true;
  if (!others) return ruled(id, title, 'pass', `${upstream.device.name} feeds this circuit alone`, ruleOf(facts));
  const lost = safetyServiceLost(facts, upstream);
  return ruled(
    id,
    title,
    lost === undefined ? 'caution' : 'stop',
    `a fault to ${word(facts.job.dialect, 'earth')} here opens ${upstream.device.name} and darkens what else hangs behind it${lost === undefined ? '' : `: ${lost} is lost`}`,
    ruleOf(facts),
  );
}
