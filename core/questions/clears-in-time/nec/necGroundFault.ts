import { americanWithstand, metricWithstand } from '../../../conductors/withstand';
import { currentWithin, timeAt } from '../../../curves/edge';
import { overcurrentBand, ratedCurrent } from '../../../devices/bands';
import type { OnTheWay } from '../../../house/chains';
import { type CircuitFacts, isOvercurrent } from '../../../house/facts';
import { showSize, sizeMm2 } from '../../../job/edges';
import { all, andThen, known, list, type Maybe, map, unknown } from '../../../job/known';
import type { Device } from '../../../job/sealed';
import type { Check } from '../../../judging/answer';
import { faultLine } from '../../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line } from '../../../judging/judge';
import type { Fault } from '../../../network/fault';
import type { Stretch } from '../../../network/paths';
import { clause } from '../../../rules/clauses';
import { ICEA_SOURCE } from '../../../tables/adiabatic';
import { EGC_SOURCE, egcSize } from '../../../tables/equipmentGrounding';
import { HALF_CYCLE_S } from '../../../tables/necFuses';
import type { Source } from '../../../tables/source';
import { leavesALine } from '../../poles';
import type { Way } from '../way';

const PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'instantaneous to 15 times the rating; customary band',
  basis: 'practice',
};

/**
 * NEC sets no time but wants a path that makes the device open: sure where the fault reaches the upper instantaneous bound over a
 * grounding conductor of code size; a caution where the device surely opens later, with what stands on the metal meanwhile.
 */
export function necWays(facts: CircuitFacts, able: readonly OnTheWay[], fault: Maybe<Found>, suffix: string): Way[] {
  const size = groundingSize(facts);
  return able.filter(isOvercurrent).map((seated) => ({ checks: [...size, clears(facts, seated, fault, suffix)] }));
}

/** A fault with the far end it is at. */
type Found = Fault & { segmentId?: string | undefined };

function clears(facts: CircuitFacts, { device, wiring }: OnTheWay, fault: Maybe<Found>, suffix: string): Check {
  const id = `ground:${device.id}${suffix}`;
  const title = `${device.name} on a ground fault${suffix}`;
  const rule = clause(facts.job.pack, 'wayBack');
  const leaves = leavesALine(facts, device, id, title);
  if (leaves !== undefined) return leaves;
  const parts = all({
    least: fault,
    band: overcurrentBand(device, 'typical'),
    withstand: leastWithstand(facts),
    codeSized: codeSizedFor(facts, device, wiring === facts.wiring),
  });
  const comparison = andThen(parts, ({ least, band, withstand, codeSized }): Maybe<Comparison> => {
    // A fuse that limits has opened within half a cycle.
    const sureA = band.instantaneous?.upperA ?? currentWithin(band.slow, HALF_CYCLE_S);
    const tripsA = band.slow.vertices[0]?.currentA;
    if (sureA === undefined || tripsA === undefined)
      return unknown(`devices.${device.id}`, `instantaneous bounds of ${device.name}`);
    const timeS = timeAt(band.slow, least.currentA);
    const energyA2s = least.currentA ** 2 * timeS;
    const sure = fits(sureA, least.currentA);
    // Above what surely trips it the device opens; how soon no rule says.
    const stood = withstand === undefined || fits(energyA2s, withstand);
    // Heat of a grounding conductor of the size the code wants behind it is no more than a caution.
    const later = !sure && fits(tripsA, least.currentA) && (stood || codeSized);
    const metalV = voltageOnMetal(facts, least);
    const meanwhile = metalV === undefined ? '' : `, ${figure(metalV)} V on the metal meanwhile`;
    return known({
      demand: sureA,
      limit: least.currentA,
      unit: 'A',
      rule,
      grade: 'typical',
      beyond: later ? 'caution' : 'stop',
      because: () =>
        sure
          ? `sure instantaneous opening of ${device.name} against the far-end ground fault, hot`
          : later
            ? `below its sure instantaneous opening: ${device.name} opens within ${figure(timeS)} s by the customary band${meanwhile}${stood ? '' : '; the grounding conductor grows hotter than its insulation takes'}`
            : fits(tripsA, least.currentA)
              ? `${device.name} takes ${figure(timeS)} s by the customary band: more than a grounding conductor too thin for it stands`
              : `${figure(least.currentA)} A, less than surely trips ${device.name} at all`,
      working: () => [
        faultLine(least),
        line(
          band.instantaneous === undefined ? 'current it limits from' : 'upper instantaneous bound',
          device.name,
          `${figure(sureA)} A`,
          PRACTICE,
        ),
        line('bound ≤ I', `${figure(sureA)} ≤ ${figure(least.currentA)}`, holds(sureA, least.currentA), rule),
        ...(sure
          ? []
          : [
              line(
                'what surely trips it ≤ I',
                `${figure(tripsA)} ≤ ${figure(least.currentA)}`,
                holds(tripsA, least.currentA),
                rule,
              ),
              line('t, customary slow edge', `${figure(least.currentA)} A`, `${figure(timeS)} s`, PRACTICE),
              ...(metalV === undefined
                ? []
                : [line('U = I · Z of the grounding conductors', `${figure(least.currentA)} A`, `${figure(metalV)} V`, rule)]),
              ...(withstand === undefined
                ? []
                : [
                    line(
                      'I²·t ≤ withstand of the grounding conductor',
                      `${figure(energyA2s)} ≤ ${figure(withstand)} A²s`,
                      holds(energyA2s, withstand),
                      ICEA_SOURCE,
                    ),
                  ]),
            ]),
      ],
    });
  });
  return judge(id, title, comparison);
}

