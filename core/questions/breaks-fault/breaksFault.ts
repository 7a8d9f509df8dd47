import { breakingCapacity, type Capacity, type RatedVolts, ratedVolts } from '../../devices/capacity';
import { identityOf } from '../../devices/identity';
import { type CircuitFacts, faultAtDevice, isOvercurrent, leastOfMost, type Seated } from '../../house/facts';
import { FAMILIES } from '../../job/families';
import { all, andThen, both, known, lack, type Maybe, map } from '../../job/known';
import type { QuantityId } from '../../job/quantities';
import { factOf, settingOf } from '../../job/readers';
import type { Device } from '../../job/sealed';
import { showCurrent } from '../../job/show';
import { faultWord, word } from '../../job/terms';
import type { Answer, Check, Verdict } from '../../judging/answer';
import { faultLine, LOOP_SOURCE } from '../../judging/faultLine';
import {
  answer,
  besides,
  type Comparison,
  figure,
  fits,
  holds,
  judge,
  line,
  notApplicable,
  notAssessed,
  unknownCheck,
} from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { scale } from '../../network/complex';
import type { Fault } from '../../network/fault';
import { currentOf } from '../../network/feeds';
import { linesOpened, opensNeutral } from '../../network/poles';
import { type FaultKind, kindsAmong, lineVoltageV, type Poles } from '../../network/states';
import { clause } from '../../rules/clauses';
import { rulesOf } from '../../rules/packs';
import { type Applied, applies } from '../../rules/relaxation';
import { CONSUMER_UNIT_A, CONSUMER_UNIT_SOURCE } from '../../tables/consumerUnit';
import { INSTRUMENT_ERROR, MEASURED_SHARE } from '../../tables/customary';
import type { Source } from '../../tables/source';
import { inPercent } from '../../units';
import { COMBINATION, CONDITIONAL, CONSUMER_UNIT, type Combined } from './relaxations';

const PRACTICE: Source = { standard: 'common practice', edition: '', clause: 'instrument limits', basis: 'practice' };

