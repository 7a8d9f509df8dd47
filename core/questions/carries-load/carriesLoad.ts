import { isBreaker, ratedCurrent } from '../../devices/bands';
import { circuitsBehind } from '../../house/chains';
import { type CircuitFacts, isOvercurrent, type Seated } from '../../house/facts';
import { perDevice } from '../../house/perDevice';
import { FAMILIES } from '../../job/families';
import { all, andThen, known, lack, list, type Maybe, map, unknown } from '../../job/known';
import { factOf, settingOf } from '../../job/readers';
import type { Circuit, Device } from '../../job/sealed';
import type { Answer, Check, WorkingLine } from '../../judging/answer';
import { answer, besides, type Comparison, figure, fits, holds, judge, line, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import { type AtLeast, atLeastOf, partOf } from '../../loads/designCurrent';
import { groupShare } from '../../loads/diversity';
import { sumOf } from '../../loads/sum';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { LARGE_RANGE_W, RANGE_DEVICE, RANGE_LEAST_A } from '../../tables/appliances';
import { FULL_SHARE } from '../../tables/customary';
import type { Source } from '../../tables/source';
import { inPercent, kilo } from '../../units';
import { dedicatedCheck } from './dedicated';
import { dwellingCheck } from './demand';
import { markedDevices, motorOverload } from './marked';
import { pluggedChecks } from './plugged';
import { plugChecks } from './plugs';
import {
  boardRating,
  linesSaid,
  neutralsWanted,
  outletRating,
  ratingNotAssessed,
  residualSwitchRating,
  sharedBus,
  switchRating,
} from './ratings';
import { WHOLE_RATING } from './relaxations';

const FACTOR: Source = {
  standard: 'IEC 61439-3',
  edition: '2012',
  clause: 'rated diversity factor of the assembly',
  basis: 'memory',
};

const PLATE: Source = { standard: 'as entered', edition: '', clause: '', basis: 'published' };

const FULL: Source = { standard: 'common practice', edition: '', clause: 'a fifth of the rating left free', basis: 'practice' };

/** Compares the design current with what each of the circuit's devices may carry where it sits. */
export function carriesLoad(facts: CircuitFacts): Answer {
  const { circuit, own, wiring } = facts;
  const checks: Check[] = [];
  for (const seated of own) {
    const { device } = seated;
    const { carries } = FAMILIES[device.settings.family];
    if (isOvercurrent(seated)) checks.push(...overcurrentDevice(facts, seated));
    else if (carries === 'switch') checks.push(switchRating(facts, seated));
    else if (carries === 'residual-switch') checks.push(residualSwitchRating(facts, seated));
    else if (carries !== 'nothing') checks.push(ratingNotAssessed(device));
  }
  if (!own.some(isOvercurrent))
    checks.unshift(
      unknownCheck(keyed('device'), 'Overcurrent device', [
        lack('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`),
      ]),
    );
  for (const device of wiring.pointDevices) checks.push(outletRating(facts, device));
  checks.push(
    ...plugChecks(facts),
    ...markedDevices(facts),
    ...motorOverload(facts),
    ...pluggedChecks(facts),
    ...dedicatedCheck(facts),
    ...dwellingCheck(facts),
    ...boardRating(facts),
    ...sharedBus(facts),
    ...neutralsWanted(facts),
  );
  return answer('carries-load', checks);
}

function overcurrentDevice(facts: CircuitFacts, seated: Seated): Check[] {
  if (seated.seat === 'group') return [groupCarries(facts, seated)];
  if (facts.job.dialect === 'iec') return [carries(facts, seated)];
  return [carriesContinuous(facts, seated.device), ...largeRange(facts, seated.device)];
}

/** IEC: Ib ≤ In × factor of the place. */
function carries(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const rule = clause(facts.job.pack, 'carries');
  const parts = all({ design: facts.design, ratedA: ratedCurrent(device), factor: deviceFactor(facts, seated) });
  const comparison = map(parts, ({ design: ib, ratedA, factor }): Comparison => {
    const limit = ratedA * factor;
    const full = isFull(facts.circuit, ib.ibA, ratedA);
    return {
      demand: ib.ibA,
      limit,
      unit: 'A',
      of: ['Ib', factor === 1 ? 'In' : 'InDerated'],
      rule,
      atLeast: least(ib.atLeast),
      within: full && isObserved(facts.circuit) ? 'caution' : 'pass',
      because: () =>
        besides(factor === 1 ? '' : `In ${figure(ratedA)} A × ${figure(factor)} for its place in the board`, full ? NEARLY : ''),
      working: () => [
        line(ib.formula, ib.values, `${figure(ib.ibA)} A`, PLATE),
        line('In · factor of the board', `${figure(ratedA)} · ${figure(factor)}`, `${figure(limit)} A`, FACTOR),
        line('Ib ≤ In · factor', `${figure(ib.ibA)} ≤ ${figure(limit)}`, holds(ib.ibA, limit), rule),
        ...(full ? [fullLine(ib.ibA, ratedA)] : []),
      ],
    };
  });
  return judge(keyed('carries', device.id), `Design current through ${device.name}`, comparison);
}

const least = (atLeast: AtLeast | undefined): Comparison['atLeast'] =>
  atLeast === undefined ? undefined : { demand: atLeast.demandA, missing: atLeast.missing };

/** What the circuits behind a group device ask together. */
const askedBehind = perDevice('load behind', (house, seated) => {
  const { device } = seated;
  const { job } = house;
  const behind = circuitsBehind({ house }, seated);
  const asked = list(
    behind.map((wiring) => {
      const lines = linesSaid(device, wiring.startDevices.at(-1));
      return job.dialect === 'nec'
        ? map(house.continuousOf(wiring), ({ factoredA, atLeast }) => partOf(factoredA, atLeast.factored, lines))
        : map(house.designOf(wiring), ({ ibA, atLeast }) => partOf(ibA, atLeast, lines));
    }),
  );
  return map(all({ each: asked, share: groupShare(job, device, behind.length) }), ({ each, share }) => ({
    each,
    share,
    sum: sumOf(each, share),
  }));
});

/** A group device with overcurrent protection carries what hangs behind it, line by line. */
function groupCarries(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const { job, house } = facts;
  const rule = clause(job.pack, 'carries');
  const nec = job.dialect === 'nec';
  const parts = all({
    behind: askedBehind(house, seated),
    ratedA: ratedCurrent(device),
    factor: nec ? OUTSIDE : deviceFactor(facts, seated),
  });
  const comparison = map(parts, ({ behind: { sum, share, each }, ratedA, factor }): Comparison => {
    const limit = ratedA * factor;
    const where = sum.line === undefined ? '' : ` on ${sum.line} (highest)`;
    const of = share.kind === 'stated' ? ` · ${share.share}` : '';
    return {
      demand: sum.mostA,
      limit,
      unit: 'A',
      of: ['IbSum', factor === 1 ? 'In' : 'InDerated'],
      rule,
      atLeast: least(atLeastOf(sum)),
      because: () => `what the ${each.length} circuits behind ${device.name} ask${where}`,
      working: () => [
        line(
          `Σ I behind${of === '' ? '' : ' · share that runs together'}${where}`,
          `${sum.on.map((index) => figure(each[index]!.mostA)).join(' + ')}${of}`,
          `${figure(sum.mostA)} A`,
          PLATE,
        ),
        line('≤ In · factor', `${figure(sum.mostA)} ≤ ${figure(limit)}`, holds(sum.mostA, limit), rule),
      ],
    };
  });
  return judge(keyed('carries', device.id), `Load through ${device.name}`, comparison);
}

/** NEC: 1.25 times the continuous part and the rest ≤ In; a device listed for all of its rating carries it as it is. */
function carriesContinuous(facts: CircuitFacts, device: Device): Check {
  const { circuit, job } = facts;
  const { id, name } = device;
  const rule = clause(job.pack, 'carries');
  const parts = all({ load: facts.continuous, ratedA: ratedCurrent(device) });
  const comparison = andThen(parts, ({ load, ratedA }): Maybe<Comparison> => {
    const full = isFull(circuit, load.wholeA, ratedA);
    const by = (demand: number, formula: string, atLeast: AtLeast | undefined): Comparison => ({
      demand,
      limit: ratedA,
      unit: 'A',
      of: ['Ib', 'In'],
      rule,
      atLeast: least(atLeast),
      within: full && isObserved(circuit) ? 'caution' : 'pass',
      because: () => besides(formula, full ? NEARLY : ''),
      working: () => [
        line(formula, load.values, `${figure(demand)} A`, rule),
        ...load.sized.map((by) => line(by.formula, by.values, `${figure(by.neededA)} A`, by.source)),
        line('≤ rating', `${figure(demand)} ≤ ${figure(ratedA)}`, holds(demand, ratedA), rule),
        ...(full ? [fullLine(load.wholeA, ratedA)] : []),
      ],
    });
    return relieved(
      by(load.factoredA, load.formula, load.atLeast.factored),
      () => known(by(load.wholeA, 'all of the load as it is', load.atLeast.whole)),
      () => applies(WHOLE_RATING, device),
    );
  });
  return judge(keyed('carries', id), `Load through ${name}`, comparison);
}

/** A large range has a circuit of 40 A at least, whatever its demand comes to. */
function largeRange({ job, loads }: CircuitFacts, device: Device): Check[] {
  const rule = RANGE_DEVICE(job.pack);
  const ranges = loads.flatMap((load) => {
    const read = all({
      kind: factOf('loads', load, 'appliance'),
      powerW: factOf('loads', load, 'powerW'),
    });
    return read.known && read.value.kind === 'range' && read.value.powerW >= LARGE_RANGE_W ? [{ ...load, read }] : [];
  });
  const range = ranges[0];
  if (range === undefined) return [];
  const parts = all({ ratedA: ratedCurrent(device), read: range.read });
  const comparison = map(
    parts,
    ({ ratedA, read: { powerW } }): Comparison => ({
      demand: RANGE_LEAST_A,
      limit: ratedA,
      unit: 'A',
      of: ['required', 'In', 'limit-first'],
      rule,
      secondary: true,
      because: () => `${range.name} ${figure(kilo(powerW))} kW, on ${device.name}`,
      working: () => [line('40 A ≤ rating', `${RANGE_LEAST_A} ≤ ${figure(ratedA)}`, holds(RANGE_LEAST_A, ratedA), rule)],
    }),
  );
  return [judge(keyed('range', device.id), 'Circuit of a large range', comparison)];
}

/**
 * Whether what feeds a board is asked for more than leaves room. A calculation is held to all of the rating, with the trade's mark
 * beside it; what was observed or guessed is not that sure.
 */
const isFull = ({ toBoardId }: Circuit, demandA: number, ratedA: number): boolean =>
  toBoardId !== undefined && !fits(demandA, FULL_SHARE * ratedA);

const isObserved = ({ designCurrentA }: Circuit): boolean => designCurrentA !== undefined && designCurrentA.from !== 'stated';

const NEARLY = `nearly full: above ${inPercent(FULL_SHARE)} % of it`;

const fullLine = (demandA: number, ratedA: number): WorkingLine =>
  line(`I ≤ ${FULL_SHARE} · rating`, `${figure(demandA)} ≤ ${figure(FULL_SHARE * ratedA)}`, 'does not hold', FULL);

/** The device's own factor, else its board's. Without either it is not known how much of the rating is left. */
function deviceFactor(facts: CircuitFacts, { device, seat, wiring }: Seated): Maybe<number> {
  const { settings } = device;
  if (isBreaker(settings) && settings.ownFactor !== undefined) return settingOf(device, 'ownFactor');
  const boardId = seat === 'end' ? wiring.circuit.toBoardId : wiring.circuit.fromBoardId;
  if (boardId === undefined) return OUTSIDE;
  const board = facts.job.boards[boardId];
  if (board === undefined) return unknown(`devices.${device.id}`, `board of ${device.name}`);
  return factOf('boards', board, 'deviceFactor');
}

/** Outside a board a device carries its rating. */
const OUTSIDE = known(1);
