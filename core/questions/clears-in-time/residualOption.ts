import { timeAt } from '../../curves/edge';
import { type ResidualPart, residualPart } from '../../devices/residual';
import type { OnThePath } from '../../house/chains';
import type { CircuitFacts } from '../../house/facts';
import { RESIDUAL } from '../../house/relaxations';
import { all, andThen, known, type Maybe, map, need, unknown } from '../../job/known';
import { word } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { faultLine, LOOP_SOURCE } from '../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import type { Fault } from '../../network/fault';
import { electrodesOhm } from '../../network/source';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { RESIDUAL_SOURCE, TOUCH_V, UNSTABLE_ELECTRODE_OHM } from '../../tables/residualTimes';
import { milli } from '../../units';
import { leavesALine } from '../poles';
import type { Allowed, ProtectionOption } from './option';

/**
 * By residual current: its maximum edge at the fault current within the time, and in TT RA·IΔn ≤ 50 V besides. It has to open
 * every live conductor it must.
 */
export function residualOption(
  facts: CircuitFacts,
  seated: OnThePath,
  fault: Maybe<Fault>,
  { timeS: allowed, longerS, relaxation: ofTime }: Allowed,
  suffix: string,
): ProtectionOption {
  const { device } = seated;
  const id = keyed('residual', device.id).in(suffix);
  const title = `${device.name} by residual current${suffix}`;
  const { pack } = facts.job;
  const leaves = leavesALine(facts, device, id, title);
  if (leaves !== undefined) return { checks: [leaves] };
  const relaxation = applies(RESIDUAL, { facts, seated });
  if (!relaxation.known) return { checks: [unknownCheck(id, title, relaxation.missing)] };
  if (!relaxation.value.applies)
    return { checks: [ruled(id, title, 'stop', relaxation.value.why, RESIDUAL.clause(pack), relaxation.given)] };
  const part = residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);
  const within = (time: Maybe<number>): Maybe<Comparison> =>
    map(all({ least: fault, allowedS: time, part, relaxation }), ({ least, allowedS, part: residual }) =>
      compare(facts, least, allowedS, residual),
    );
  const plain = within(allowed);
  const comparison = longerS === undefined ? plain : andThen(plain, (strict) => relieved(strict, () => within(longerS), ofTime));
  const checks = [judge(id, title, comparison)];
  if (!facts.isTT.known || facts.isTT.value) checks.push(touchCheck(facts, seated, suffix));
  return { checks };
}

function compare({ job, isTT: tt }: CircuitFacts, least: Fault, allowedS: number, residual: ResidualPart): Comparison {
  const rule = clause(job.pack, 'disconnection');
  const readS = timeAt(residual.maximum, least.currentA);
  // A delayed device in TT is granted its time only where twice its sensitivity flows.
  const late = tt.known && tt.value && residual.delay === 'S' && !fits(2 * residual.sensitivityA, least.currentA);
  const timeS = late ? Math.max(readS, residual.maximum.vertices[0]!.timeS) : readS;
  return {
    demand: timeS,
    limit: allowedS,
    unit: 's',
    of: ['trip', 'tMax'],
    rule,
    rests: [RESIDUAL_SOURCE, LOOP_SOURCE],
    because: () =>
      Number.isFinite(timeS)
        ? `earth fault current ${figure(least.currentA)} A, conductors at operating temperature; ${word(job.dialect, 'residualDevice')} trips within ${figure(timeS)} s`
        : `earth fault current ${figure(least.currentA)} A, conductors at operating temperature: too low to trip the ${word(job.dialect, 'residualDevice')}`,
    working: () => [
      faultLine(least),
      line(
        't = max residual trip time',
        `${figure(least.currentA)} A at IΔn ${figure(milli(residual.sensitivityA))} mA${residual.delay === 'S' ? ', S' : ''}`,
        `${figure(timeS)} s`,
        RESIDUAL_SOURCE,
      ),
      line('t ≤ longest time', `${figure(timeS)} ≤ ${allowedS}`, holds(timeS, allowedS), rule),
    ],
  };
}

/** Resistance of the installation's earth: its electrodes; else the loop of the source, which holds them and is more. */
function earthOhm({ job, house, path }: CircuitFacts): Maybe<{ ohm: number; what: string }> {
  if (!path.known) return path;
  for (const { circuit } of [...path.value].reverse()) {
    const boardId = circuit.fromBoardId;
    const electrodes = boardId === undefined ? undefined : house.wirings.electrodesAt.get(boardId);
    if (boardId !== undefined && electrodes !== undefined)
      return map(electrodesOhm(electrodes, `boards.${boardId}`, 'electrode'), (ohm) => ({ ohm, what: 'RA' }));
  }
  const originId = path.value[0]!.circuit.fromOriginId;
  const origin = originId === undefined ? undefined : job.origins[originId];
  return map(need(origin?.zeOhm, `origins.${originId}.zeOhm`, 'resistance of the electrode, or Ze'), (ohm) => ({
    ohm,
    what: 'Ze (includes RA)',
  }));
}

/** RA·IΔn ≤ 50 V. */
function touchCheck(facts: CircuitFacts, { device }: OnThePath, suffix: string): Check {
  const part = residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);
  const rule = clause(facts.job.pack, 'touch');
  const comparison = andThen(
    all({ earth: earthOhm(facts), part, tt: facts.isTT }),
    ({ earth, part: residual }): Maybe<Comparison> => {
      const demand = earth.ohm * residual.sensitivityA;
      return known({
        demand,
        limit: TOUCH_V,
        unit: 'V',
        of: ['touchV', 'UL'],
        rule,
        because: () => `${earth.what} ${figure(earth.ohm)} Ω × IΔn ${figure(milli(residual.sensitivityA))} mA`,
        working: () => [
          line('RA · IΔn', `${figure(earth.ohm)} · ${figure(residual.sensitivityA)}`, `${figure(demand)} V`, rule),
          line('RA · IΔn ≤ 50 V', `${figure(demand)} ≤ ${TOUCH_V}`, holds(demand, TOUCH_V), rule),
        ],
      });
    },
  );
  return judge(keyed('touch', device.id).in(suffix), `Touch voltage, ${device.name}${suffix}`, comparison);
}

/** An electrode of high resistance may not stay as it is. */
export function electrodeCheck(facts: CircuitFacts): Check[] {
  if (!facts.isTT.known || !facts.isTT.value) return [];
  const earth = earthOhm(facts);
  if (!earth.known || earth.value.ohm <= UNSTABLE_ELECTRODE_OHM) return [];
  return [
    ruled(
      keyed('electrode'),
      'Earth electrode',
      'caution',
      `${earth.value.what}, ${figure(earth.value.ohm)} Ω: above ${UNSTABLE_ELECTRODE_OHM} Ω it may not be stable`,
      clause(facts.job.pack, 'electrodeStable'),
      earth.given,
    ),
  ];
}
