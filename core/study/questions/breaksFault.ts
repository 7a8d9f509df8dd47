import { isBreaker } from '../../devices/bands';
import { all, known, type Maybe, type Missing, map, need, unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Fault } from '../../network/faults';
import { FAULT_KINDS, type FaultKind } from '../../network/states';
import type { Source } from '../../tables/source';
import type { Answer, Verdict } from '../answer';
import { type CircuitFacts, type Seated, unassessedDevices } from '../facts';
import { answer, type Comparison, figure, holds, judge, line, notAssessed, unknownCheck } from '../judge';

const RULE: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '434.5.1', basis: 'memory' };
const LOOP: Source = { standard: 'IEC 60909-0', edition: '2016', clause: 'table 1 voltage factors; I = c·U0/Z', basis: 'memory' };
const PRACTICE: Source = { standard: 'common practice', edition: '', clause: 'instrument limits', basis: 'practice' };

/** A measured fault above this share of the capacity is too near to trust the instrument (practice). */
export const MEASURED_SHARE = 0.8;
/** Loops under this cannot be read well by a loop tester (practice). */
export const INSTRUMENT_LOOP_OHM = 0.2;

/** Compares the greatest fault at each device's line terminals with its breaking capacity, each fault kind. */
export function breaksFault(facts: CircuitFacts): Answer {
  const { circuit, own } = facts;
  const checks = own.flatMap((seated) => FAULT_KINDS.map((kind) => breaks(facts, seated, kind)));
  if (own.length === 0)
    checks.push(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    );
  for (const device of unassessedDevices(facts))
    checks.push(
      notAssessed(
        `breaks:${device.id}`,
        `Short-circuit rating of ${device.name}`,
        `${device.name}: this family is not assessed yet`,
      ),
    );
  return answer('breaks-fault', checks);
}

function breaks(facts: CircuitFacts, { device }: Seated, kind: FaultKind) {
  const capacity = breakingCapacity(device);
  const comparison = map(
    all({ fault: faultAtDevice(facts, device, kind), capacity }),
    ({ fault, capacity: { capacityA, serviceA } }): Comparison => {
      const { within, why } = reservation(fault, capacityA, serviceA);
      return {
        demand: fault.currentA,
        limit: capacityA,
        unit: 'A',
        rule: RULE,
        within,
        capGuesses: true,
        because: `${kind} at its line terminals, cold conductors${why}`,
        working: () => [
          faultLine(fault),
          line('Imax ≤ Icn', `${figure(fault.currentA)} ≤ ${figure(capacityA)}`, holds(fault.currentA, capacityA), RULE),
          ...(why === '' ? [] : [line('reservation', why.slice(2), 'caution', PRACTICE)]),
        ],
      };
    },
  );
  return judge(`breaks:${device.id}:${kind}`, `${kind} fault at ${device.name}`, comparison);
}

/** The fault a device faces at its line terminals: its circuit's start, or the end of the cable it closes. */
export function faultAtDevice(facts: CircuitFacts, device: Device, kind: FaultKind): Maybe<Fault> {
  const { path, network, wiring } = facts;
  if (!path.known) return path;
  const lastMain = wiring.stretches.filter(({ segment }) => segment.branchOf === undefined).at(-1);
  return network.faultAt(path.value, device.seat === 'end' ? lastMain?.segment.id : undefined, kind, 'MAX');
}

/** Working line of a fault current. */
export function faultLine(fault: Fault): ReturnType<typeof line> {
  const { source, cable, emfV, loopOhm, currentA } = fault;
  return line(
    `I = U/|Z source + Z cable| (${fault.kind}, ${fault.state})`,
    `${figure(emfV)} V / |${figure(source.ohm)} Ω by ${source.from}${source.xOverR === undefined ? ', angle not known' : `, X/R ${figure(source.xOverR)}`} + (${figure(cable.re)} + j${figure(cable.im)}) Ω| = ${figure(emfV)} / ${figure(loopOhm)}`,
    `${figure(currentA)} A`,
    LOOP,
  );
}

function reservation(fault: Fault, capacityA: number, serviceA: number | undefined): { within: Verdict; why: string } {
  const { measured } = fault.source;
  if (serviceA !== undefined && fault.currentA > serviceA)
    return { within: 'caution', why: `; above Ics ${figure(serviceA)} A: may not serve again` };
  if (measured && fault.currentA > MEASURED_SHARE * capacityA)
    return { within: 'caution', why: `; measured, and above ${MEASURED_SHARE} of the capacity` };
  if (measured && fault.source.ohm < INSTRUMENT_LOOP_OHM)
    return { within: 'caution', why: `; measured on a loop of ${figure(fault.source.ohm)} Ω, under ${INSTRUMENT_LOOP_OHM} Ω` };
  return { within: 'pass', why: '' };
}

function breakingCapacity(device: Device): Maybe<{ capacityA: number; serviceA: number | undefined }> {
  const { settings, id, name } = device;
  const path = `devices.${id}.settings`;
  if (isBreaker(settings)) {
    const service = settings.icsA === undefined ? known(undefined) : need(settings.icsA, `${path}.icsA`, `Ics of ${name}`);
    const capacityA = need(settings.icnA, `${path}.icnA`, `breaking capacity of ${name}`);
    return map(all({ capacityA, serviceA: service }), (parts) => parts);
  }
  if (settings.family === 'fuse') {
    const facts = need(settings.breakingA, `${path}.breakingA`, `breaking capacity of ${name}`);
    return map(facts, (capacityA) => ({ capacityA, serviceA: undefined }));
  }
  const missing: Missing = { path: `devices.${id}`, what: `${name}: this family is not assessed yet` };
  return unknown(missing.path, missing.what);
}
