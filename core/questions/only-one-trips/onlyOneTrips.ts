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
import { all, andThen, join, type Known, known, lack, type Maybe, unknown } from '../../job/known';
import type { Circuit, Device, Origin } from '../../job/sealed';
import { word } from '../../job/terms';
import type { Answer, Check } from '../../judging/answer';
import { faultLine } from '../../judging/faultLine';
import { answer, type Comparison, figure, judge, line, notApplicable, ruled, unknownCheck } from '../../judging/judge';
import { type CheckName, keyed } from '../../judging/keys';
import type { SupplyCase } from '../../network/cases';
import type { Fault } from '../../network/fault';
import { theMore } from '../../network/faults';
import { linesOpened, opensNeutral } from '../../network/poles';
import { kindsAmong, type Poles } from '../../network/states';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { type OvercurrentPair, overcurrentPair, pairSentence } from '../../selectivity/overcurrentPair';
import { GG_STEPS, RESIDUAL_SELECTIVE } from '../../selectivity/relaxations';
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
  if (!path.known) return answer('only-one-trips', [unknownCheck(keyed('path'), 'Devices upstream', path.missing)]);
  const downstream = own.filter(({ seat }) => seat !== 'group');
  if (!downstream.some(isOvercurrent))
    return answer('only-one-trips', [
      unknownCheck(keyed('device'), 'Overcurrent device', [
        lack('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`),
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
    return answer('only-one-trips', [notApplicable(keyed('pair'), 'Devices upstream', 'no device of this job is upstream')]);
  return answer('only-one-trips', checks);
}

/** The same for devices current passes only from another source: each in the states that source is there. */
function fromOtherSources(facts: CircuitFacts, downstream: readonly Seated[]): Check[] {
  const { house, chain, job } = facts;
  const known = new Set(chain.map(({ device }) => device.id));
  return otherWays(facts).flatMap(({ origin, way }) => {
    if (!way.known) return [unknownCheck(keyed('way', origin.id), `Devices between ${origin.name} and here`, way.missing)];
    const cases = house.network.maxCases.filter((at) => at.origins.includes(origin));
    const checks = downstream.filter(isOvercurrent).flatMap((seated) => {
      const at = way.value.findIndex(({ device }) => device.id === seated.device.id);
      const above = way.value.slice(0, Math.max(0, at)).filter(({ device }) => !known.has(device.id));
      return overcurrentChecks(facts, above, seated, { origin, cases });
    });
    const residual = residualChecks(facts, way.value, origin.id).filter(({ name }) => {
      const upstream = job.devices[name.of('upstream') ?? ''];
      return upstream !== undefined && !known.has(upstream.id);
    });
    return [...checks, ...residual];
  });
}

/** A source other than the first, and the states it is there in. */
interface OtherSource {
  origin: Origin;
  cases: readonly SupplyCase[];
}

/** The name of a pair; on the way from another source it was once that of the same pair on the first. */
function namedFrom(
  originId: string | undefined,
  key: 'overcurrent' | 'residual',
  deviceId: string,
  upstreamId: string,
): CheckName {
  const pair = keyed(key, deviceId, upstreamId);
  return originId === undefined ? pair : keyed(key, deviceId, upstreamId, originId).was(pair.id);
}

function overcurrentChecks(facts: CircuitFacts, above: readonly Seated[], seated: Seated, from?: OtherSource): Check[] {
  const upstream = above.filter(isOvercurrent);
  if (upstream.length === 0) return [];
  const fault = greatestFault(facts, seated, from?.cases);
  const first = from === undefined ? faultsAtFirst(facts, seated) : undefined;
  const when = from === undefined ? '' : ` (${from.cases.map(({ state }) => state.name).join(', ')})`;
  return upstream.map((each) => pairCheck(facts, each, seated.device, { fault, first }, when, from?.origin.id));
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

/**
 * The greatest fault of each kind at the first box, outlet or load of the circuit; of a feeder at the bars it feeds. One outlet alone stands
 * at the end of its length. Of several on the first length one may be anywhere along it, whatever length they are entered with; round a ring
 * from either side.
 */
function faultsAtFirst(facts: CircuitFacts, { wiring, seat }: Seated): Maybe<Fault>[] | undefined {
  const { circuit, house } = facts;
  if (seat !== 'start' || wiring.circuit.id !== circuit.id || circuit.topology === 'ring') return undefined;
  const points = house.pointsOf(circuit.id);
  const feeds = circuit.toBoardId !== undefined && points.length === 0;
  const poles = house.polesOf(wiring);
  if (!poles.known) return undefined;
  const ends = wiring.stretches.filter(({ after }) => after === undefined).map(({ segment }) => segment.id);
  const onFirst = points.filter(({ segmentId }) => segmentId === undefined || ends.includes(segmentId));
  if (ends.length === 0 || !(feeds || (points.length > 0 && onFirst.length <= 1))) return undefined;
  return ends.flatMap((end) => kindsAmong(poles.value).map((kind) => house.network.most(wiring, end, kind)));
}

/** That a pair is selective for every fault from the first point on, and the greatest of them. */
function keptFrom(upstream: Device, downstream: Device, faults: readonly Maybe<Fault>[] | undefined): Known<Fault> | undefined {
  if (faults === undefined) return undefined;
  let most: Known<Fault> | undefined;
  for (const fault of faults) {
    if (!fault.known) return undefined;
    const pair = overcurrentPair(upstream, downstream, fault.value.currentA);
    if (!pair.known || !pair.value.total) return undefined;
    most = theMore(most, fault, (a, b) => a > b);
  }
  return most;
}

function pairCheck(
  facts: CircuitFacts,
  upstream: Seated,
  downstream: Device,
  { fault, first }: { fault: Maybe<Fault>; first: readonly Maybe<Fault>[] | undefined },
  when: string,
  originId?: string,
): Check {
  const comparison = andThen(fault, (most) =>
    andThen(overcurrentPair(upstream.device, downstream, most.currentA), (pair): Maybe<Comparison> => {
      if (!pair.total && pair.blind) return blind(pair.blind === 'upstream' ? upstream.device : downstream);
      const kept = pair.total ? undefined : keptFrom(upstream.device, downstream, first);
      if (kept === undefined || safetyServiceLost(facts, upstream) !== undefined)
        return known(compare(facts, upstream, downstream, most, pair, when));
      const before = compare(facts, upstream, downstream, most, pair, when);
      const from = kept.value;
      return known(
        {
          ...before,
          demand: from.currentA,
          advice: 'selectivity',
          because: () =>
            `${before.because()}: no fault further on than the first ${facts.job.dialect === 'nec' ? 'outlet' : 'point'} is that high`,
          working: () => [faultLine(from), ...before.working()],
        },
        kept.given,
      );
    }),
  );
  return judge(
    namedFrom(originId, 'overcurrent', downstream.id, upstream.device.id),
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
        'max trip time downstream ≤ min trip time upstream',
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
    of: ['Ipf', 'Is'],
    rule: ruleOf(facts),
    grade: pair.grade,
    beyond: lost === undefined ? 'caution' : 'stop',
    because: () => `${sentence()}${lost === undefined ? '' : `; then ${lost} loses ${word(facts.job.dialect, 'power')}`}${when}`,
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
function residualChecks(facts: CircuitFacts, chain: readonly Seated[], originId?: string): Check[] {
  const { circuit } = facts;
  const residual = chain.filter(isResidual);
  const nearest = residual.at(-1);
  if (nearest === undefined) return [];
  const own = nearest.wiring.circuit.id === circuit.id && nearest.seat !== 'group';
  return [
    ...(own ? [] : [alone(facts, nearest, originId)]),
    ...residual.slice(0, -1).map((upstream) => inSeries(facts, upstream, nearest, originId)),
  ];
}

/** Two residual devices in series. */
function inSeries(facts: CircuitFacts, upstream: Seated, downstream: Seated, originId?: string): Check {
  const id = namedFrom(originId, 'residual', downstream.device.id, upstream.device.id);
  const title = `${downstream.device.name} under ${upstream.device.name}, residual`;
  const parts = all({ up: partOf(upstream.device), down: partOf(downstream.device) });
  if (!parts.known) return unknownCheck(id, title, parts.missing);
  const { up, down } = parts.value;
  const pair = applies(RESIDUAL_SELECTIVE, { up, down, below: downstream.device.name });
  if (!pair.known) return unknownCheck(id, title, pair.missing);
  const given = join(parts.given, pair.given);
  const rule = RESIDUAL_SELECTIVE.clause(facts.job.pack);
  const values = `${figure(milli(up.sensitivityA))} mA ${up.delay} over ${figure(milli(down.sensitivityA))} mA ${down.delay}`;
  if (pair.value.applies) {
    const comparison: Comparison = {
      demand: RESIDUAL_RATIO,
      limit: up.sensitivityA / down.sensitivityA,
      unit: '× IΔn',
      of: ['required', 'ratio', 'limit-first'],
      rule: rule,
      secondary: true,
      because: () => `only ${downstream.device.name} trips: ${values}`,
      working: () => [line(`ratio ≥ ${RESIDUAL_RATIO}, S over general, type not less`, values, 'total', rule)],
    };
    return judge(id, title, known(comparison, given));
  }
  const lost = safetyServiceLost(facts, upstream);
  const why = `${upstream.device.name} may trip too: ${pair.value.reason}`;
  return lost === undefined
    ? ruled(id, title, 'caution', why, rule, given)
    : ruled(id, title, 'stop', `${why}; then ${lost} loses ${word(facts.job.dialect, 'power')}`, rule, given);
}

const partOf = (device: Device): Maybe<ResidualPart> =>
  residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);

/** Without a residual device of its own, the circuit's earth faults open the one upstream. */
function alone(facts: CircuitFacts, upstream: Seated, originId?: string): Check {
  const { house, circuit } = facts;
  const id =
    originId === undefined
      ? keyed('residual-above', upstream.device.id)
      : keyed('residual-above', upstream.device.id, originId).was(keyed('residual-above', upstream.device.id).id);
  const title = `${facts.job.dialect === 'nec' ? 'Ground' : 'Earth'} fault behind ${upstream.device.name}`;
  const others =
    upstream.seat === 'group' ? house.wirings.idsBehindGroup(upstream.device.id).some((each) => each !== circuit.id) : true;
  if (!others) return ruled(id, title, 'pass', `${upstream.device.name} supplies this circuit alone`, ruleOf(facts));
  const lost = safetyServiceLost(facts, upstream);
  return ruled(
    id,
    title,
    lost === undefined ? 'caution' : 'stop',
    `${facts.job.dialect === 'nec' ? 'a ground' : 'an earth'} fault on this circuit trips ${upstream.device.name}: other circuits lose ${word(facts.job.dialect, 'power')}${lost === undefined ? '' : `, ${lost} among them`}`,
    ruleOf(facts),
  );
}
