import { timeAt } from '../../curves/edge';
import { RESIDUAL_SOURCE, residualPart } from '../../devices/residual';
import type { OnTheWay } from '../../house/chains';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, type Maybe, map, need, unknown } from '../../job/known';
import type { Check } from '../../judging/answer';
import { faultLine, LOOP_SOURCE } from '../../judging/faultLine';
import { type Comparison, figure, holds, judge, line, ruled } from '../../judging/judge';
import type { Fault } from '../../network/faults';
import { opensNeutral } from '../../network/poles';
import { electrodesOhm } from '../../network/source';
import { DISCONNECTION_SOURCE } from '../../tables/disconnection';
import type { Source } from '../../tables/source';
import { leavesALine } from '../everyLine';
import type { Way } from './way';

const TOUCH: Source = { standard: 'IEC 60364-4-41', edition: '2005+A1:2017', clause: '411.5.3', basis: 'memory' };
const LIVE: Source = { standard: 'IEC 60364-5-53', edition: '2019', clause: '531.3.1', basis: 'memory' };
const STABLE: Source = { standard: 'IEC 60364-5-53', edition: '2019', clause: '531.3.5.3, note on stability', basis: 'memory' };

/** Touch voltage that may stand for ever, V. */
export const TOUCH_V = 50;
/** Electrodes above this may not stay as they are (practice). */
export const UNSTABLE_ELECTRODE_OHM = 200;

/**
 * By residual current: its slow edge at the fault current within the time, and in TT RA·IΔn ≤ 50 V besides. It has to open
 * every live conductor it must.
 */
export function residualWay(
  facts: CircuitFacts,
  seated: OnTheWay,
  fault: Maybe<Fault>,
  allowed: Maybe<number>,
  suffix: string,
): Way {
  const { device } = seated;
  const id = `residual:${device.id}${suffix}`;
  const title = `${device.name} by residual current${suffix}`;
  const refused = cannotCount(facts, seated, id, title);
  if (refused !== undefined) return { checks: [refused] };
  const part = residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);
  const parts = all({ least: fault, allowedS: allowed, part });
  const comparison = andThen(parts, ({ least, allowedS, part: residual }): Maybe<Comparison> => {
    const timeS = timeAt(residual.slow, least.currentA);
    return known({
      demand: timeS,
      limit: allowedS,
      unit: 's',
      rule: DISCONNECTION_SOURCE,
      rests: [RESIDUAL_SOURCE, LOOP_SOURCE],
      because: () =>
        Number.isFinite(timeS)
          ? `${figure(least.currentA)} A flow, hot; its residual part opens within ${figure(timeS)} s`
          : `${figure(least.currentA)} A flow, hot: less than opens its residual part`,
      working: () => [
        faultLine(least),
        line(
          't = residual slow edge',
          `${figure(least.currentA)} A at IΔn ${figure(residual.sensitivityA * 1000)} mA${residual.delay === 'S' ? ', S' : ''}`,
          `${figure(timeS)} s`,
          RESIDUAL_SOURCE,
        ),
        line('t ≤ longest time', `${figure(timeS)} ≤ ${allowedS}`, holds(timeS, allowedS), DISCONNECTION_SOURCE),
      ],
    });
  });
  const checks = [judge(id, title, comparison)];
  if (facts.job.supply.earthing === 'TT') checks.push(touchCheck(facts, seated, suffix));
  return { checks };
}

function cannotCount(facts: CircuitFacts, { device }: OnTheWay, id: string, title: string): Check | undefined {
  const poles = facts.poles.known ? facts.poles.value : undefined;
  const leaves = leavesALine(facts, device, id, title);
  if (leaves !== undefined) return leaves;
  if (facts.job.supply.earthing === 'TT' && poles?.neutral === true && !opensNeutral(device))
    return ruled(id, title, 'stop', 'leaves the neutral closed: in TT it has to open every live conductor', LIVE);
  return undefined;
}

/** Resistance of the installation's earth: its electrodes; else the loop of the source, which holds them and is more. */
function earthOhm({ job, house, path }: CircuitFacts): Maybe<{ ohm: number; what: string }> {
  if (!path.known) return path;
  for (const { circuit } of [...path.value].reverse()) {
    const boardId = circuit.fromBoardId;
    const electrodes = boardId === undefined ? undefined : house.wirings.electrodesAt.get(boardId);
    if (boardId !== undefined && electrodes !== undefined)
      return map(electrodesOhm(electrodes, `boards.${boardId}`, 'electrode'), (ohm) => ({ ohm, what: 'RA of the electrode' }));
  }
  const originId = path.value[0]!.circuit.fromOriginId;
  const origin = originId === undefined ? undefined : job.origins[originId];
  return map(need(origin?.zeOhm, `origins.${originId}.zeOhm`, 'resistance of the electrode, or Ze'), (ohm) => ({
    ohm,
    what: 'Ze, which holds RA and more',
  }));
}

/** RA·IΔn ≤ 50 V. */
function touchCheck(facts: CircuitFacts, { device }: OnTheWay, suffix: string): Check {
  const part = residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);
  const comparison = andThen(all({ earth: earthOhm(facts), part }), ({ earth, part: residual }): Maybe<Comparison> => {
    const demand = earth.ohm * residual.sensitivityA;
    return known({
      demand,
      limit: TOUCH_V,
      unit: 'V',
      rule: TOUCH,
      because: () => `${earth.what}, ${figure(earth.ohm)} Ω, at the sensitivity of ${device.name}`,
      working: () => [
        line('RA · IΔn', `${figure(earth.ohm)} · ${figure(residual.sensitivityA)}`, `${figure(demand)} V`, TOUCH),
        line('RA · IΔn ≤ 50 V', `${figure(demand)} ≤ ${TOUCH_V}`, holds(demand, TOUCH_V), TOUCH),
      ],
    });
  });
  return judge(`touch:${device.id}${suffix}`, `Touch voltage left by ${device.name}${suffix}`, comparison);
}

/** An electrode of high resistance may not stay as it is. */
export function electrodeCheck(facts: CircuitFacts): Check[] {
  if (facts.job.supply.earthing !== 'TT') return [];
  const earth = earthOhm(facts);
  if (!earth.known || earth.value.ohm <= UNSTABLE_ELECTRODE_OHM) return [];
  return [
    ruled(
      'electrode',
      'Earth electrode',
      'caution',
      `${earth.value.what}, ${figure(earth.value.ohm)} Ω: above ${UNSTABLE_ELECTRODE_OHM} Ω it may not be stable`,
      STABLE,
      earth.given,
    ),
  ];
}
