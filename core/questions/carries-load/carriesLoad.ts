import { isBreaker, opensOnOvercurrent, ratedCurrent } from '../../devices/bands';
import { circuitsBehind } from '../../house/chains';
import { type CircuitFacts, isOvercurrent, type Seated } from '../../house/facts';
import { all, andThen, known, list, type Maybe, map, need, unknown } from '../../job/known';
import type { Circuit, Device, Line } from '../../job/sealed';
import type { Answer, Check, WorkingLine } from '../../judging/answer';
import { answer, type Comparison, figure, fits, holds, judge, line, notAssessed, ruled, unknownCheck } from '../../judging/judge';
import { relieved } from '../../judging/relieved';
import { type AtLeast, atLeastOf, partOf } from '../../loads/designCurrent';
import { groupShare } from '../../loads/diversity';
import { LINES } from '../../loads/lines';
import { sumOf } from '../../loads/sum';
import { linesOpened } from '../../network/poles';
import { clause } from '../../rules/clauses';
import { earned } from '../../rules/credit';
import { LARGE_RANGE_W, RANGE_DEVICE, RANGE_LEAST_A } from '../../tables/appliances';
import type { Source } from '../../tables/source';
import { WHOLE_RATING } from './credits';

const FACTOR: Source = {
  standard: 'IEC 61439-3',
  edition: '2012',
  clause: 'rated diversity factor of the assembly',
  basis: 'memory',
};
const PLATE: Source = { standard: 'as entered', edition: '', clause: '', basis: 'published' };
const FULL: Source = { standard: 'common practice', edition: '', clause: 'a fifth of a board left free', basis: 'practice' };
/** Share of its main a board may be asked for before it is called full (practice). */
export const FULL_SHARE = 0.8;
/** Families that carry nothing of the circuit, or are judged with another question. */
const SILENT = new Set(['spd', 'monitor']);

/** Compares the design current with what each of the circuit's devices may carry where it sits. */
export function carriesLoad(facts: CircuitFacts): Answer {
  const { circuit, own, wiring } = facts;
  const checks: Check[] = [];
  for (const seated of own) {
    const { device } = seated;
    const { family } = device.settings;
    if (isOvercurrent(seated) && family !== 'mccb') checks.push(...overcurrentDevice(facts, seated));
    else if (family === 'switch') checks.push(switchRating(facts, seated));
    else if (family === 'rccb') checks.push(residualSwitchRating(facts, seated));
    else if (!SILENT.has(family)) checks.push(notYet(device));
  }
  if (!own.some(isOvercurrent))
    checks.unshift(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    );
  for (const device of wiring.pointDevices) checks.push(notYet(device));
  checks.push(...boardRating(facts), ...neutralsWanted(facts));
  return answer('carries-load', checks);
}

function overcurrentDevice(facts: CircuitFacts, seated: Seated): Check[] {
  if (seated.seat === 'group') return [groupCarries(facts, seated)];
  if (facts.job.dialect === 'iec') return [carries(facts, seated)];
  return [carriesContinuous(facts, seated.device), ...largeRange(facts, seated.device)];
}

const notYet = ({ id, name }: Device): Check =>
  notAssessed(`carries:${id}`, `Load through ${name}`, `${name}: this family is not assessed yet`);

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
      rule,
      atLeast: least(ib.atLeast),
      within: full && isObserved(facts.circuit) ? 'caution' : 'pass',
      because: () =>
        `${figure(ib.ibA)} A through ${figure(ratedA)} A${factor === 1 ? '' : ` × ${figure(factor)}`}${full ? NEARLY : ''}`,
      working: () => [
        line(ib.formula, ib.values(), `${figure(ib.ibA)} A`, PLATE),
        line('In · factor of the board', `${figure(ratedA)} · ${figure(factor)}`, `${figure(limit)} A`, FACTOR),
        line('Ib ≤ In · factor', `${figure(ib.ibA)} ≤ ${figure(limit)}`, holds(ib.ibA, limit), rule),
        ...(full ? [fullLine(ib.ibA, ratedA)] : []),
      ],
    };
  });
  return judge(`carries:${device.id}`, `Design current through ${device.name}`, comparison);
}