/** What stands on the metal at the far end while the fault does: the current over every grounding conductor to the service. */
function voltageOnMetal({ path, house }: CircuitFacts, { currentA, segmentId }: Found): number | undefined {
  if (!path.known) return undefined;
  const ohm = house.network.metalOhm(path.value, segmentId);
  return ohm.known ? currentA * ohm.value : undefined;
}

/** Energy the weakest grounding conductor of the circuit takes; undefined where a raceway or the neutral carries it back. */
function leastWithstand({ wiring }: CircuitFacts): Maybe<number | undefined> {
  const conductors = wiring.stretches.filter(isConductor);
  const each = list(
    conductors.map(({ facts }) =>
      map(all({ size: facts.size('protectiveSize'), material: facts.protectiveMaterial }), ({ size, material }) =>
        size.endsWith('mm2') ? metricWithstand(material, 'PVC70', sizeMm2(size)).a2s : americanWithstand(material, size).a2s,
      ),
    ),
  );
  return map(each, (all2s) => (all2s.length === 0 ? undefined : Math.min(...all2s)));
}

/** Whether every grounding conductor of the circuit is what the code wants behind a device, its own or one ahead. */
function codeSizedFor({ wiring }: CircuitFacts, device: Device, own: boolean): Maybe<boolean> {
  const each = list(
    wiring.stretches.filter(isConductor).map(({ facts }) =>
      map(
        all({
          size: facts.size('protectiveSize'),
          lineSize: facts.size('lineSize'),
          material: facts.protectiveMaterial,
          ratedA: ratedCurrent(device),
        }),
        ({ size, lineSize, material, ratedA }) => {
          const listed = egcSize(ratedA, material);
          if (listed === undefined) return false;
          // It need not be larger than its lines, but those are sized for their own device alone (250.122(A)).
          return fits(own ? Math.min(sizeMm2(listed), sizeMm2(lineSize)) : sizeMm2(listed), sizeMm2(size));
        },
      ),
    ),
  );
  return map(each, (sizes) => sizes.every((sized) => sized));
}

/** A length whose way back is a grounding conductor, or may be. */
const isConductor = ({ facts }: Stretch): boolean => !facts.returnPath.known || facts.returnPath.value === 'conductor';

/** Each grounding conductor against table 250.122 for the device ahead. A service's return is the grounded conductor. */
function groundingSize({ wiring, circuit, protective, job }: CircuitFacts): Check[] {
  if (circuit.kind === 'service' || protective === undefined) return [];
  return wiring.stretches.filter(isConductor).map(({ segment, facts }) => {
    const parts = all({
      size: facts.size('protectiveSize'),
      lineSize: facts.size('lineSize'),
      material: facts.protectiveMaterial,
      ratedA: ratedCurrent(protective),
    });
    const comparison = andThen(parts, ({ size, lineSize, material, ratedA }): Maybe<Comparison> => {
      const rule = EGC_SOURCE(job.pack);
      const listed = egcSize(ratedA, material);
      // It need not be larger than the conductors it goes with (250.122(A)).
      const least = listed !== undefined && sizeMm2(lineSize) < sizeMm2(listed) ? lineSize : listed;
      if (least === undefined)
        return unknown(`devices.${protective.id}.settings.ratingA`, `a grounding conductor for ${ratedA} A`);
      const demand = sizeMm2(least);
      const limit = sizeMm2(size);
      return known({
        demand,
        limit,
        unit: 'mm²',
        rule,
        aside: true,
        because: () => `${showSize(least)} wanted behind ${figure(ratedA)} A, ${showSize(size)} there`,
        working: () => [line('size wanted ≤ size there', `${showSize(least)} ≤ ${showSize(size)}`, holds(demand, limit), rule)],
      });
    });
    return judge(`grounding:${segment.id}`, `Grounding conductor of ${facts.name}`, comparison);
  });
}
