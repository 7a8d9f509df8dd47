import { isBreaker, opensOnOvercurrent, ratedCurrent } from '../../devices/bands';
import { circuitsBehind } from '../../house/chains';
import { type CircuitFacts, isOvercurrent, type Seated } from '../../house/facts';
import { all, andThen, known, list, type Maybe, map, need, unknown } from '../../job/known';
import type { Circuit } from '../../job/schema/circuit';
import type { Device } from '../../job/schema/device';
import type { Line } from '../../job/schema/facts';
import type { Answer, Check, WorkingLine } from '../../judging/answer';
import { answer, type Comparison, figure, fits, holds, judge, line, notAssessed, unknownCheck } from '../../judging/judge';
import { continuousCurrent } from '../../loads/designCurrent';
import { LINES } from '../../loads/lines';
import { linesOpened } from '../../network/poles';
import { LARGE_RANGE_W, RANGE_DEVICE, RANGE_LEAST_A } from '../../tables/appliances';
import type { Source } from '../../tables/source';

const RULE: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '433.1 (1)', basis: 'memory' };
const CONTINUOUS: Source = { standard: 'NEC', edition: '', clause: '210.20(A), 215.3', basis: 'memory' };
const FACTOR: Source = {
  standard: 'IEC 61439-3',
  edition: '2012',
  clause: 'rated diversity factor of the assembly',
  basis: 'memory',
};
const SWITCH: Source = {
  standard: 'IEC 60364-5-53',
  edition: '2019',
  clause: '536.4.3, coordination of switches with overload protection',
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
    if (isOvercurrent(seated) && family !== 'mccb')
      checks.push(
        ...(facts.job.dialect === 'nec'
          ? [carriesContinuous(facts, device), ...largeRange(facts, device)]
          : [carries(facts, seated)]),
      );
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
  return answer('carries-load', checks);
}

const notYet = ({ id, name }: Device): Check =>
  notAssessed(`carries:${id}`, `Load through ${name}`, `${name}: this family is not assessed yet`);

/** IEC: Ib ≤ In × factor of the place. */
function carries(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const parts = all({ design: facts.design, ratedA: ratedCurrent(device), factor: deviceFactor(facts, seated) });
  const comparison = map(parts, ({ design: ib, ratedA, factor }): Comparison => {
    const limit = ratedA * factor;
    const full = isFull(facts.circuit, ib.ibA, ratedA);
    return {
      demand: ib.ibA,
      limit,
      unit: 'A',
      rule: RULE,
      within: full ? 'caution' : 'pass',
      because: () =>
        `${figure(ib.ibA)} A through ${figure(ratedA)} A${factor === 1 ? '' : ` × ${figure(factor)}`}${full ? NEARLY : ''}`,
      working: () => [
        line(ib.formula, ib.values(), `${figure(ib.ibA)} A`, PLATE),
        line('In · factor of the board', `${figure(ratedA)} · ${figure(factor)}`, `${figure(limit)} A`, FACTOR),
        line('Ib ≤ In · factor', `${figure(ib.ibA)} ≤ ${figure(limit)}`, holds(ib.ibA, limit), RULE),
        ...(full ? [fullLine(ib.ibA, ratedA)] : []),
      ],
    };
  });
  return judge(`carries:${device.id}`, `Design current through ${device.name}`, comparison);
}

/** NEC: 1.25 times the continuous part and the rest ≤ In; a device listed for all of its rating carries it as it is. */
function carriesContinuous({ job, circuit, loads, poles }: CircuitFacts, device: Device): Check {
  const { settings, id, name } = device;
  const listed =
    settings.family === 'moulded-case-nec' && settings.hundredPercentListed?.value === true
      ? need(settings.hundredPercentListed, `devices.${id}.settings.hundredPercentListed`, `100 % listing of ${name}`)
      : known(false);
  const parts = all({ load: continuousCurrent(job, circuit, loads, poles), ratedA: ratedCurrent(device), listed });
  const comparison = map(parts, ({ load, ratedA, listed: whole }): Comparison => {
    const demand = whole ? load.wholeA : load.factoredA;
    const formula = whole ? 'I continuous + I other' : '1.25 · I continuous + I other';
    const values = `${whole ? '' : '1.25 · '}${figure(load.continuousA)} + ${figure(load.otherA)}`;
    const full = isFull(circuit, load.wholeA, ratedA);
    return {
      demand,
      limit: ratedA,
      unit: 'A',
      rule: CONTINUOUS,
      within: full ? 'caution' : 'pass',
      because: () => `${formula} through ${figure(ratedA)} A${full ? NEARLY : ''}`,
      working: () => [
        line(formula, values, `${figure(demand)} A`, CONTINUOUS),
        ...load.sized.map((by) => line(by.formula, by.values, `${figure(by.neededA)} A`, by.source)),
        line('≤ In', `${figure(demand)} ≤ ${figure(ratedA)}`, holds(demand, ratedA), CONTINUOUS),
        ...(full ? [fullLine(load.wholeA, ratedA)] : []),
      ],
    };
  });
  return judge(`carries:${id}`, `Load through ${name}`, comparison);
}

/** A large range has a circuit of 40 A at least, whatever its demand comes to. */
function largeRange({ job, loads }: CircuitFacts, device: Device): Check[] {
  const range = loads.find(
    ({ appliance, powerW }) => appliance?.value === 'range' && powerW !== undefined && powerW.value >= LARGE_RANGE_W,
  );
  if (range === undefined) return [];
  const rule = RANGE_DEVICE(job.pack);
  const parts = all({
    ratedA: ratedCurrent(device),
    kind: need(range.appliance, `loads.${range.id}.appliance`, `what ${range.name} is`),
    powerW: need(range.powerW, `loads.${range.id}.powerW`, `power of ${range.name}`),
  });
  const comparison = map(
    parts,
    ({ ratedA, powerW }): Comparison => ({
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

/** Whether what feeds a board is asked for more than leaves room. */
const isFull = ({ toBoardId }: Circuit, demandA: number, ratedA: number): boolean =>
  toBoardId !== undefined && !fits(demandA, FULL_SHARE * ratedA);
const NEARLY = `: above ${FULL_SHARE} of it, the board is nearly full`;
const fullLine = (demandA: number, ratedA: number): WorkingLine =>
  line(`Ib ≤ ${FULL_SHARE} · In`, `${figure(demandA)} ≤ ${figure(FULL_SHARE * ratedA)}`, 'does not hold', FULL);

/** A switch carries what the overcurrent device ahead of it lets pass: its rating is at least that device's. */
function switchRating(facts: CircuitFacts, { device }: Seated): Check {
  const { settings, id, name } = device;
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
      rule: SWITCH,
      aside: true,
      because: () => `rating of the device ahead of ${name}`,
      working: () => [
        line(
          'In ahead ≤ In of the switch',
          `${figure(parts.ahead)} ≤ ${figure(parts.own)}`,
          holds(parts.ahead, parts.own),
          SWITCH,
        ),
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
      rule: SWITCH,
      aside: true,
      because: () => `${what} against the rating of ${name}, which has no overload protection of its own`,
      working: () => [
        line('In ahead, or Σ In behind ≤ In', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), SWITCH),
      ],
    }));
  });
  return judge(`carries:${id}`, `Rating of ${name}`, comparison);
}

/** The lines a device behind another hangs on: all of them unless it is said, and none apart where that other has but one. */
const linesSaid = (ahead: Device, own: Device): readonly Line[] =>
  linesOpened(ahead) > 1 && own.lines.length === linesOpened(own) ? own.lines : LINES;

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
