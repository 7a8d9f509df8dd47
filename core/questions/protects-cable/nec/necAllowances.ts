import { ratedCurrent } from '../../../devices/bands';
import { type CircuitFacts, isOvercurrent } from '../../../house/facts';
import { all, list, type Maybe, map, need } from '../../../job/known';
import type { Load, Tap } from '../../../job/schema/circuit';
import type { Device } from '../../../job/schema/device';
import type { RulePackId } from '../../../job/schema/job';
import { showLength } from '../../../job/show';
import type { Check } from '../../../judging/answer';
import { type Comparison, figure, holds, judge, line, ruled, unknownCheck } from '../../../judging/judge';
import { polesOfLoad } from '../../../loads/lines';
import { type Sized, sizedBy } from '../../../loads/sized';
import type { Stretch } from '../../../network/paths';
import { MARKED_DEVICE, MOTOR_DEVICE, MOTOR_DEVICE_TIMES } from '../../../tables/motors';
import { nextStandardA } from '../../../tables/necAmpacity';
import type { Source } from '../../../tables/source';
import type { NecCable } from './necCable';

/**
 * The checks of a rule that stands in for 240.4(B) and (D), where one is entered: a tap by the segment; a motor with overload
 * protection of its own, or equipment marked with its greatest device, where it is all its circuit feeds and no receptacle.
 * @returns undefined where no such rule is entered: the plain ones hold
 */
export function allowanceChecks(facts: CircuitFacts, of: NecCable): Check[] | undefined {
  const { tap } = of.stretch.segment;
  if (tap !== undefined) return tapChecks(facts, of, tap);
  const load = facts.loads.length === 1 && facts.circuit.designCurrentA === undefined ? facts.loads[0]! : undefined;
  if (facts.circuit.kind !== 'final' || facts.circuit.use !== 'fixed' || load === undefined) return undefined;
  // Marked equipment is held to its marks, both of them, whatever motor is in it.
  if (load.minimumAmpacityA !== undefined) return load.maximumDeviceA === undefined ? undefined : [markedCheck(facts, of, load)];
  if (load.motorHp !== undefined && load.overloadProtected?.value === true) return [motorCheck(facts, of, load)];
  return undefined;
}

/** The device against the greatest one marked on the equipment. */
function markedCheck({ job }: CircuitFacts, { stretch, device }: NecCable, load: Load): Check {
  const rule = MARKED_DEVICE(job.pack);
  const most = need(load.maximumDeviceA, `loads.${load.id}.maximumDeviceA`, `greatest overcurrent device marked on ${load.name}`);
  const comparison = map(
    all({ most, ratedA: ratedCurrent(device) }),
    ({ most: limit, ratedA }): Comparison => ({
      demand: ratedA,
      limit,
      unit: 'A',
      rule,
      because: () =>
        `rating of ${device.name} against the greatest marked on ${load.name}, which has its own overload protection`,
      working: () => [line('In ≤ as marked', `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule)],
    }),
  );
  return judge(`marked:${stretch.segment.id}`, `${device.name} over ${stretch.facts.name}`, comparison);
}

/** The device against what starts a motor: so many times its table current, and the next standard rating. */
function motorCheck({ job, circuit, loads, poles }: CircuitFacts, { stretch, device }: NecCable, load: Load): Check {
  const rule = MOTOR_DEVICE(job.pack);
  const parts = all({
    motor: sizedBy(job, load, polesOfLoad(circuit, loads, load, poles)) as Maybe<Sized>,
    own: need(load.overloadProtected, `loads.${load.id}.overloadProtected`, `overload protection of ${load.name}`),
    ratedA: ratedCurrent(device),
  });
  const comparison = map(parts, ({ motor, ratedA }): Comparison => {
    const kind = kindOf(device);
    const times = MOTOR_DEVICE_TIMES[kind];
    const share = times * motor.currentA;
    const limit = nextStandardA(share, job.pack) ?? share;
    return {
      demand: ratedA,
      limit,
      unit: 'A',
      rule,
      because: () => `rating of ${device.name} for a motor of ${figure(motor.currentA)} A, which has its own overload protection`,
      working: () => [
        line(`${times} · table current`, `${kind}: ${times} · ${figure(motor.currentA)}`, `${figure(share)} A`, rule),
        line('In ≤ the next standard rating', `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule),
      ],
    };
  });
  return judge(`motor:${stretch.segment.id}`, `${device.name} over ${stretch.facts.name}`, comparison);
}

/** A fuse not known to be slow is taken for one that is, which may be rated the least. */
function kindOf({ settings }: Device): keyof typeof MOTOR_DEVICE_TIMES {
  if (settings.family !== 'fuse') return 'breaker';
  return settings.timeDelay?.value === false ? 'fuse' : 'time-delay fuse';
}

/** What each kind of tap asks. Lengths in m. From memory. */
const TAPS: Readonly<Record<Tap, { clause: (pack: RulePackId) => string; mostM?: number; times?: number; ends?: true }>> = {
  'feeder-10-ft': { clause: () => '240.21(B)(1)', mostM: 3.048, times: 10, ends: true },
  'feeder-25-ft': { clause: () => '240.21(B)(2)', mostM: 7.62, times: 3, ends: true },
  cooking: { clause: (pack) => (pack === 'nec-2023' ? '210.19(C) exception 1' : '210.19(A)(3) exception 1') },
  outlet: { clause: (pack) => (pack === 'nec-2023' ? '210.19(D) exception 1' : '210.19(A)(4) exception 1'), mostM: 0.4572 },
};