const least = (atLeast: AtLeast | undefined): Comparison['atLeast'] =>
  atLeast === undefined ? undefined : { demand: atLeast.demandA, missing: atLeast.missing };

/** A group device with overcurrent protection carries what hangs behind it, line by line. */
function groupCarries(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const { job, house } = facts;
  const rule = clause(job.pack, 'carries');
  const nec = job.dialect === 'nec';
  const behind = circuitsBehind(facts, seated);
  const asked = list(
    behind.map((wiring) => {
      const lines = linesSaid(device, wiring.startDevices.at(-1));
      return nec
        ? map(house.continuousOf(wiring), ({ factoredA, atLeast }) => partOf(factoredA, atLeast.factored, lines))
        : map(house.designOf(wiring), ({ ibA, atLeast }) => partOf(ibA, atLeast, lines));
    }),
  );
  const parts = all({
    asked,
    share: groupShare(job, device, behind.length),
    ratedA: ratedCurrent(device),
    factor: nec ? OUTSIDE : deviceFactor(facts, seated),
  });
  const comparison = map(parts, ({ asked: each, share, ratedA, factor }): Comparison => {
    const sum = sumOf(each, share);
    const limit = ratedA * factor;
    const on = sum.line === undefined ? '' : ` on ${sum.line}, the fullest`;
    const of = share.kind === 'stated' ? ` · ${share.share}` : '';
    return {
      demand: sum.mostA,
      limit,
      unit: 'A',
      rule,
      atLeast: least(atLeastOf(sum)),
      because: () => `what the ${each.length} circuits behind ${device.name} ask${on}`,
      working: () => [
        line(
          `Σ I behind${of === '' ? '' : ' · share that runs together'}${on}`,
          `${sum.on.map((index) => figure(each[index]!.mostA)).join(' + ')}${of}`,
          `${figure(sum.mostA)} A`,
          PLATE,
        ),
        line('≤ In · factor', `${figure(sum.mostA)} ≤ ${figure(limit)}`, holds(sum.mostA, limit), rule),
      ],
    };
  });
  return judge(`carries:${device.id}`, `Load through ${device.name}`, comparison);
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
      rule,
      atLeast: least(atLeast),
      within: full && isObserved(circuit) ? 'caution' : 'pass',
      because: () => `${formula} through ${figure(ratedA)} A${full ? NEARLY : ''}`,
      working: () => [
        line(formula, load.values(), `${figure(demand)} A`, rule),
        ...load.sized.map((by) => line(by.formula, by.values, `${figure(by.neededA)} A`, by.source)),
        line('≤ rating', `${figure(demand)} ≤ ${figure(ratedA)}`, holds(demand, ratedA), rule),
        ...(full ? [fullLine(load.wholeA, ratedA)] : []),
      ],
    });
    return relieved(
      by(load.factoredA, load.formula, load.atLeast.factored),
      by(load.wholeA, 'all of the load as it is', load.atLeast.whole),
      () => earned(WHOLE_RATING, device),
    );
  });
  return judge(`carries:${id}`, `Load through ${name}`, comparison);
}

