import { breakingCapacity, type Capacity, type RatedVolts, ratedVolts } from '../../devices/capacity';
import { deviceLine } from '../../devices/identity';
import { type CircuitFacts, faultAtDevice, isOvercurrent, type Seated } from '../../house/facts';
import { all, andThen, known, type Maybe, map, need, unknown } from '../../job/known';
import type { Combination, Device } from '../../job/schema/device';
import { showCurrent } from '../../job/show';
import { word } from '../../job/terms';
import type { Answer, Check, Verdict } from '../../judging/answer';
import { faultLine, LOOP_SOURCE } from '../../judging/faultLine';
import { answer, type Comparison, figure, fits, holds, judge, line, notAssessed, unknownCheck } from '../../judging/judge';
import type { Fault } from '../../network/faults';
import { linesOpened, opensNeutral } from '../../network/poles';
import { type FaultKind, kindsAmong, lineVoltageV, type Poles } from '../../network/states';
import type { Source } from '../../tables/source';

const RULE = {
  iec: { standard: 'IEC 60364-4-43', edition: '2008', clause: '434.5.1', basis: 'memory' },
  nec: { standard: 'NEC', edition: '', clause: '110.9', basis: 'memory' },
} as const satisfies Record<string, Source>;
const VOLTAGE = {
  iec: { standard: 'IEC 60364-5-53', edition: '2019', clause: '533.1, rated voltage', basis: 'memory' },
  nec: { standard: 'NEC', edition: '', clause: '240.60(A), 240.85', basis: 'memory' },
} as const satisfies Record<string, Source>;
const SERIES: Source = {
  standard: 'NEC 240.86; IEC 60364-4-43',
  edition: '',
  clause: '434.5.1, listed combination',
  basis: 'memory',
};
const CONDITIONAL: Source = {
  standard: 'IEC 61008-1',
  edition: '2010',
  clause: 'rated conditional short-circuit current',
  basis: 'memory',
};
const PRACTICE: Source = { standard: 'common practice', edition: '', clause: 'instrument limits', basis: 'practice' };

/** A measured fault above this share of the capacity is too near to trust the instrument (practice). */
export const MEASURED_SHARE = 0.8;
/** Loops under this cannot be read well by a loop tester (practice). */
export const INSTRUMENT_LOOP_OHM = 0.2;

/** Families that break nothing, or are judged with another question. */
const SILENT = new Set(['switch', 'spd', 'monitor']);

/** Compares the greatest fault at each device's line terminals with what it may break, each fault kind at its own voltage. */
export function breaksFault(facts: CircuitFacts): Answer {
  const { circuit, own, wiring } = facts;
  const checks: Check[] = [];
  for (const seated of own) {
    const { device } = seated;
    if (isOvercurrent(seated) && device.settings.family !== 'mccb') checks.push(...ownBreaking(facts, seated));
    else if (device.settings.family === 'rccb') checks.push(...conditional(facts, seated));
    else if (!SILENT.has(device.settings.family)) checks.push(notYet(device.id, device.name));
  }
  if (!own.some(isOvercurrent))
    checks.unshift(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    );
  for (const device of wiring.pointDevices) checks.push(notYet(device.id, device.name));
  return answer('breaks-fault', checks);
}

const notYet = (id: string, name: string): Check =>
  notAssessed(`breaks:${id}`, `Short-circuit rating of ${name}`, `${name}: this family is not assessed yet`);

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
  if (!poles.known) return [unknownCheck(`breaks:${device.id}`, `Faults at ${device.name}`, poles.missing)];
  const kinds = kindsAmong(poles.value);
  const checks = kinds.map((kind) => breaks(facts, seated, kind));
  checks.push(...kindsOfVoltage(kinds).flatMap((between) => voltage(facts, seated, between)));
  return checks;
}

function breaks(facts: CircuitFacts, seated: Seated, kind: FaultKind): Check {
  const { device } = seated;
  const parts = all({ fault: faultAtDevice(facts, seated, kind), capacity: breakingCapacity(device) });
  const comparison = andThen(parts, ({ fault, capacity }) => compare(facts, seated, fault, capacity));
  return judge(`breaks:${device.id}:${kind}`, `${kind} fault at ${device.name}`, comparison);
}

function compare(facts: CircuitFacts, seated: Seated, fault: Fault, own: Capacity): Maybe<Comparison> {
  const rule = RULE[facts.job.dialect];
  const listed = fault.currentA > own.capacityA ? listedFor(facts, seated) : undefined;
  if (listed?.valid === true)
    return andThen(
      need(listed.combination.capacityA, `combinations.${listed.combination.id}.capacityA`, 'rating of the combination'),
      (limit) => known(byCombination(fault, limit, listed, seated)),
    );
  const { within, why } = reservation(fault, own);
  const voided = listed === undefined ? '' : `; the listed combination ${listed.combination.reference} is void: ${listed.why}`;
  return known({
    demand: fault.currentA,
    limit: own.capacityA,
    unit: 'A',
    rule: own.source.standard === 'NEC' ? own.source : rule,
    within,
    rests: [own.source, LOOP_SOURCE],
    because: () => `${fault.kind} at its line terminals, cold conductors${why}${voided}`,
    working: () => [
      faultLine(fault),
      line(
        `Imax ≤ ${own.symbol}`,
        `${figure(fault.currentA)} ≤ ${figure(own.capacityA)}`,
        holds(fault.currentA, own.capacityA),
        own.source,
      ),
      ...(why === '' ? [] : [line('reservation', why.slice(2), 'caution', PRACTICE)]),
    ],
  });
}

