import { americanWithstand, metricWithstand } from '../../../conductors/withstand';
import { currentWithin, timeAt } from '../../../curves/edge';
import { overcurrentBand, ratedCurrent } from '../../../devices/bands';
import type { OnThePath } from '../../../house/chains';
import { type CircuitFacts, isOvercurrent } from '../../../house/facts';
import { showSize, sizeMm2 } from '../../../job/edges';
import { all, andThen, known, list, type Maybe, type Missing, map, unknown } from '../../../job/known';
import type { Device } from '../../../job/sealed';
import type { Check } from '../../../judging/answer';
import { faultLine } from '../../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line, ruled, unknownCheck } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { add, magnitude, ZERO } from '../../../network/complex';
import type { Fault } from '../../../network/fault';
import type { Stretch } from '../../../network/paths';
import { Reach } from '../../../network/reach';
import { loopOf } from '../../../network/segmentLoop';
import { clause } from '../../../rules/clauses';
import { ICEA_SOURCE } from '../../../tables/adiabatic';
import { EGC_SOURCE, egcSize } from '../../../tables/equipmentGrounding';
import { HALF_CYCLE_S } from '../../../tables/necFuses';
import type { Source } from '../../../tables/source';
import { leavesALine } from '../../poles';
import type { ProtectionOption } from '../option';

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
export function necOptions(
  facts: CircuitFacts,
  able: readonly OnThePath[],
  fault: Maybe<Found>,
  suffix: string,
): ProtectionOption[] {
  const size = groundingSize(facts);
  return able.filter(isOvercurrent).map((seated) => ({ checks: [...size, clears(facts, seated, fault, suffix)] }));
}

/** A fault with the far end it is at. */
type Found = Fault & { segmentId?: string | undefined };

function clears(facts: CircuitFacts, seated: OnThePath, fault: Maybe<Found>, suffix: string): Check {
  return !fault.known && isOfSupplier(facts, fault.missing)
    ? sizedByCode(facts, seated, fault.missing, suffix)
    : clearsAt(facts, seated, fault, suffix);
}

/** Nothing is missing but what a supplier from outside would say; a generator, inverter or battery says its own minimum. */
const isOfSupplier = ({ job }: CircuitFacts, missing: readonly Missing[]): boolean =>
  missing.length > 0 &&
  missing.every(({ path }) => {
    const [on, id, field] = path.split('.');
    const kind = job.origins[id ?? '']?.kind;
    return on === 'origins' && field !== undefined && field !== 'neutralBond' && (kind === 'network' || kind === 'transformer');
  });

/**
 * Where only the supplier's impedance is not known: a path by 250.118 of conductors by 250.122 is what the code asks, and how much flows is
 * not worked out. Even a supply without any impedance may drive too little through the circuit's own loop: then it is judged by that.
 */
function sizedByCode(facts: CircuitFacts, seated: OnThePath, missing: readonly Missing[], suffix: string): Check {
  const id = keyed('ground', seated.device.id).in(suffix);
  const title = `${seated.device.name} on a ground fault${suffix}`;
  const own = loopOhm(facts);
  const { u0V } = facts.job.supply;
  const sized = codeSizedFor(facts, seated.device, seated.wiring === facts.wiring);
  const of = all({ own, sized });
  if (!of.known) return unknownCheck(id, title, of.missing);
  const ohm = of.value.own;
  if (ohm > 0) {
    const most: Found = {
      kind: 'L-PE',
      said: 'ground fault',
      state: 'MIN',
      currentA: u0V / ohm,
      loopOhm: ohm,
      emfV: u0V,
      feeds: [],
      when: '',
    };
    const best = clearsAt(facts, seated, known(most, of.given), suffix);
    if (best.verdict === 'stop' || best.verdict === 'unknown') return best;
  }
  if (!of.value.sized) return unknownCheck(id, title, missing);
  const why = 'sized by the code; how much flows is not worked out without the minimum the utility drives';
  return ruled(id, title, 'caution', why, clause(facts.job.pack, 'returnPath'), of.given);
}

/** Loop of a ground fault at the worst far end of the circuit, from the service on, Ω: what the supply adds left aside. */
function loopOhm({ house, path, wiring }: CircuitFacts): Maybe<number> {
  const reach = new Reach(house.wirings);
  return andThen(path, (way) => {
    const before = list(way.slice(0, -1).map((feed) => loopOf(reach.through(feed, 'MIN'), 'L-PE')));
    const ends = list([...reach.along(wiring, 'MIN').values()].map((to) => loopOf(to, 'L-PE')));
    return map(all({ before, ends }), ({ before: fed, ends: own }) => {
      const ahead = fed.reduce(add, ZERO);
      return Math.max(0, ...own.map((end) => magnitude(add(ahead, end))));
    });
  });
}

function clearsAt(facts: CircuitFacts, { device, wiring }: OnThePath, fault: Maybe<Found>, suffix: string): Check {
  const id = keyed('ground', device.id).in(suffix);
  const title = `${device.name} on a ground fault${suffix}`;
  const rule = clause(facts.job.pack, 'returnPath');
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
    const sureA = band.instantaneous?.upperA ?? currentWithin(band.maximum, HALF_CYCLE_S);
    const tripsA = band.maximum.vertices[0]?.currentA;
    if (sureA === undefined || tripsA === undefined)
      return unknown(`devices.${device.id}`, `instantaneous bounds of ${device.name}`);
    const timeS = timeAt(band.maximum, least.currentA);
    const energyA2s = least.currentA ** 2 * timeS;
    const sure = fits(sureA, least.currentA);
    // Above what surely trips it the device opens; how soon no rule says.
    const stood = withstand === undefined || fits(energyA2s, withstand);
    // Heat of a grounding conductor of the size the code wants behind it is no more than a caution.
    const later = !sure && fits(tripsA, least.currentA) && (stood || codeSized);
    const metalV = voltageOnMetal(facts, least);
    const meanwhile = metalV === undefined ? '' : `, metal at ${figure(metalV)} V until then`;
    return known({
      demand: sureA,
      limit: least.currentA,
      unit: 'A',
      of: ['instantaneous', 'groundFault', 'limit-first'],
      rule,
      grade: 'typical',
      beyond: later ? 'caution' : 'stop',
      because: () =>
        sure
          ? `at the far end, conductors at operating temperature; maximum instantaneous trip of ${device.name}`
          : later
            ? `${device.name} trips within ${figure(timeS)} s (typical curve)${meanwhile}${stood ? '' : '; the grounding conductor exceeds the temperature of its insulation'}`
            : fits(tripsA, least.currentA)
              ? `${device.name} trips in ${figure(timeS)} s (typical curve): a grounding conductor of that size overheats first`
              : `${figure(least.currentA)} A may not trip ${device.name} at all`,
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
                'certain trip current ≤ I',
                `${figure(tripsA)} ≤ ${figure(least.currentA)}`,
                holds(tripsA, least.currentA),
                rule,
              ),
              line('t, customary max trip time', `${figure(least.currentA)} A`, `${figure(timeS)} s`, PRACTICE),
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
        of: ['requiredSize', 'S', 'limit-first'],
        rule,
        secondary: true,
        because: () => `behind ${figure(ratedA)} A`,
        working: () => [
          line('size required ≤ size fitted', `${showSize(least)} ≤ ${showSize(size)}`, holds(demand, limit), rule),
        ],
      });
    });
    return judge(keyed('grounding', segment.id), `Grounding conductor of ${facts.name}`, comparison);
  });
}