/** A large range has a circuit of 40 A at least, whatever its demand comes to. */
function largeRange({ job, loads }: CircuitFacts, device: Device): Check[] {
  const rule = RANGE_DEVICE(job.pack);
  const ranges = loads.flatMap((load) => {
    const read = all({
      kind: need(load.appliance, `loads.${load.id}.appliance`, `what ${load.name} is`),
      powerW: need(load.powerW, `loads.${load.id}.powerW`, `power of ${load.name}`),
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
      rule,
      aside: true,
      because: () => `${range.name}, of ${figure(powerW / 1000)} kW, behind ${device.name}`,
      working: () => [line('40 A ≤ In', `${RANGE_LEAST_A} ≤ ${figure(ratedA)}`, holds(RANGE_LEAST_A, ratedA), rule)],
    }),
  );
  return [judge(`range:${device.id}`, 'Circuit of a large range', comparison)];
}

/**
 * Whether what feeds a board is asked for more than leaves room. A calculation is held to all of the rating, with the trade's mark
 * beside it; what was observed or guessed is not that sure.
 */
const isFull = ({ toBoardId }: Circuit, demandA: number, ratedA: number): boolean =>
  toBoardId !== undefined && !fits(demandA, FULL_SHARE * ratedA);
const isObserved = ({ designCurrentA }: Circuit): boolean => designCurrentA !== undefined && designCurrentA.from !== 'stated';
const NEARLY = `: above ${FULL_SHARE} of it, the board is nearly full`;
const fullLine = (demandA: number, ratedA: number): WorkingLine =>
  line(`I ≤ ${FULL_SHARE} · In`, `${figure(demandA)} ≤ ${figure(FULL_SHARE * ratedA)}`, 'does not hold', FULL);

/** A board is rated for what the device ahead of it lets in: its own main, or the one of its feeder. */
function boardRating({ circuit, own, job, chain }: CircuitFacts): Check[] {
  const board = job.boards[circuit.toBoardId ?? ''];
  if (board === undefined) return [];
  const rule = clause(job.pack, 'panelRating');
  const ahead = own.filter(isOvercurrent).at(-1) ?? chain.filter(isOvercurrent).at(-1);
  const title = `Rating of ${board.name}`;
  const id = `board:${board.id}`;
  if (ahead === undefined)
    return [unknownCheck(id, title, [{ path: `circuits.${circuit.id}`, what: `an overcurrent device ahead of ${board.name}` }])];
  const { device } = ahead;
  // An old board may bear no rating at all: that is said, and there is nothing to hold against the device.
  if (board.ratedA === undefined)
    return [
      ruled(id, title, 'not-applicable', `no rating of ${board.name} is entered: it is not held against ${device.name}`, rule),
    ];
  const parts = all({
    ratedA: ratedCurrent(device),
    boardA: need(board.ratedA, `boards.${board.id}.ratedA`, `rating of ${board.name}`),
  });
  const comparison = map(
    parts,
    ({ ratedA, boardA }): Comparison => ({
      demand: ratedA,
      limit: boardA,
      unit: 'A',
      rule,
      aside: true,
      because: () => `${device.name}, ${figure(ratedA)} A, ahead of ${board.name}`,
      working: () => [
        line('rating ahead ≤ rating of the board', `${figure(ratedA)} ≤ ${figure(boardA)}`, holds(ratedA, boardA), rule),
      ],
    }),
  );
  return [judge(id, title, comparison)];
}

/** A load that wants a neutral has one in its circuit. */
function neutralsWanted({ loads, poles, job }: CircuitFacts): Check[] {
  return loads
    .filter(({ needsNeutral }) => needsNeutral === true)
    .flatMap(({ id: loadId, name }) => {
      const id = `neutral:${loadId}`;
      const title = `Neutral for ${name}`;
      if (!poles.known) return [unknownCheck(id, title, poles.missing)];
      return poles.value.neutral
        ? []
        : [ruled(id, title, 'stop', `${name} wants a neutral, and its circuit has none`, clause(job.pack, 'needsNeutral'))];
    });
}

/** A switch carries what the overcurrent device ahead of it lets pass: its rating is at least that device's. */
function switchRating(facts: CircuitFacts, { device }: Seated): Check {
  const { settings, id, name } = device;
  const rule = clause(facts.job.pack, 'switchRating');
  const ahead = aheadOf(facts, device);
  const own =
    settings.family === 'switch'
      ? need(settings.ratingA, `devices.${id}.settings.ratingA`, `rating of ${name}`)
      : unknown(`devices.${id}`, `rating of ${name}`);
  const comparison = map(all({ ahead, own }), (parts): Comparison => {
    return {
      demand: parts.ahead,
      limit: parts.own,
      unit: 'A',
      rule,
      aside: true,
      because: () => `rating of the device ahead of ${name}`,
      working: () => [
        line('In ahead ≤ In of the switch', `${figure(parts.ahead)} ≤ ${figure(parts.own)}`, holds(parts.ahead, parts.own), rule),
      ],
    };
  });
  return judge(`carries:${id}`, `Rating of ${name}`, comparison);
}

/** Rating of the nearest overcurrent device ahead of another. */
function aheadOf({ chain, circuit }: CircuitFacts, device: Device): Maybe<number> {
  const at = chain.findIndex((each) => each.device.id === device.id);
  const ahead = chain.slice(0, at).filter(isOvercurrent).at(-1)?.device;
  return ahead === undefined
    ? unknown(`circuits.${circuit.id}`, `an overcurrent device ahead of ${device.name}`)
    : ratedCurrent(ahead);
}

/**
 * A residual switch has no overload protection of its own: what is ahead of it must hold it to its rating, or everything
 * behind it together may not exceed it. No diversity counts.
 */
function residualSwitchRating(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const { settings, id, name } = device;
  if (settings.family !== 'rccb') return notYet(device);
  const rule = clause(facts.job.pack, 'switchRating');
  const own = need(settings.ratingA, `devices.${id}.settings.ratingA`, `rating of ${name}`);
  const ahead = aheadOf(facts, device);
  const behind = list(
    circuitsBehind(facts, seated).map(({ circuit, startDevices }) => {
      const own = startDevices.filter((each) => opensOnOvercurrent(each.settings)).at(-1);
      return own === undefined
        ? unknown(`circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
        : map(ratedCurrent(own), (ratedA) => ({ ratedA, lines: linesSaid(device, own) }));
    }),
  );
  const comparison = andThen(own, (limit): Maybe<Comparison> => {
    const byAhead = map(ahead, (demand) => ({ demand, what: 'the overcurrent device ahead' }));
    const byBehind = map(behind, (each) => ({
      demand: mostOnALine(each),
      what: `${each.length} devices behind, added up${facts.system === 1 ? '' : ' on the line that has most'}`,
    }));
    const ways = [byAhead, byBehind];
    const better =
      ways.find((each) => each.known && fits(each.value.demand, limit)) ?? ways.find((each) => !each.known) ?? byAhead;
    return map(better, ({ demand, what }) => ({
      demand,
      limit,
      unit: 'A',
      rule,
      aside: true,
      because: () => `${what} against the rating of ${name}, which has no overload protection of its own`,
      working: () => [line('In ahead, or Σ In behind ≤ In', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule)],
    }));
  });
  return judge(`carries:${id}`, `Rating of ${name}`, comparison);
}

/** The lines a device behind another hangs on: all of them unless it is said, and none apart where that other has but one. */
const linesSaid = (ahead: Device, own: Device | undefined): readonly Line[] =>
  own !== undefined && linesOpened(ahead) > 1 && own.lines.length === linesOpened(own) ? own.lines : LINES;

/** Ratings added up by line. */
const mostOnALine = (devices: readonly { ratedA: number; lines: readonly Line[] }[]): number =>
  Math.max(...LINES.map((at) => devices.reduce((sum, { ratedA, lines }) => sum + (lines.includes(at) ? ratedA : 0), 0)));

/** The device's own factor, else its board's. Without either it is not known how much of the rating is left. */
function deviceFactor(facts: CircuitFacts, { device, seat, wiring }: Seated): Maybe<number> {
  const { settings } = device;
  if (isBreaker(settings) && settings.ownFactor !== undefined)
    return need(settings.ownFactor, `devices.${device.id}.settings.ownFactor`, `own factor of ${device.name}`);
  const boardId = seat === 'end' ? wiring.circuit.toBoardId : wiring.circuit.fromBoardId;
  if (boardId === undefined) return OUTSIDE;
  const board = facts.job.boards[boardId];
  if (board === undefined) return unknown(`devices.${device.id}`, `board of ${device.name}`);
  return need(board.deviceFactor, `boards.${boardId}.deviceFactor`, `device factor of ${board.name}`);
}
/** Outside a board a device carries its rating. */
const OUTSIDE = known(1);