/** Compares the greatest fault at each device's line terminals with what it may break, each fault kind at its own voltage. */
export function breaksFault(facts: CircuitFacts): Answer {
  const { circuit, own, wiring } = facts;
  const checks: Check[] = [];
  for (const seated of own) {
    const { device } = seated;
    const { breaks } = FAMILIES[device.settings.family];
    if (isOvercurrent(seated)) checks.push(...ownBreaking(facts, seated));
    else if (breaks === 'conditionally') checks.push(...conditional(facts, seated));
    else if (breaks !== 'nothing') checks.push(capacityNotAssessed(device.id, device.name));
  }
  if (!own.some(isOvercurrent))
    checks.unshift(
      unknownCheck(keyed('device'), 'Overcurrent device', [
        lack('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`),
      ]),
    );
  for (const device of wiring.pointDevices) checks.push(...atOutlet(facts, device));
  return answer('breaks-fault', checks);
}

/**
 * A protective outlet opens no short circuit, its circuit's device does. What it stands of one is rated in the metric families, held here
 * to the fault at the start of its circuit, which is none less; an American one is tested behind any breaker of its circuit's rating.
 */
function atOutlet(facts: CircuitFacts, device: Device): Check[] {
  if (device.settings.family !== 'outlet-protection') return [capacityNotAssessed(device.id, device.name)];
  if (facts.job.dialect === 'iec') return conditional(facts, { device, wiring: facts.wiring, seat: 'start' });
  const why = 'opens no short circuit: the breaker of its circuit does, behind which it is listed (UL 943, UL 1699)';
  return [notApplicable(keyed('breaks', device.id), `Short-circuit rating of ${device.name}`, why)];
}

const capacityNotAssessed = (id: string, name: string): Check =>
  notAssessed(keyed('breaks', id), `Short-circuit rating of ${name}`, `${name}: this family is not assessed yet`);

/** The poles a device has in its circuit: as many lines as it opens, the neutral where the circuit has one. */
function polesAt(facts: CircuitFacts, { device, wiring }: Seated): Maybe<Poles> {
  return andThen(facts.house.polesOf(wiring), (circuit) => {
    const lines = Math.min(linesOpened(device), facts.system) as 1 | 2 | 3;
    return known<Poles>({ lines, neutral: circuit.neutral || opensNeutral(device) });
  });
}

function ownBreaking(facts: CircuitFacts, seated: Seated): Check[] {
  const { device } = seated;
  const poles = polesAt(facts, seated);
  if (!poles.known) return [unknownCheck(keyed('breaks', device.id), `Faults at ${device.name}`, poles.missing)];
  const kinds = kindsAmong(poles.value);
  const checks = kinds.map((kind) => breaks(facts, seated, kind));
  checks.push(...kindsOfVoltage(kinds).flatMap((between) => voltage(facts, seated, between)));
  return checks;
}

function breaks(facts: CircuitFacts, seated: Seated, kind: FaultKind): Check {
  const { device } = seated;
  const comparison = (found: Maybe<Fault>) =>
    andThen(all({ fault: found, capacity: breakingCapacity(device) }), ({ fault, capacity }) =>
      compare(facts, seated, fault, capacity),
    );
  return judgeMost(facts, seated, kind, comparison);
}

/** Judges the greatest fault; where that is not known, a stop by what is known of it stays a stop: more sources only add. */
function judgeMost(
  facts: CircuitFacts,
  seated: Seated,
  kind: FaultKind,
  comparison: (fault: Maybe<Fault>) => Maybe<Comparison>,
): Check {
  const { device } = seated;
  const [id, title] = [keyed('breaks', device.id, kind), `${faultWord(facts.job.dialect, kind)} fault at ${device.name}`];
  const fault = faultAtDevice(facts, seated, kind);
  const check = judge(id, title, comparison(fault));
  const least = fault.known ? undefined : leastOfMost(facts, seated, kind);
  if (least === undefined) return check;
  const sure = judge(id, title, comparison(least));
  return sure.verdict === 'stop' ? sure : check;
}

/** The device by itself; where that is not enough a listed combination, or the board's own rating behind the cut-out. */
function compare(facts: CircuitFacts, seated: Seated, fault: Fault, own: Capacity): Maybe<Comparison> {
  const { pack } = facts.job;
  const source = own.source(pack);
  const plain = against(fault, own.capacityA, {
    rule: source.standard === 'NEC' ? source : clause(pack, 'breaks'),
    quantity: QUANTITY_OF[own.symbol],
    symbol: own.symbol,
    serviceA: own.serviceA,
    rests: [source, LOOP_SOURCE],
    why: 'at its line terminals, conductors at 20 °C',
  });
  if (fits(plain.demand, plain.limit)) return known(plain);
  const tried = [...combinations(facts, seated, fault, own.serviceA), ...consumerUnit(facts, seated, fault)];
  const helping = tried.filter(({ relaxed }) => fits(relaxed.demand, relaxed.limit));
  let refused = '';
  let lacking: Maybe<Comparison> | undefined;
  for (const { relaxed, relaxation } of helping) {
    if (!relaxation.known) lacking ??= relaxation;
    else if (relaxation.value.applies) return known(relaxed, relaxation.given);
    else refused = besides(refused, relaxation.value.why);
  }
  return lacking ?? known({ ...plain, because: () => besides(plain.because(), refused) });
}

interface Relief {
  relaxed: Comparison;
  relaxation: Maybe<Applied>;
}

/** Each combination entered for the device. */
function combinations(facts: CircuitFacts, { device }: Seated, fault: Fault, serviceA: number | undefined): Relief[] {
  return facts.house.combinationsFor(device.id).flatMap((combination): Relief[] => {
    const about: Combined = { combination, chain: facts.chain.map((each) => each.device), device };
    const capacity = factOf('combinations', combination, 'capacityA');
    if (!capacity.known) return [];
    const upstream = about.chain.find(({ id }) => id === combination.upstreamDeviceId)?.name ?? 'its upstream device';
    const relaxed = against(fault, capacity.value, {
      rule: clause(facts.job.pack, 'combination'),
      quantity: 'combined',
      symbol: 'rating of the combination',
      serviceA,
      rests: [LOOP_SOURCE],
      why: `at its line terminals; ${device.name} with ${upstream} as listed in ${combination.reference}`,
    });
    return [{ relaxed, relaxation: both(applies(COMBINATION, about), capacity, (relaxation) => relaxation) }];
  });
}

/** A British consumer unit behind the supplier's cut-out. */
function consumerUnit(facts: CircuitFacts, seated: Seated, fault: Fault): Relief[] {
  if (!rulesOf(facts.job.pack).consumerUnits) return [];
  const relaxed = against(fault, CONSUMER_UNIT_A, {
    rule: CONSUMER_UNIT_SOURCE,
    quantity: 'consumerUnit',
    symbol: '16 kA of the consumer unit',
    serviceA: undefined,
    rests: [LOOP_SOURCE],
    why: 'at its line terminals, in a consumer unit marked for it behind the cut-out fuse',
  });
  return [{ relaxed, relaxation: applies(CONSUMER_UNIT, { facts, seated }) }];
}

const QUANTITY_OF = { Icn: 'Icn', AIC: 'Icn', Icu: 'Icu', 'breaking capacity': 'I1' } as const;

interface Against {
  rule: Source;
  /** Which rating it is held against, and as the working writes it. */
  quantity: QuantityId;
  symbol: string;
  serviceA: number | undefined;
  rests: readonly Source[];
  why: string;
}

/** A fault against a rating, whichever it is: what an instrument may be off by counts for all of them. */
function against(fault: Fault, limit: number, { rule, quantity, symbol, serviceA, rests, why }: Against): Comparison {
  const { within, because } = reservation(fault, limit, serviceA);
  return {
    demand: fault.currentA,
    limit,
    unit: 'A',
    of: ['Ipf', quantity],
    rule,
    within,
    rests,
    because: () => `${fault.said} ${why}${because}`,
    working: () => [
      faultLine(fault),
      line(`Imax ≤ ${symbol}`, `${figure(fault.currentA)} ≤ ${figure(limit)}`, holds(fault.currentA, limit), rule),
      ...(because === '' ? [] : [line('reservation', because.slice(2), 'caution', PRACTICE)]),
    ],
  };
}

/** The fault there would be if every reading behind it were as far off as it may be; undefined where none was read. */
function withError(fault: Fault): number | undefined {
  if (!fault.feeds.some(({ source }) => source.measured)) return undefined;
  const feeds = fault.feeds.map(({ source, cable }) => {
    if (!source.measured) return { source, cable };
    const ohm = Math.max(0, source.ohm * (1 - INSTRUMENT_ERROR.share) - INSTRUMENT_ERROR.ohm);
    const z = source.z === undefined || source.ohm === 0 ? undefined : scale(source.z, ohm / source.ohm);
    return { source: { ...source, ohm, z }, cable };
  });
  return currentOf(feeds, 'MAX');
}

/** Why a fault within a rating is no more than a caution. */
function reservation(fault: Fault, limit: number, serviceA: number | undefined): { within: Verdict; because: string } {
  if (serviceA !== undefined && !fits(fault.currentA, serviceA))
    return { within: 'caution', because: `; above Ics ${showCurrent(serviceA)}: may not serve again` };
  const offA = withError(fault);
  if (offA === undefined || fits(offA, MEASURED_SHARE * limit)) return { within: 'pass', because: '' };
  const error = `${inPercent(INSTRUMENT_ERROR.share)} % and ${INSTRUMENT_ERROR.ohm} Ω`;
  const most = Number.isFinite(offA) ? `${figure(offA)} A` : 'anything';
  return {
    within: 'caution',
    because: `; measured: with ${error} off the reading it may be ${most}, above ${MEASURED_SHARE} of the rating`,
  };
}

/** Which voltages the poles face: to earth always, between lines where two of them can fault. */
const kindsOfVoltage = (kinds: readonly FaultKind[]): boolean[] => (kinds.includes('L-L') ? [false, true] : [false]);

/**
 * A slash rating holds its lower value to earth and its higher one between lines; a straight one holds for both. The metric
 * families all bear the same, so theirs is told only where it is not enough.
 */
function voltage({ job }: CircuitFacts, { device }: Seated, between: boolean): Check[] {
  const demand = between ? lineVoltageV(job.supply) : job.supply.u0V;
  const rated = ratedVolts(device);
  const limitOf = ({ betweenV, toEarthV }: RatedVolts) => (between ? betweenV : toEarthV);
  if (device.settings.family !== 'moulded-case-nec' && rated.known && fits(demand, limitOf(rated.value))) return [];
  const rule = clause(job.pack, 'ratedVoltage');
  const comparison = map(rated, (volts): Comparison => {
    const limit = limitOf(volts);
    return {
      demand,
      limit,
      unit: 'V',
      of: ['connectedV', 'ratedV'],
      rule,
      secondary: true,
      because: () => `marked ${volts.marking}; ${between ? 'line to line' : `each pole to ${word(job.dialect, 'earth')}`}`,
      working: () => [line('U ≤ rated', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule)],
    };
  });
  return [judge(keyed('voltage', device.id, between ? 'L-L' : 'L-PE'), `Voltage at ${device.name}`, comparison)];
}

/** A switch, residual or not, stands a fault only together with the overcurrent device its rating names. */
function conditional(facts: CircuitFacts, seated: Seated): Check[] {
  const { device } = seated;
  const poles = polesAt(facts, seated);
  if (!poles.known) return [unknownCheck(keyed('breaks', device.id), `Faults at ${device.name}`, poles.missing)];
  const rating = settingOf(device, 'conditionalA');
  const named = backup(facts, seated);
  const rule = clause(facts.job.pack, device.settings.family === 'rccb' ? 'conditional' : 'conditionalSwitch');
  return kindsAmong(poles.value).map((kind) => {
    return judgeMost(facts, seated, kind, (found) =>
      andThen(all({ fault: found, limit: rating }), ({ fault, limit }): Maybe<Comparison> => {
        const relaxation = applies(CONDITIONAL, { device, backup: named });
        const relaxed = against(fault, limit, {
          rule,
          quantity: 'Inc',
          symbol: 'Inc',
          serviceA: undefined,
          rests: [LOOP_SOURCE],
          why: `at its line terminals, with ${named?.name ?? 'the device it is rated with'}`,
        });
        return andThen(relaxation, (answer) =>
          known(
            answer.applies
              ? relaxed
              : {
                  ...relaxed,
                  limit: 0,
                  // Its rating holds not without the device it is rated with: there is none to compare.
                  of: 'whether',
                  because: () => `${faultWord(facts.job.dialect, kind)} at its line terminals; ${answer.why}`,
                },
          ),
        );
      }),
    );
  });
}

/**
 * The device a switch's rating holds with, where it stands in the way of this circuit's faults: ahead of the
 * switch, or behind it on this circuit. There a device that reads the same serves as well: circuits of a group have one each.
 */
function backup({ job, chain, wiring }: CircuitFacts, seated: Seated): Device | undefined {
  const { settings } = seated.device;
  const named = 'conditionalWithDeviceId' in settings ? job.devices[settings.conditionalWithDeviceId ?? ''] : undefined;
  if (named === undefined) return undefined;
  const ahead = chain.slice(0, chain.indexOf(seated)).find(({ device }) => device.id === named.id);
  if (ahead !== undefined) return named;
  if (seated.seat === 'end') return undefined;
  const reads = identityOf(named).value;
  return wiring.startDevices.find((device) => device.id === named.id || identityOf(device).value === reads);
}