/** A tap is short enough, carries enough of its circuit, and ends as its rule asks. */
function tapChecks(facts: CircuitFacts, of: NecCable, tap: Tap): Check[] {
  const { stretch, ampacity, device } = of;
  const { job, circuit } = facts;
  const { id } = stretch.segment;
  const rules = TAPS[tap];
  const rule: Source = { standard: 'NEC', edition: job.pack.slice(4), clause: rules.clause(job.pack), basis: 'memory' };
  const title = (what: string) => `${what} of the tap ${stretch.facts.name}`;
  const wanted = rules.ends === true ? 'distribution' : 'final';
  if (circuit.kind !== wanted) {
    const words = `${circuit.name} is no ${wanted === 'final' ? 'branch circuit' : 'feeder'}: this rule is not for it`;
    return [ruled(`tap:${id}`, title('Rule'), 'stop', words, rule)];
  }
  const checks: Check[] = [];
  if (rules.mostM !== undefined) {
    const most = rules.mostM;
    const shown = (m: number) => showLength(m, job.dialect);
    checks.push(
      judge(
        `tap-length:${id}`,
        title('Length'),
        map(
          tapLengthM(facts, stretch),
          (lengthM): Comparison => ({
            demand: lengthM,
            limit: most,
            unit: 'm',
            rule,
            aside: true,
            because: () => `${shown(lengthM)}, at most ${shown(most)}`,
            working: () => [line('length ≤ allowed', `${shown(lengthM)} ≤ ${shown(most)}`, holds(lengthM, most), rule)],
          }),
        ),
      ),
    );
  }
  const least = map(all({ ampacity, ratedA: ratedCurrent(device) }), ({ ampacity: it, ratedA }): Comparison => {
    const [demand, words] =
      rules.times === undefined ? leastOfBranch(tap, ratedA) : [ratedA / rules.times, `${figure(ratedA)} A / ${rules.times}`];
    return {
      demand,
      limit: it.ampacityA,
      unit: 'A',
      rule,
      because: () => `behind ${figure(ratedA)} A a tap carries ${figure(demand)} A at least`,
      working: () => [
        line('least ampacity of the tap', words, `${figure(demand)} A`, rule),
        line('≤ ampacity', `${figure(demand)} ≤ ${figure(it.ampacityA)}`, holds(demand, it.ampacityA), rule),
      ],
    };
  });
  checks.push(judge(`tap:${id}`, title('Ampacity'), least));
  if (rules.ends === true) checks.push(endCheck(facts, of, rule), wayCheck(of, tap, rule));
  return checks;
}

/** A tap is as long as all of it that follows one upon the other: a rule is not met by cutting it in pieces. */
function tapLengthM({ wiring }: CircuitFacts, stretch: Stretch): Maybe<number> {
  const way: Stretch[] = [];
  for (let at: Stretch | undefined = stretch; at?.segment.tap !== undefined; ) {
    way.push(at);
    const before: string | undefined = at.after;
    at = wiring.stretches.find(({ segment }) => segment.id === before);
  }
  return map(list(way.map((each) => each.facts.lengthM)), (lengths) => lengths.reduce((sum, lengthM) => sum + lengthM, 0));
}

/** A range circuit of 50 A has taps of 20 A at least; a single outlet's carry 15 A, or 20 A behind 40 and 50 A. No tap behind more. */
function leastOfBranch(tap: Tap, ratedA: number): [number, string] {
  if (ratedA > 50) return [ratedA, 'no tap of a branch circuit above 50 A'];
  if (tap === 'cooking' || ratedA >= 40) return [20, `behind ${figure(ratedA)} A`];
  return [15, `behind ${figure(ratedA)} A`];
}

/** A feeder tap lies in a raceway; a longer one may be sheltered by other means that are approved, which only people can tell. */
function wayCheck({ stretch: { segment, facts } }: NecCable, tap: Tap, rule: Source): Check {
  const id = `tap-way:${segment.id}`;
  const title = `Shelter of the tap ${facts.name}`;
  if (segment.place === undefined)
    return unknownCheck(id, title, [{ path: facts.at('place'), what: `where ${facts.name} lies` }]);
  if (segment.place === 'raceway') return ruled(id, title, 'pass', 'in a raceway', rule);
  return tap === 'feeder-10-ft'
    ? ruled(id, title, 'stop', 'outside a raceway', rule)
    : ruled(id, title, 'caution', 'outside a raceway: it needs other approved shelter from damage', rule);
}

/** A feeder tap ends in a device that holds it to its ampacity. */
function endCheck({ own, circuit }: CircuitFacts, { stretch, ampacity }: NecCable, rule: Source): Check {
  const { id } = stretch.segment;
  const title = `End of the tap ${stretch.facts.name}`;
  const device = own.find((seated) => seated.seat === 'end' && isOvercurrent(seated))?.device;
  if (device === undefined)
    return unknownCheck(`tap-end:${id}`, title, [
      { path: `circuits.${circuit.id}`, what: `the overcurrent device the tap ends in` },
    ]);
  const comparison = map(
    all({ ampacity, ratedA: ratedCurrent(device) }),
    ({ ampacity: it, ratedA }): Comparison => ({
      demand: ratedA,
      limit: it.ampacityA,
      unit: 'A',
      rule,
      because: () => `${device.name} at its end against its ampacity`,
      working: () => [
        line('In at the end ≤ ampacity', `${figure(ratedA)} ≤ ${figure(it.ampacityA)}`, holds(ratedA, it.ampacityA), rule),
      ],
    }),
  );
  return judge(`tap-end:${id}`, title, comparison);
}