type Listed =
  | { valid: true; combination: Combination; upstream: string }
  | { valid: false; combination: Combination; why: string };

/** A listed combination for a device, if both devices still are what was listed and the one is ahead of the other. */
function listedFor({ house, chain }: CircuitFacts, { device }: Seated): Listed | undefined {
  let voided: Listed | undefined;
  for (const combination of house.combinationsFor(device.id)) {
    const ahead = chain.find((each) => each.device.id === combination.upstreamDeviceId)?.device;
    if (ahead === undefined) voided = { valid: false, combination, why: 'its upstream device is not ahead of this one' };
    else if (deviceLine(ahead) !== combination.upstreamAs)
      voided = { valid: false, combination, why: `${ahead.name} is no longer the device it names` };
    else if (deviceLine(device) !== combination.downstreamAs)
      voided = { valid: false, combination, why: `${device.name} is no longer the device it names` };
    else return { valid: true, combination, upstream: ahead.name };
  }
  return voided;
}

function byCombination(fault: Fault, limit: number, listed: Listed & { valid: true }, { device }: Seated): Comparison {
  return {
    demand: fault.currentA,
    limit,
    unit: 'A',
    rule: SERIES,
    because: () =>
      `${fault.kind} at its line terminals; ${device.name} with ${listed.upstream} as listed in ${listed.combination.reference}`,
    working: () => [
      faultLine(fault),
      line(
        'Imax ≤ rating of the combination',
        `${figure(fault.currentA)} ≤ ${figure(limit)}`,
        holds(fault.currentA, limit),
        SERIES,
      ),
    ],
  };
}

/** Why a fault within the capacity is no more than a caution. */
function reservation(fault: Fault, { capacityA, serviceA }: Capacity): { within: Verdict; why: string } {
  const measured = fault.feeds.find(({ source }) => source.measured)?.source;
  if (serviceA !== undefined && fault.currentA > serviceA)
    return { within: 'caution', why: `; above Ics ${showCurrent(serviceA)}: may not serve again` };
  if (measured !== undefined && fault.currentA > MEASURED_SHARE * capacityA)
    return { within: 'caution', why: `; measured, and above ${MEASURED_SHARE} of the capacity` };
  if (measured !== undefined && measured.ohm < INSTRUMENT_LOOP_OHM)
    return { within: 'caution', why: `; measured on a loop of ${figure(measured.ohm)} Ω, under ${INSTRUMENT_LOOP_OHM} Ω` };
  return { within: 'pass', why: '' };
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
  const rule = VOLTAGE[job.dialect];
  const comparison = map(rated, (volts): Comparison => {
    const limit = limitOf(volts);
    return {
      demand,
      limit,
      unit: 'V',
      rule,
      aside: true,
      because: () => `marked ${volts.marking}; ${between ? 'line to line' : `each pole to ${word(job.dialect, 'earth')}`}`,
      working: () => [line('U ≤ rated', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule)],
    };
  });
  return [judge(`voltage:${device.id}:${between ? 'L-L' : 'L-PE'}`, `Voltage at ${device.name}`, comparison)];
}

/** A residual switch stands a fault only together with the overcurrent device its rating names. */
function conditional(facts: CircuitFacts, seated: Seated): Check[] {
  const { device } = seated;
  const { settings } = device;
  if (settings.family !== 'rccb') return [];
  const poles = polesAt(facts, seated);
  if (!poles.known) return [unknownCheck(`breaks:${device.id}`, `Faults at ${device.name}`, poles.missing)];
  const path = `devices.${device.id}.settings`;
  const named = backup(facts, seated, settings.conditionalWithDeviceId);
  const rating = andThen(need(settings.conditionalA, `${path}.conditionalA`, `conditional rating of ${device.name}`), (limit) =>
    named === undefined
      ? unknown(`${path}.conditionalWithDeviceId`, `the overcurrent device the rating of ${device.name} holds with`)
      : known({ limit, with: named.name }),
  );
  return kindsAmong(poles.value).map((kind) => {
    const comparison = andThen(all({ fault: faultAtDevice(facts, seated, kind), rating }), (parts): Maybe<Comparison> => {
      const { fault } = parts;
      const { limit } = parts.rating;
      return known({
        demand: fault.currentA,
        limit,
        unit: 'A',
        rule: CONDITIONAL,
        because: () => `${kind} at its line terminals, with ${parts.rating.with}`,
        working: () => [
          faultLine(fault),
          line('Imax ≤ Inc', `${figure(fault.currentA)} ≤ ${figure(limit)}`, holds(fault.currentA, limit), CONDITIONAL),
        ],
      });
    });
    return judge(`breaks:${device.id}:${kind}`, `${kind} fault at ${device.name}`, comparison);
  });
}

/**
 * The device a residual switch's rating holds with, where it stands in the way of this circuit's faults: ahead of the
 * switch, or behind it on this circuit. There a device that reads the same serves as well: circuits of a group have one each.
 */
function backup({ job, chain, wiring }: CircuitFacts, seated: Seated, deviceId: string | undefined): Device | undefined {
  const named = deviceId === undefined ? undefined : job.devices[deviceId];
  if (named === undefined) return undefined;
  const ahead = chain.slice(0, chain.indexOf(seated)).find(({ device }) => device.id === named.id);
  if (ahead !== undefined) return named;
  if (seated.seat === 'end') return undefined;
  return wiring.startDevices.find((device) => device.id === named.id || deviceLine(device) === deviceLine(named));
}
