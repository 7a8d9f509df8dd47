import { ratedCurrent } from '../../devices/bands';
import { sizeMm2 } from '../../job/edges';
import { all, map } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import type { Stretch } from '../../network/paths';
import type { Source } from '../../tables/source';
import { ampacityLines, type Cable } from './cable';

const RING: Source = { standard: 'BS 7671', edition: '2018+A2:2022', clause: '433.1.204', basis: 'memory' };
/** Greatest rating ahead of a ring final circuit, and least that each leg may carry, A. */
const RING_DEVICE_A = 32;
const RING_LEG_A = 20;
/** Least copper section of live and protective conductors of a ring, mm². */
const RING_LIVE_MM2 = 2.5;
const RING_PROTECTIVE_MM2 = 1.5;

/**
 * A ring final circuit by its own rule: a device of 30 or 32 A, legs of at least 2.5 mm² with 1.5 mm² that may carry 20 A where
 * they lie. Never by doubling the section. A spur is held to the same 20 A.
 */
export function ringChecks(device: Device, { id, name, iz }: Cable, { facts }: Stretch): Check[] {
  const rating = map(
    ratedCurrent(device),
    (ratedA): Comparison => ({
      demand: ratedA,
      limit: RING_DEVICE_A,
      unit: 'A',
      rule: RING,
      because: () => `rating of ${device.name} ahead of a ring`,
      working: () => [line('In ≤ 32 A', `${figure(ratedA)} ≤ ${RING_DEVICE_A}`, holds(ratedA, RING_DEVICE_A), RING)],
    }),
  );
  const leg = map(
    iz,
    (ampacity): Comparison => ({
      demand: RING_LEG_A,
      limit: ampacity.izA,
      unit: 'A',
      rule: RING,
      because: () => `what one leg, ${name}, may carry`,
      working: () => [
        ...ampacityLines(ampacity),
        line('20 A ≤ Iz of one leg', `${RING_LEG_A} ≤ ${figure(ampacity.izA)}`, holds(RING_LEG_A, ampacity.izA), RING),
      ],
    }),
  );
  const section = (field: 'lineSize' | 'protectiveSize', leastMm2: number) =>
    judge(
      `ring-${field}:${id}`,
      `${field === 'lineSize' ? 'Live' : 'Protective'} section of ${name}`,
      map(all({ size: facts.size(field), material: facts.material }), ({ size }): Comparison => {
        const mm2 = sizeMm2(size);
        return {
          demand: leastMm2,
          limit: mm2,
          unit: 'mm²',
          rule: RING,
          aside: true,
          because: () => `${leastMm2} mm² wanted in a ring, ${figure(mm2)} mm² there`,
          working: () => [line('section wanted ≤ section there', `${leastMm2} ≤ ${figure(mm2)}`, holds(leastMm2, mm2), RING)],
        };
      }),
    );
  return [
    judge(`ring-device:${id}`, `Device ahead of the ring ${name}`, rating),
    judge(`ring-leg:${id}`, `Each leg of ${name}`, leg),
    section('lineSize', RING_LIVE_MM2),
    section('protectiveSize', RING_PROTECTIVE_MM2),
  ];
}
